import { recogniseShape } from '@lippet/core/ink/shapes';
import type { Ink } from '@lippet/core/ink/ink';
import { StrokeInProgress } from '@lippet/core/ink/strokeInProgress';
import { toPage } from '@lippet/core/page/viewport';
import type { LivePen } from './liveLayer';
import type { PageRenderer } from './pageRenderer';

/** What a stroke under the pen asks of its surroundings. */
export interface InkHost {
  renderer: PageRenderer;
  stroke(pen: LivePen, ink: Ink): void;
  /** A stroke that is under the pen, as far as it came; and that it was dropped. */
  strokeUnderWay(pen: LivePen, ink: Ink): void;
  strokeDropped(): void;
  /** The stroke just made turned out to be a simple shape: a step of its own, so that undo gives the stroke back. */
  shape(pen: LivePen, ink: Ink): void;
}

/** A place on the screen, in pixels from the corner of the sheet. */
interface Place {
  x: number;
  y: number;
}

/** Holding still this long (ms) within this many pixels at the end of a stroke asks for a simple shape. */
const HOLD_MS = 550;
const HOLD_STILL = 5;
/**
 * Who has drawn for so long (ms) and so far (pixels) draws: a second finger that comes down now is a hand that rests.
 */
const DRAWING = { ms: 250, pixels: 24 };
/** A press as short (ms) as this that stays in its place (pixels) is a tap. */
const TAP = { ms: 350, pixels: 5 };
export const isTap = (ms: number, pixels: number): boolean => ms < TAP.ms && pixels < TAP.pixels;
/**
 * A stroke that goes on for longer (ms) is kept in pieces: whoever colours in without lifting loses at most so much to
 * a crash.
 */
const LONGEST_PIECE = 15_000;

/** So often (ms) is a stroke kept while it is under the pen. */
const KEEP_EVERY = 400;

/** A stroke from the pen's coming down to its lifting: sampled, drawn as it grows, and kept. */
export class InkGesture {
  readonly kind = 'draw';
  private stroke = new StrokeInProgress();
  /** Samples that are drawn, and how the page lay when they were. */
  private drawn = 0;
  private drawnIn: unknown[];
  /** Whether the device feels how hard one presses. */
  private readonly felt: boolean;
  private readonly began: number;
  private pieceBegan: number;
  private keptAt: number;
  private pieces = 0;
  private travelled = 0;
  private last: Place;
  private rest: Place;
  private hold: ReturnType<typeof setTimeout> | undefined;
  private recognised: Ink | null = null;

  constructor(
    private readonly host: InkHost,
    private readonly pen: LivePen,
    event: PointerEvent,
    private readonly local: (event: MouseEvent) => Place,
  ) {
    this.felt = event.pointerType === 'pen' || (event.pressure > 0 && event.pressure !== 0.5 && event.pressure !== 1);
    this.pointer = event.pointerId;
    this.began = this.pieceBegan = this.keptAt = event.timeStamp;
    this.rest = this.last = local(event);
    this.drawnIn = this.lie();
    host.renderer.live.beginLive(pen);
    this.sample([event]);
  }

  readonly pointer: number;

  /** Whether this is drawing beyond doubt, not the first finger of two. */
  drawing(now: number): boolean {
    return now - this.began > DRAWING.ms && this.travelled > DRAWING.pixels;
  }

  /** Whether it would be no more than a dot. */
  tap(now: number): boolean {
    return isTap(now - this.began, this.travelled);
  }

  move(event: PointerEvent): void {
    if (this.recognised) return;
    const place = this.local(event);
    this.travelled += Math.hypot(place.x - this.last.x, place.y - this.last.y);
    this.last = place;
    this.sample(coalesced(event));
    this.guessTip(event);
    this.watchForHold(place);
    if (event.timeStamp - this.keptAt > KEEP_EVERY) {
      this.keptAt = event.timeStamp;
      this.host.strokeUnderWay(this.pen, this.stroke.finish());
    }
    // A highlighter's pieces would be seen: where one lies over another it is darker.
    if (this.stroke.full || (event.timeStamp - this.pieceBegan > LONGEST_PIECE && this.pen.tool !== 'highlighter'))
      this.keepPiece(event.timeStamp);
  }

