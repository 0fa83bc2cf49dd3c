import type { Point } from '@lippet/core/math/matrix';
import type { RubberWay } from '@lippet/core/page/rubOut';
import { panBy, toPage, zoomAt } from '@lippet/core/page/viewport';
import { isInkTool, type Tool } from '../../stores/drawing';
import { coalesced, InkGesture, isTap, type InkHost } from './inkGesture';
import type { LivePen } from './liveLayer';

/** What a tool that is neither ink nor rubber makes of a pointer between down and up. Points are page points. */
export interface ToolGesture {
  move?(point: Point): void;
  end?(point: Point): void;
  cancel?(): void;
}

/** What the input asks of its surroundings. */
export interface PenInputHost extends InkHost {
  /** Whether anything may be drawn now. */
  editable(): boolean;
  tool(): Tool;
  pen(): LivePen;
  /** Whether only a stylus draws, and fingers move the page. */
  penOnly(): boolean;
  /** A finger with a tool that draws has drawn nothing, because only the stylus does. */
  fingerDrewNothing(): void;
  seePen(): void;
  /** A gesture that changes something begins, and ends: one step of undo. */
  begin(): void;
  end(): void;
  rub(way: RubberWay): void;
  /** Whether a tool that draws ink works on the page's text just now (highlighting words). */
  usesText(tool: Tool): boolean;
  /** Starts what the tool in hand does at a page point; null if it does nothing there. */
  use(tool: Tool, point: Point): ToolGesture | null;
  /** What a tap at a page point begins there instead of leaving a dot; null for nothing. */
  tapped(point: Point, withPen: boolean): (() => void) | null;
  /** Something could not be done, and nothing of it was kept. */
  failed(error: unknown): void;
  /** Looks at the whole page, or close at a point (in screen pixels). */
  doubleTap(x: number, y: number): void;
}

type Gesture =
  | InkGesture
  | { kind: 'rub'; pointer: number; x: number; y: number }
  | { kind: 'tool'; pointer: number; use: ToolGesture }
  | { kind: 'pan'; pointer: number; x: number; y: number; began: number; travelled: number }
  | { kind: 'pinch'; x: number; y: number; spread: number };

/** Two taps within this time (ms) and distance (pixels) are one double tap. */
const DOUBLE_TAP = { ms: 320, distance: 28 };
/** Radius of the rubber on the screen, in pixels. */
const RUBBER_REACH = 14;
const WHEEL_ZOOM = 0.0022;
/** Who has not used the pen for so long (ms) and touches the sheet wants to draw with a finger. */
const PEN_AWAY = 3_000;
/** A touch as broad as this, in pixels, is the side of a hand and no finger; a thumb has about 35. */
const HAND = 60;
/** Bits of PointerEvent.buttons. */
const ERASER_END = 32;
const MIDDLE_BUTTON = 4;

/**
 * Pointers to ink. Pen, mouse or one finger draws; two fingers, the wheel or the middle button move the page.
 * Once a stylus has been seen on the device, fingers only move: a resting hand draws nothing.
 */
export class PenInput {
  private gesture: Gesture | null = null;
  private readonly touches = new Map<number, { x: number; y: number }>();
  private lastTap = { time: 0, x: 0, y: 0 };
  private lastPen = -Infinity;
  private readonly stop = new AbortController();

  constructor(
    private readonly element: HTMLElement,
    private readonly host: PenInputHost,
  ) {
    element.style.touchAction = 'none';
    const on = <K extends keyof HTMLElementEventMap>(name: K, handler: (event: HTMLElementEventMap[K]) => void): void =>
      element.addEventListener(name, (event) => this.trying(() => handler(event)), {
        signal: this.stop.signal,
        passive: false,
      });
    on('pointerdown', this.down);
    on('pointermove', this.move);
    on('pointerup', this.up);
    on('pointercancel', this.cancel);
    on('pointerleave', () => this.gesture?.kind !== 'draw' && host.renderer.live.clearTip());
    on('wheel', this.wheel);
    on('contextmenu', (event) => event.preventDefault());
    window.addEventListener('pagehide', () => this.trying(() => this.settle()), { signal: this.stop.signal });
  }

  /** What goes wrong under the pen ends what is under way and is said; the sheet goes on. */
  private trying(work: () => void): void {
    try {
      work();
    } catch (error) {
      this.host.failed(error);
      this.giveUp();
    }
  }

  /** Ends what is under way before its time, because the sheet is about to go: a stroke is kept as far as it came. */
  settle(): void {
    if (this.gesture?.kind === 'draw' && this.host.editable()) this.finish();
    else this.giveUp();
  }

  destroy(): void {
    this.giveUp();
    // With a reason of our own: the one that is made otherwise keeps the stack it was made on, and all that is known
    // there.
    this.stop.abort('The sheet is closed.');
  }

