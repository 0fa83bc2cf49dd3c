import { SHORTEST, spansLength, type Span } from './spans';

/**
 * The stretches of a recording that is being made: it is paused and gone on with, and the last stretch can be dropped.
 * Times that are passed in are of any clock that never goes back, in seconds; what comes out is time of the recording,
 * which stands still while it is paused.
 */
export class Segments {
  private closed: Span[] = [];
  /** Recorded before the stretch under way. */
  private before = 0;
  /** On the clock; null while paused. */
  private startedAt: number | null = null;

  get running(): boolean {
    return this.startedAt !== null;
  }

  /** Begins, or goes on. */
  run(now: number): void {
    this.startedAt ??= now;
  }

  pause(now: number): void {
    if (this.startedAt === null) return;
    const end = this.recorded(now);
    if (end - this.before >= SHORTEST) this.closed.push([this.before, end]);
    this.before = end;
    this.startedAt = null;
  }

  /** Leaves the last stretch out, while paused. */
  dropLast(): void {
    if (!this.running) this.closed.pop();
  }

  /** How long the recording is, with what was dropped. */
  recorded(now: number): number {
    return this.before + (this.startedAt === null ? 0 : now - this.startedAt);
  }

  /** The stretches that are kept, with the one under way. */
  spans(now: number): Span[] {
    const end = this.recorded(now);
    return this.running && end - this.before >= SHORTEST ? [...this.closed, [this.before, end]] : [...this.closed];
  }

  /** How long what is kept is. */
  kept(now: number): number {
    return spansLength(this.spans(now));
  }
}