  /** The pen is lifted, or taken away: what was drawn so far is kept. */
  keep(): void {
    clearTimeout(this.hold);
    // What is not kept is not shown either.
    this.host.renderer.live.clearLive();
    const ink = this.stroke.finish();
    if (ink.x.length > 0) this.host.stroke(this.pen, ink);
    if (this.recognised) this.host.shape(this.pen, this.recognised);
  }

  /** It was not meant as a stroke. */
  drop(): void {
    clearTimeout(this.hold);
    this.host.strokeDropped();
    this.host.renderer.live.clearLive();
  }

  /** Keeps what there is, and goes on from its end. */
  private keepPiece(now: number): void {
    const { renderer } = this.host;
    this.host.stroke(this.pen, this.stroke.finish());
    this.stroke = StrokeInProgress.goingOn(this.stroke);
    this.pieces += 1;
    this.pieceBegan = now;
    renderer.live.clearLive();
    renderer.live.beginLive(this.pen);
    this.drawn = 0;
    this.sample([]);
  }

  private lie(): unknown[] {
    return [this.host.renderer.viewport, this.host.renderer.view];
  }

  /**
   * Takes samples and draws what they add; all of it where the page lies elsewhere by now (a phone turned, a line of
   * words gone).
   */
  private sample(events: readonly PointerEvent[]): void {
    const { renderer } = this.host;
    for (const event of events) {
      const place = this.local(event);
      this.stroke.add({
        ...toPage(renderer.viewport, place.x, place.y),
        pressure: this.felt ? event.pressure : null,
        time: event.timeStamp,
      });
    }
    const lie = this.lie();
    if (lie.some((number, i) => number !== this.drawnIn[i])) {
      renderer.live.clearLive();
      renderer.live.beginLive(this.pen);
      this.drawn = 0;
      this.drawnIn = lie;
    }
    for (; this.drawn < this.stroke.length; this.drawn++) {
      const [x, y, pressure] = this.stroke.at(this.drawn);
      const [fromX, fromY] = this.stroke.at(Math.max(0, this.drawn - 1));
      renderer.live.drawLive(this.pen, [fromX, fromY], [x, y], pressure);
    }
  }

  private guessTip(event: PointerEvent): void {
    const { renderer } = this.host;
    if (this.stroke.length === 0) return;
    const [x, y, pressure] = this.stroke.at(this.stroke.length - 1);
    const guessed = (event.getPredictedEvents?.() ?? []).map((event) => {
      const place = this.local(event);
      return toPage(renderer.viewport, place.x, place.y);
    });
    renderer.live.drawTip(this.pen, [{ x, y }, ...guessed], pressure);
  }

  /** A pen that has come to rest at the end of a stroke asks for the shape that the stroke is close to. */
  private watchForHold(place: Place): void {
    if (Math.hypot(place.x - this.rest.x, place.y - this.rest.y) < HOLD_STILL && this.hold) return;
    clearTimeout(this.hold);
    this.rest = place;
    this.hold = setTimeout(() => {
      this.hold = undefined;
      // Of a stroke in pieces only the last one is still in hand.
      this.recognised = this.pieces > 0 ? null : (recogniseShape(this.stroke.finish())?.ink ?? null);
      if (!this.recognised) return;
      this.host.renderer.live.clearTip();
      this.host.renderer.live.drawShape(this.pen, this.recognised);
    }, HOLD_MS);
  }
}

/** All samples behind an event; where the browser keeps none, the event itself. */
export function coalesced(event: PointerEvent): PointerEvent[] {
  const events = event.getCoalescedEvents?.() ?? [];
  return events.length > 0 ? events : [event];
}