  /** Whether a stroke or a rubbing is under way. */
  get busy(): boolean {
    return this.gesture !== null;
  }

  private readonly local = (event: MouseEvent): { x: number; y: number } => {
    const box = this.element.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  };

  private readonly down = (event: PointerEvent): void => {
    if (event.button > 1 && event.button !== 5) return;
    event.preventDefault();
    if (event.pointerType === 'touch' && Math.max(event.width, event.height) > HAND) return;
    this.element.focus({ preventScroll: true });
    this.element.setPointerCapture(event.pointerId);
    const point = this.local(event);
    if (event.pointerType === 'pen') {
      // The pen wins over a hand that came down first, whatever that hand was taken for.
      if (this.gesture && (this.gesture.kind === 'pinch' || this.touches.has(this.gesture.pointer))) this.giveUp();
      this.host.seePen();
      this.lastPen = event.timeStamp;
    }
    if (event.pointerType === 'touch') {
      this.touches.set(event.pointerId, point);
      if (this.touches.size === 2 && !this.working(event.timeStamp)) return this.startPinch();
    }
    if (this.gesture) return;
    const kind = this.wanted(event);
    if (kind === 'pan')
      this.gesture = { kind, pointer: event.pointerId, ...point, began: event.timeStamp, travelled: 0 };
    else if (kind === 'tool') this.startTool(event, point);
    else this.startInk(event, kind, point);
  };

  /** Whether two fingers are not a look closer, but a hand that comes to rest beside the pen or finger at work. */
  private working(now: number): boolean {
    const { gesture } = this;
    if (!gesture || gesture.kind === 'pinch') return false;
    return (
      !this.touches.has(gesture.pointer) || gesture.kind === 'rub' || (gesture.kind === 'draw' && gesture.drawing(now))
    );
  }

  private wanted(event: PointerEvent): 'pan' | 'rub' | 'draw' | 'tool' {
    const tool = this.host.tool();
    if (tool === 'move' || (event.buttons & MIDDLE_BUTTON) !== 0 || !this.host.editable()) return 'pan';
    const inks = isInkTool(tool) || tool === 'rubber';
    if (inks && event.pointerType === 'touch' && this.host.penOnly()) return 'pan';
    if (tool === 'rubber' || (event.buttons & ERASER_END) !== 0) return 'rub';
    return inks && !this.host.usesText(tool) ? 'draw' : 'tool';
  }

  private startTool(event: PointerEvent, point: { x: number; y: number }): void {
    this.host.begin();
    const use = this.host.use(this.host.tool(), toPage(this.host.renderer.viewport, point.x, point.y));
    if (use) this.gesture = { kind: 'tool', pointer: event.pointerId, use };
    else this.host.end();
  }

  private startInk(event: PointerEvent, kind: 'rub' | 'draw', point: { x: number; y: number }): void {
    this.host.begin();
    const page = toPage(this.host.renderer.viewport, point.x, point.y);
    if (kind === 'rub') {
      this.gesture = { kind, pointer: event.pointerId, ...page };
      this.rubTo(page.x, page.y);
      return;
    }
    this.gesture = new InkGesture(this.host, this.host.pen(), event, this.local);
  }

  private readonly move = (event: PointerEvent): void => {
    const point = this.local(event);
    if (this.touches.has(event.pointerId)) this.touches.set(event.pointerId, point);
    const { gesture } = this;
    const { renderer } = this.host;
    if (!gesture) {
      if (this.host.tool() === 'rubber' && this.host.editable() && event.pointerType !== 'touch') {
        const page = toPage(renderer.viewport, point.x, point.y);
        renderer.live.drawRubber(page.x, page.y, RUBBER_REACH / renderer.viewport.scale);
      }
      return;
    }
    if (gesture.kind === 'pinch') return this.pinch(gesture);
    if (event.pointerId !== gesture.pointer) return;
    if (gesture.kind === 'pan') {
      renderer.look(panBy(renderer.viewport, point.x - gesture.x, point.y - gesture.y, renderer.page, renderer.view));
      Object.assign(gesture, point, {
        travelled: gesture.travelled + Math.hypot(point.x - gesture.x, point.y - gesture.y),
      });
    } else if (gesture.kind === 'tool') {
      gesture.use.move?.(toPage(renderer.viewport, point.x, point.y));
    } else if (gesture.kind === 'rub') {
      for (const moved of coalesced(event)) {
        const local = this.local(moved);
        const page = toPage(renderer.viewport, local.x, local.y);
        this.rubTo(page.x, page.y);
      }
    } else gesture.move(event);
  };

  private rubTo(x: number, y: number): void {
    const { gesture } = this;
    if (gesture?.kind !== 'rub') return;
    const reach = RUBBER_REACH / this.host.renderer.viewport.scale;
    this.host.rub({ px: gesture.x, py: gesture.y, qx: x, qy: y, reach });
    Object.assign(gesture, { x, y });
    this.host.renderer.live.drawRubber(x, y, reach);
  }

