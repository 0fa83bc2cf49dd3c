/** What comes so soon after something else is taken with it, in milliseconds. */
const TOGETHER = 60;
/** After so long the next picture of the screen is let through before more is taken, in milliseconds. */
const SLICE = 2;
/** So often there is a picture of the screen, in milliseconds. */
const FRAME = 16;
/** However much waits, all of it is taken in so many turns. */
const TURNS = 8;

/**
 * Takes what comes in quick succession a little at a time and in its order, so that whoever draws meanwhile is not held
 * up by what sixty others draw.
 */
export class InTurns<T> {
  private readonly waiting: T[] = [];
  private timer: ReturnType<typeof setTimeout> | undefined;

  /** @param take takes some of it as one change */
  constructor(private readonly take: (some: readonly T[]) => void) {}

  add(one: T): void {
    this.waiting.push(one);
    this.timer ??= setTimeout(() => this.takeSome(), TOGETHER);
  }

  /** Takes all that waits, now. */
  takeAll(): void {
    this.drop();
    if (this.waiting.length > 0) this.take(this.waiting.splice(0));
  }

  /** Takes nothing more by itself. */
  drop(): void {
    clearTimeout(this.timer);
    this.timer = undefined;
  }

  private takeSome(): void {
    this.timer = undefined;
    const end = performance.now() + SLICE;
    const atOnce = Math.ceil(this.waiting.length / TURNS);
    // However slow a device is, something is taken each time.
    do this.take(this.waiting.splice(0, atOnce));
    while (this.waiting.length > 0 && performance.now() < end);
    if (this.waiting.length > 0) this.timer = setTimeout(() => this.takeSome(), FRAME);
  }
}
