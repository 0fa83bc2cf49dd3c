import { emptyInk, type Ink } from './ink';
import { MAX_INK_SAMPLES } from './codec';
import { OneEuroFilter } from './oneEuro';
import { simplifyInk } from './simplify';

/** One sample as the device gave it, already in page points. */
export interface PenSample {
  x: number;
  y: number;
  /** 0 to 1, or null where the device feels none (a mouse, most fingers): it is then made from the speed. */
  pressure: number | null;
  /** Milliseconds on any steady clock. */
  time: number;
}

/** At this speed (points a second) and above, a hand without pressure draws its lightest line. */
const LIGHTEST_AT_SPEED = 1400;
/**
 * Smoothing never takes the line further than this from the pen, in points: the trembling of a hand is less, and a sharp
 * turn must not be flattened.
 */
const MOST_LAG = 0.22;
const SPEED_PRESSURE = { slow: 0.62, fast: 0.3, settle: 0.2 };

/**
 * A stroke while the pen is down: smooths each sample as it comes, and gives the finished ink on lift.
 * Sample times are kept, so that the drawing can be watched again.
 */
export class StrokeInProgress {
  private readonly rows: [number, number, number, number][] = [];
  private filterX = new OneEuroFilter();
  private filterY = new OneEuroFilter();
  private startTime = 0;
  private pressure = SPEED_PRESSURE.slow;

  /**
   * A stroke from where another one has come to, as smooth as if it were the same: what is very long is kept in pieces.
   */
  static goingOn(before: StrokeInProgress): StrokeInProgress {
    const stroke = new StrokeInProgress();
    const last = before.rows.at(-1);
    if (!last) return stroke;
    const [x, y, pressure, time] = last;
    stroke.rows.push([x, y, pressure, 0]);
    stroke.startTime = before.startTime + time;
    stroke.pressure = before.pressure;
    stroke.filterX = before.filterX;
    stroke.filterY = before.filterY;
    return stroke;
  }

  /** Whether it takes no more samples. */
  get full(): boolean {
    return this.rows.length >= MAX_INK_SAMPLES;
  }

  /** Smoothed samples so far. */
  get length(): number {
    return this.rows.length;
  }

  /** The i-th smoothed sample as `[x, y, pressure, time]`. */
  at(i: number): readonly [number, number, number, number] {
    return this.rows[i]!;
  }

  /** Takes a sample; one that has not moved is left out, and so is one that would make the stroke too long to keep. */
  add(sample: PenSample): void {
    const last = this.rows.at(-1);
    if (!last) this.startTime = sample.time;
    if (this.full) return;
    const time = Math.max(sample.time - this.startTime, last ? last[3] : 0);
    const [x, y] = this.smoothed(sample);
    if (last && x === last[0] && y === last[1]) return;
    this.rows.push([x, y, this.pressureOf(sample, last, x, y, time), time]);
  }

  /** A smoothed place, no further than {@link MOST_LAG} from where the pen is. */
  private smoothed(sample: PenSample): [number, number] {
    const x = this.filterX.next(sample.x, sample.time);
    const y = this.filterY.next(sample.y, sample.time);
    const behind = Math.hypot(x - sample.x, y - sample.y);
    if (behind <= MOST_LAG) return [x, y];
    const share = MOST_LAG / behind;
    const [nearX, nearY] = [sample.x + share * (x - sample.x), sample.y + share * (y - sample.y)];
    this.filterX.goOnFrom(nearX);
    this.filterY.goOnFrom(nearY);
    return [nearX, nearY];
  }

  private pressureOf(
    sample: PenSample,
    last: readonly number[] | undefined,
    x: number,
    y: number,
    time: number,
  ): number {
    if (sample.pressure !== null) return Math.min(1, Math.max(0, sample.pressure));
    if (last) {
      const seconds = Math.max(time - last[3]!, 4) / 1000;
      const speed = Math.hypot(x - last[0]!, y - last[1]!) / seconds;
      const share = Math.min(1, speed / LIGHTEST_AT_SPEED);
      const wanted = SPEED_PRESSURE.slow + share * (SPEED_PRESSURE.fast - SPEED_PRESSURE.slow);
      this.pressure += SPEED_PRESSURE.settle * (wanted - this.pressure);
    }
    return this.pressure;
  }

  /** The finished stroke, simplified (see simplifyInk for the stated error). */
  finish(): Ink {
    const ink = emptyInk(this.rows.length);
    this.rows.forEach(([x, y, pressure, time], i) => {
      ink.x[i] = x;
      ink.y[i] = y;
      ink.pressure[i] = pressure;
      ink.time[i] = time;
    });
    return simplifyInk(ink);
  }
}
