/** How much one line may say. */

interface Allowed {
  /** Regained in a second. */
  perSecond: number;
  /** At most saved up. */
  atMost: number;
}

/** Something that is spent, and comes back with time (a token bucket). */
export class Allowance {
  private left: number;
  private at: number;

  constructor(
    private readonly allowed: Allowed,
    private readonly clock: () => number = Date.now,
  ) {
    this.left = allowed.atMost;
    this.at = clock();
  }

  /** @returns whether there was as much; where there was not, nothing is spent */
  spend(amount: number): boolean {
    const now = this.clock();
    const { perSecond, atMost } = this.allowed;
    this.left = Math.min(atMost, this.left + ((now - this.at) / 1000) * perSecond);
    this.at = now;
    if (amount > this.left) return false;
    this.left -= amount;
    return true;
  }
}
