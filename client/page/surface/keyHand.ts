import { isMovable } from '@lippet/core/page/geometry';
import type { PagePlan } from '@lippet/core/page/document';
import type { Matrix, Point } from '@lippet/core/math/matrix';
import { panBy, toPage } from '@lippet/core/page/viewport';
import { createStore } from 'zustand/vanilla';
import type { Tool } from '../../stores/drawing';
import type { ToolGesture } from './penInput';
import type { DrawnItem, ItemLayer } from './itemLayer';
import type { PageRenderer } from './pageRenderer';

/** What works at a point: keys can bring it there. */
const AT_A_POINT: ReadonlySet<Tool> = new Set(['words', 'add', 'pin', 'stamp', 'fill', 'choose']);
/** How far one press of an arrow goes, and with Shift, in pixels. */
const STEP = { near: 12, far: 60 };
/** How near to the edge of what is seen the hand comes before the page moves, in pixels. */
const EDGE = 40;

export interface KeyHandState {
  /** Where the tool is, in page points; null until a key has asked for it. */
  place: Point | null;
  /** A tool that goes from here to there has begun. */
  holding: boolean;
}

/** The text box that is being written. */
interface Writing {
  id: string;
  matrix: Matrix;
  width: number;
  spot: string | null;
}

/** What a hand that is led by keys does with a sheet. */
export interface HandledSheet {
  page: Pick<PagePlan, 'width' | 'height'>;
  renderer: Pick<PageRenderer, 'viewport' | 'view' | 'page' | 'look'>;
  top: Pick<ItemLayer, 'drawn'>;
  /** Items that are chosen. */
  chosenItems: readonly DrawnItem[];
  state: {
    getState: () => { chosen: readonly string[] };
    setState: (change: { writing: Writing; chosen: readonly string[] }) => void;
  };
  tool: () => Tool;
  editable: () => boolean;
  usesText: (tool: Tool) => boolean;
  /** So many points are as long as these pixels. */
  points: (pixels: number) => number;
  begin: () => void;
  use: (tool: Tool, point: Point) => ToolGesture | null;
  end: () => void;
  choose: (ids: readonly string[]) => void;
}

/** A tool in the hand of somebody who has no pointer: arrows bring it to a place, Enter uses it there. */
export class KeyHand {
  readonly state = createStore<KeyHandState>(() => ({ place: null, holding: false }));
  private held: ToolGesture | null = null;

  constructor(private readonly surface: HandledSheet) {}

  /** Whether the tool in hand works where keys bring it. */
  get reaches(): boolean {
    const tool = this.surface.tool();
    return this.surface.editable() && (AT_A_POINT.has(tool) || this.surface.usesText(tool));
  }

  private get place(): Point {
    const { viewport, view } = this.surface.renderer;
    return this.state.getState().place ?? this.onPage(toPage(viewport, view.width / 2, view.height / 2));
  }

  private onPage({ x, y }: Point): Point {
    const { width, height } = this.surface.page;
    return { x: Math.min(width, Math.max(0, x)), y: Math.min(height, Math.max(0, y)) };
  }

  /** Moves the tool, and the page where it would leave what is seen. */
  step([dx, dy]: readonly [number, number], far: boolean): void {
    const before = this.place;
    const by = this.surface.points(far ? STEP.far : STEP.near);
    const place = this.onPage({ x: before.x + dx * by, y: before.y + dy * by });
    this.state.setState({ place });
    this.keepInSight(place);
    this.held?.move?.(place);
  }

  private keepInSight({ x, y }: Point): void {
    const { renderer } = this.surface;
    const { viewport, view } = renderer;
    const beyond = (place: number, length: number): number => {
      if (place < EDGE) return EDGE - place;
      return place > length - EDGE ? length - EDGE - place : 0;
    };
    const [right, down] = [
      beyond(viewport.x + x * viewport.scale, view.width),
      beyond(viewport.y + y * viewport.scale, view.height),
    ];
    if (right !== 0 || down !== 0) renderer.look(panBy(viewport, right, down, renderer.page, view));
  }

  /** Uses the tool where it is. What goes from here to there begins, and with the next press ends. */
  press(): void {
    const { place } = this;
    if (this.held) {
      this.held.end?.(place);
      return this.rest(place);
    }
    this.surface.begin();
    const gesture = this.surface.use(this.surface.tool(), place);
    if (gesture && this.surface.usesText(this.surface.tool())) {
      this.held = gesture;
      this.state.setState({ place, holding: true });
      return;
    }
    gesture?.end?.(place);
    this.rest(place);
  }

  private rest(place: Point | null): void {
    this.held = null;
    this.surface.end();
    this.state.setState({ place, holding: false });
  }

  /** Puts the tool down. @returns whether it was in hand */
  leave(): boolean {
    if (this.state.getState().place === null) return false;
    this.held?.cancel?.();
    this.rest(null);
    return true;
  }

  /** Chooses the next thing on the page, or the one before, in the order in which they lie. */
  chooseNext(by: 1 | -1): void {
    const ids = this.surface.top.drawn.filter(({ item }) => isMovable(item)).map(({ item }) => item.id);
    if (ids.length === 0) return;
    const last = this.surface.state.getState().chosen.at(-1);
    const from = last === undefined ? -1 : ids.indexOf(last);
    const first = by === 1 ? 0 : ids.length - 1;
    this.surface.choose([from < 0 ? ids[first]! : ids[(from + by + ids.length) % ids.length]!]);
  }

  /** Opens the words that are chosen. @returns whether any were */
  openChosenWords(): boolean {
    const [only, ...others] = this.surface.chosenItems;
    if (only?.item.kind !== 'text' || others.length > 0) return false;
    const { id, matrix, width, spot } = only.item;
    this.surface.state.setState({ writing: { id, matrix, width, spot }, chosen: [] });
    return true;
  }
}
