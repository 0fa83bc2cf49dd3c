/** What comes so soon after something else is taken together with it, in milliseconds. */
const TOGETHER = 120;
/** Taking may last so long in one go, in milliseconds: a frame has to be drawn beside it. */
const SLICE = 8;
/** How long until the next go, in milliseconds: about a frame. */
const PAUSE = 16;
/** With so many waiting the device is too slow to keep up: they are taken at once. */
const TOO_MANY = 60;
/** How much the last go counts in what one thing is thought to cost. */
const NEWEST = 0.3;

/**
 * Takes what comes one by one in goes: what comes at nearly the same time together, and of much that came together no
 * more at a time than this device does within part of a frame, as it was measured.
 */
export class PacedIntake<T> {
  private waiting: T[] = [];
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** What taking one has cost lately, in milliseconds; null before anything was taken. */
  private cost: number | null = null;

  /** @param take takes several as one */
  constructor(private readonly take: (together: readonly T[]) => void) {}

  add(one: T): void {
    this.waiting.push(one);
    this.timer ??= setTimeout(() => this.go(), TOGETHER);
  }

  /** Takes all that waits, now. */
  takeAll(): void {
    this.goWith(this.waiting.length);
  }

  /** Forgets what waits. */
  stop(): void {
    clearTimeout(this.timer);
    this.timer = undefined;
    this.waiting = [];
  }

  private go(): void {
    const fitting = this.cost === null || this.waiting.length > TOO_MANY ? Infinity : Math.floor(SLICE / this.cost);
    this.goWith(Math.max(1, fitting));
  }

  private goWith(most: number): void {
    clearTimeout(this.timer);
    const together = this.waiting.slice(0, most);
    this.waiting = this.waiting.slice(together.length);
    this.timer = this.waiting.length > 0 ? setTimeout(() => this.go(), PAUSE) : undefined;
    if (together.length === 0) return;
    const begun = performance.now();
    this.take(together);
    const single = (performance.now() - begun) / together.length;
    this.cost = this.cost === null ? single : NEWEST * single + (1 - NEWEST) * this.cost;
  }
}
