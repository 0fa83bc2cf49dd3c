/**
 * The One Euro filter: smooths a noisy signal with little lag, by lifting the cut-off as it moves faster.
 *
 * Source: G. Casiez, N. Roussel, D. Vogel, "1€ Filter: A Simple Speed-based Low-pass Filter for Noisy
 * Input in Interactive Systems", CHI 2012, algorithm 1.
 */
export interface OneEuroSettings {
  /** Cut-off at rest in hertz: lower is steadier, and lags more. */
  minCutoff: number;
  /** How much the cut-off rises for each unit a second of speed. */
  beta: number;
  /** Cut-off of the speed itself in hertz. */
  speedCutoff: number;
}

/** Chosen on page points: hand tremor at rest (below 20 pt/s) is damped, writing speed passes almost untouched. */
export const PEN_SMOOTHING: OneEuroSettings = { minCutoff: 6, beta: 0.06, speedCutoff: 3 };

const smoothingFactor = (seconds: number, cutoff: number): number => {
  const r = 2 * Math.PI * cutoff * seconds;
  return r / (r + 1);
};

/** Filters one coordinate. Make one for x and one for y, and a new pair for each stroke. */
export class OneEuroFilter {
  private value: number | null = null;
  private speed = 0;
  private lastTime = 0;

  constructor(private readonly settings: OneEuroSettings = PEN_SMOOTHING) {}

  /** Goes on from another value than it came to. */
  goOnFrom(value: number): void {
    this.value = value;
  }

  /**
   * @param raw the sample, in any unit
   * @param time milliseconds; samples at or before the last one's time are taken as 1 ms later
   * @returns the smoothed value
   */
  next(raw: number, time: number): number {
    if (this.value === null) {
      this.value = raw;
      this.lastTime = time;
      return raw;
    }
    const seconds = Math.max(time - this.lastTime, 1) / 1000;
    this.lastTime = Math.max(time, this.lastTime);
    const rawSpeed = (raw - this.value) / seconds;
    const speedFactor = smoothingFactor(seconds, this.settings.speedCutoff);
    this.speed += speedFactor * (rawSpeed - this.speed);
    const cutoff = this.settings.minCutoff + this.settings.beta * Math.abs(this.speed);
    this.value += smoothingFactor(seconds, cutoff) * (raw - this.value);
    return this.value;
  }
}