  private startPinch(): void {
    this.giveUp();
    const [a, b] = [...this.touches.values()] as [{ x: number; y: number }, { x: number; y: number }];
    this.gesture = { kind: 'pinch', x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, spread: Math.hypot(a.x - b.x, a.y - b.y) };
  }

  private pinch(gesture: Extract<Gesture, { kind: 'pinch' }>): void {
    const [a, b] = [...this.touches.values()];
    if (!a || !b) return;
    const { renderer } = this.host;
    const x = (a.x + b.x) / 2;
    const y = (a.y + b.y) / 2;
    const spread = Math.hypot(a.x - b.x, a.y - b.y);
    const moved = panBy(renderer.viewport, x - gesture.x, y - gesture.y, renderer.page, renderer.view);
    renderer.look(zoomAt(moved, spread / Math.max(1, gesture.spread), [x, y], renderer.page, renderer.view));
    Object.assign(gesture, { x, y, spread });
  }

  private readonly up = (event: PointerEvent): void => {
    this.touches.delete(event.pointerId);
    const { gesture } = this;
    if (!gesture) return;
    if (gesture.kind === 'pinch') {
      if (this.touches.size === 0) this.gesture = null;
      return;
    }
    if (event.pointerId !== gesture.pointer) return;
    if (gesture.kind === 'pan') this.tapped(event);
    const point = toPage(this.host.renderer.viewport, this.local(event).x, this.local(event).y);
    const begin = this.isTap(gesture, event.timeStamp) ? this.host.tapped(point, event.pointerType === 'pen') : null;
    if (!begin) {
      this.finish(point);
      if (gesture.kind === 'pan' && this.wantedToDraw(event)) this.host.fingerDrewNothing();
      return;
    }
    this.giveUp();
    begin();
  };

  /** With a tool that draws: a dot, or of a finger that draws nothing, a touch that moves nothing either. */
  private isTap(gesture: Gesture, now: number): boolean {
    if (gesture.kind === 'draw') return gesture.tap(now);
    return (
      gesture.kind === 'pan' &&
      isInkTool(this.host.tool()) &&
      this.host.editable() &&
      isTap(now - gesture.began, gesture.travelled)
    );
  }

  /** Whether a finger wanted to draw and could not; a hand that rests beside a pen wants nothing. */
  private wantedToDraw({ pointerType, timeStamp }: PointerEvent): boolean {
    return (
      pointerType === 'touch' &&
      isInkTool(this.host.tool()) &&
      this.host.editable() &&
      this.host.penOnly() &&
      timeStamp - this.lastPen > PEN_AWAY
    );
  }

  /** Two taps in one place, where a tap does nothing else. */
  private tapped(event: PointerEvent): void {
    const { x, y } = this.local(event);
    const before = this.lastTap;
    this.lastTap = { time: event.timeStamp, x, y };
    if (event.timeStamp - before.time > DOUBLE_TAP.ms || Math.hypot(x - before.x, y - before.y) > DOUBLE_TAP.distance)
      return;
    this.lastTap = { time: 0, x: 0, y: 0 };
    this.host.doubleTap(x, y);
  }

  /** The system took the pointer away (a call, a swipe from the edge): what was drawn so far is kept. */
  private readonly cancel = (event: PointerEvent): void => {
    this.touches.delete(event.pointerId);
    const { gesture } = this;
    if (gesture && (gesture.kind === 'pinch' || gesture.pointer === event.pointerId)) this.finish();
  };

  private finish(point?: Point): void {
    const { gesture } = this;
    this.gesture = null;
    if (gesture?.kind === 'tool') {
      if (point) gesture.use.end?.(point);
      else gesture.use.cancel?.();
    } else if (gesture?.kind === 'draw') gesture.keep();
    this.host.end();
  }

  /** Drops the gesture under way; a half-drawn stroke is not kept. */
  private giveUp(): void {
    const { gesture } = this;
    this.gesture = null;
    if (gesture?.kind === 'draw') gesture.drop();
    if (gesture?.kind === 'tool') gesture.use.cancel?.();
    this.host.end();
  }

  private readonly wheel = (event: WheelEvent): void => {
    event.preventDefault();
    if (this.gesture) return;
    const { renderer } = this.host;
    const { x, y } = this.local(event);
    const pixels = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? 16 : 1;
    if (event.ctrlKey || event.metaKey) {
      renderer.look(
        zoomAt(renderer.viewport, Math.exp(-event.deltaY * pixels * WHEEL_ZOOM), [x, y], renderer.page, renderer.view),
      );
    } else {
      const [dx, dy] = event.shiftKey ? [event.deltaY, event.deltaX] : [event.deltaX, event.deltaY];
      renderer.look(panBy(renderer.viewport, -dx * pixels, -dy * pixels, renderer.page, renderer.view));
    }
  };
}
