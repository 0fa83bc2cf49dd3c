import type { MediaHome } from '@lippet/core/contract/media';
import type { Ink } from '@lippet/core/ink/ink';
import { markInk, type InkTool } from '@lippet/core/ink/tools';
import { filledSpots, spotAt, type Spot } from '@lippet/core/page/spots';
import type { PagePlan } from '@lippet/core/page/document';
import type { ItemChange } from '@lippet/core/page/edit';
import { strokeFields, topOrder, type Item, type Pin } from '@lippet/core/page/item';
import { IDENTITY, type Matrix, type Point } from '@lippet/core/math/matrix';
import { rubTouched, rubWhole, wayBounds, type RubberWay } from '@lippet/core/page/rubOut';
import { fitPage, zoomAt, type Size, type Viewport } from '@lippet/core/page/viewport';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { inkOf, isInkTool, onlyPenDraws, useDrawing, type Tool } from '../../stores/drawing';
import type { DocumentEditor } from '../document/documentEditor';
import type { DrawnItem, ItemLayer } from './itemLayer';
import { KeyHand } from './keyHand';
import type { GroundSources } from './pageGround';
import type { LivePen } from './liveLayer';
import type { Shown } from './pagePainter';
import { PageRenderer } from './pageRenderer';
import { PenInput, type ToolGesture } from './penInput';

/** What lies over the sheet and changes as one works: the overlays draw themselves from it. */
export interface SurfaceState {
  viewport: Viewport;
  view: Size;
  /** Ids of the chosen items, and how far they are being moved just now. */
  chosen: readonly string[];
  moving: Matrix;
  /** The text box being written: of an item, or a new one (`id` null) at a place. */
  writing: Writing | null;
  /** The pin or mark whose note is open. */
  open: string | null;
  /** The pin that one was led to. */
  pointed: string | null;
  /** A sentence about what just could not be done. */
  trouble: string | null;
  /** What lies below one's work has not come, and is asked for again. */
  groundMissing: boolean;
  /** A finger has just tried to draw where only the pen does. */
  fingerIdle: boolean;
  /** Counts changes of the page's items, so that overlays look again. */
  revision: number;
}

export interface Writing {
  /** Of the words; they may not be there yet. */
  id: string;
  matrix: Matrix;
  width: number;
  spot: string | null;
}

/** What a tool makes of a press on the page. */
export type ToolUse = (surface: Surface, point: Point) => ToolGesture | null;

interface Options {
  page: PagePlan;
  /** Back to front; the topmost takes changes. */
  layers: readonly ItemLayer[];
  /** Asked for whenever something is changed: it may come later than the sheet. */
  editor: () => DocumentEditor | null;
  sources: GroundSources;
  uses: Partial<Record<Tool, ToolUse>>;
  editable: () => boolean;
  /** What is drawn are marks on somebody's work, in their own colours. */
  marks?: boolean;
  /** What pictures brought onto this page belong to; null where none can be. */
  pictureHome: MediaHome | null;
  /** What notes that are spoken onto this page belong to; null where none can be. */
  sayHome?: MediaHome | null;
  shown?: Shown;
  /** Begins to fill a spot that was tapped; left out where spots are not to be filled, as under a teacher's marks. */
  startSpot?: (surface: Surface, spot: Spot) => void;
  /** Takes a photo for a spot, where there is a camera to take it with. */
  onCamera?: (spot: Spot) => void;
}

/** So much around a place is shown when one is led to it, in points. */
const AROUND = 130;

/** One page that can be worked on: what is drawn, what the pointer does, and what the overlays show. */
export class Surface {
  readonly state: StoreApi<SurfaceState>;
  readonly renderer: PageRenderer;
  readonly page: PagePlan;
  readonly top: ItemLayer;
  /** The tool of somebody without a pointer. */
  readonly hand = new KeyHand(this);
  private readonly input: PenInput;
  private readonly stopListening: () => void;

  constructor(
    readonly element: HTMLElement,
    private readonly options: Options,
  ) {
    const { page, layers, sources } = options;
    this.page = page;
    this.top = layers.at(-1)!;
    this.state = createStore<SurfaceState>(() => ({
      viewport: { scale: 1, x: 0, y: 0 },
      view: { width: 0, height: 0 },
      chosen: [],
      moving: IDENTITY,
      writing: null,
      open: null,
      pointed: null,
      trouble: null,
      groundMissing: false,
      fingerIdle: false,
      revision: 0,
    }));
    this.renderer = new PageRenderer(element, page, layers, sources, {
      onViewport: () => this.state.setState({ viewport: this.renderer.viewport, view: this.renderer.view }),
      shown: options.shown,
    });
    this.input = new PenInput(element, this);
    this.stopListening = this.top.listen(() => this.itemsChanged());
  }

  /** Ends what the pointer has under way, while the document is still open: a stroke is kept as far as it came. */
  settle(): void {
    this.input.settle();
  }

  destroy(): void {
    this.stopListening();
    this.input.destroy();
    this.renderer.destroy();
  }

  get pictureHome(): MediaHome | null {
    return this.options.pictureHome;
  }

  get sayHome(): MediaHome | null {
    return this.options.sayHome ?? null;
  }

  /** Asks for a photo that fills a spot. @returns whether anybody takes it */
  takePhoto(spot: Spot): boolean {
    this.options.onCamera?.(spot);
    return this.options.onCamera !== undefined;
  }

  get editor(): DocumentEditor | null {
    return this.options.editor();
  }

  /** What was chosen or open may be gone: rubbed out here, or on another device. */
  private itemsChanged(): void {
    const { chosen, open, revision } = this.state.getState();
    const left = chosen.filter((id) => this.top.get(id));
    this.state.setState({
      revision: revision + 1,
      ...(left.length === chosen.length ? {} : { chosen: left }),
      ...(open && !this.top.get(open) ? { open: null } : {}),
    });
  }

  // What the input asks for.
  editable = (): boolean => this.options.editable() && this.editor !== null;
  tool = (): Tool => useDrawing.getState().tool;
  penOnly = (): boolean => onlyPenDraws(useDrawing.getState(), Date.now());
  fingerDrewNothing = (): void => {
    if (useDrawing.getState().fingers === 'ask') this.state.setState({ fingerIdle: true });
  };
  seePen = (): void => void useDrawing.getState().seePen();
  /**
   * A tap in an empty spot for a photo or words begins that, whatever ink is in hand; with a pen, words may be written
   * by hand.
   */
  tapped = (point: Point, withPen: boolean): (() => void) | null => {
    const spots = this.page.spots ?? [];
    const spot = spotAt(spots, point.x, point.y);
    const { startSpot } = this.options;
    if (
      !startSpot ||
      !spot ||
      spot.kind === 'ink' ||
      (withPen && spot.kind === 'words') ||
      filledSpots(spots, this.allItems).has(spot.id)
    )
      return null;
    return () => startSpot(this, spot);
  };
  usesText = (tool: Tool): boolean => tool === 'highlighter' && useDrawing.getState().mark !== 'free';

  pen = (): LivePen => {
    const drawing = useDrawing.getState();
    const tool = isInkTool(drawing.tool) ? drawing.tool : 'pen';
    const edged = this.marksWork && tool !== 'highlighter';
    return { tool, ...inkOf(tool, drawing), colour: this.colourOf(tool), edged };
  };
  /** What is drawn here are marks on somebody's work. */
  get marksWork(): boolean {
    return this.options.marks === true;
  }
  /** The colour in which a tool draws or writes here. */
  colourOf = (tool: InkTool | 'words'): string => {
    const { choices, markColour } = useDrawing.getState();
    return this.marksWork ? markInk(tool, markColour) : choices[tool].colour;
  };

  begin = (): void => {
    this.hand.leave();
    this.state.setState({ open: null, pointed: null, trouble: null, fingerIdle: false });
    if (this.tool() !== 'choose') this.choose([]);
    this.editor?.beginGesture();
  };
  end = (): void => this.editor?.endGesture();

  use = (tool: Tool, point: Point): ToolGesture | null => this.options.uses[tool]?.(this, point) ?? null;

  stroke = (pen: LivePen, ink: Ink): void => {
    const stroke = this.strokeOf(pen, ink);
    this.nextStroke = null;
    this.lastStroke = stroke.id;
    this.change([stroke]);
  };
  strokeUnderWay = (pen: LivePen, ink: Ink): void => this.editor?.keepUnderWay(this.strokeOf(pen, ink));
  strokeDropped = (): void => {
    this.nextStroke = null;
    this.editor?.dropUnderWay();
  };
  private lastStroke = '';
  /** The id that the stroke under the pen will have; null before it is kept for the first time. */
  private nextStroke: string | null = null;

  private strokeOf({ tool, colour, width }: LivePen, ink: Ink): ItemChange {
    this.nextStroke ??= crypto.randomUUID();
    const fields = strokeFields({ tool, colour, width, ink, at: Date.now(), order: topOrder(this.top.items) });
    return { page: this.page.id, id: this.nextStroke, after: fields };
  }

  shape = (pen: LivePen, ink: Ink): void => {
    const before = this.top.items.get(this.lastStroke);
    if (!before) return;
    this.end();
    const { tool, colour, width } = pen;
    const fields = strokeFields({
      tool,
      colour,
      width,
      ink,
      at: Number(before.get('at')),
      order: String(before.get('order')),
    });
    this.change([{ page: this.page.id, id: this.lastStroke, after: fields }]);
  };

  rub = (way: RubberWay): void => {
    const near: Item[] = this.top.within(wayBounds(way)).map(({ item }) => item);
    const changes =
      useDrawing.getState().rubber === 'touch'
        ? rubTouched(this.page.id, near, way, () => crypto.randomUUID())
        : rubWhole(this.page.id, near, way);
    if (changes.length > 0) this.change(changes);
  };

  failed = (error: unknown): void => {
    console.warn('Something could not be kept.', error);
    this.strokeDropped();
    this.say('That could not be kept, so it is not on the sheet. Try again; all before it is there.');
  };

  doubleTap = (x: number, y: number): void => {
    const { renderer } = this;
    const fitted = fitPage(renderer.page, renderer.view).scale;
    if (renderer.viewport.scale > fitted * 1.2) renderer.fit();
    else renderer.look(zoomAt(renderer.viewport, 2.5, [x, y], renderer.page, renderer.view));
  };

  /** Changes items of this page as one step, as part of the gesture under way, or of a row of changes. */
  change(items: readonly ItemChange[], row: object | null = null): void {
    this.editor?.change(items, [], row);
  }

  /** Puts a new item on top. @returns its id */
  put(fields: Record<string, unknown>): string {
    const id = crypto.randomUUID();
    this.change([{ page: this.page.id, id, after: { ...fields, order: topOrder(this.top.items), at: Date.now() } }]);
    return id;
  }

  choose(ids: readonly string[]): void {
    const { chosen } = this.state.getState();
    if (ids.length === 0 && chosen.length === 0) return;
    this.state.setState({ chosen: ids, moving: IDENTITY });
  }

  /** Whether there is something to see beside what is worked on, such as marks below it. */
  get layered(): boolean {
    return this.options.layers.length > 1;
  }

  /** Shows a place of the page closely. */
  showPlace({ x, y }: Point): void {
    this.renderer.lookAt({ left: x - AROUND, top: y - AROUND, right: x + AROUND, bottom: y + AROUND });
  }

  /** Shows a place of the page closely, and which pin is meant there. */
  pointAt(pin: string, place: Point): void {
    this.showPlace(place);
    this.state.setState({ pointed: pin });
  }

  /** Items of all layers, back to front. */
  /** The topmost layer in which something lies at a point of the page, counted from the back; null for none. */
  layerAt(point: Point, reach: number): number | null {
    const index = this.options.layers.findLastIndex((layer) => layer.hit(point, reach).length > 0);
    return index < 0 ? null : index;
  }

  get allItems(): Item[] {
    return this.options.layers.flatMap((layer) => layer.drawn.map(({ item }) => item));
  }

  /** Pins of all layers: of a full sheet it is quicker to keep none of the rest. */
  get pins(): Pin[] {
    const pins: Pin[] = [];
    for (const { drawn } of this.options.layers) for (const { item } of drawn) if (item.kind === 'pin') pins.push(item);
    return pins;
  }

  /** The chosen items as they are drawn. */
  get chosenItems(): DrawnItem[] {
    return this.state
      .getState()
      .chosen.map((id) => this.top.get(id))
      .filter((drawn) => drawn !== undefined);
  }

  say(trouble: string): void {
    this.state.setState({ trouble });
  }

  /** How many page points a length on the screen has. */
  points(pixels: number): number {
    return pixels / this.renderer.viewport.scale;
  }
}
