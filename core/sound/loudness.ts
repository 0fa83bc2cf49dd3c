/**
 * Loudness after ITU-R BS.1770-5 (annex 1): K-weighting, mean squares of blocks of 400 ms that overlap by three
 * quarters, gated absolutely at -70 LUFS and relatively at 10 LU below what is left.
 */
import type { Sound } from './sound';

/** Coefficients of a second-order filter, a0 being 1. */
export interface Biquad {
  b: readonly [number, number, number];
  a: readonly [number, number];
}

/**
 * The two filters of the K-weighting at any sampling rate. The recommendation gives them at 48 kHz; these are the
 * analogue filters behind those numbers (found by B. De Man, "Evaluation of implementations of the EBU R128 loudness
 * measurement", 2018), made digital by the bilinear transform, so that other rates hear the same.
 */
export function kWeighting(rate: number): [shelf: Biquad, highPass: Biquad] {
  const prototype = (frequency: number, q: number): { k: number; a0: number; a: [number, number]; q: number } => {
    const k = Math.tan((Math.PI * frequency) / rate);
    const a0 = 1 + k / q + k * k;
    return { k, a0, q, a: [(2 * (k * k - 1)) / a0, (1 - k / q + k * k) / a0] };
  };
  const shelf = prototype(1681.974450955533, 0.7071752369554196);
  const high = 10 ** (3.999843853973347 / 20);
  const band = high ** 0.4996667741545416;
  const { k, q, a0 } = shelf;
  const pass = prototype(38.13547087602444, 0.5003270373238773);
  return [
    {
      b: [(high + (band * k) / q + k * k) / a0, (2 * (k * k - high)) / a0, (high - (band * k) / q + k * k) / a0],
      a: shelf.a,
    },
    { b: [1, -2, 1], a: pass.a },
  ];
}

const STEP = 0.1;
const STEPS_A_BLOCK = 4;
const ABSOLUTE_GATE = -70;
const RELATIVE_GATE = -10;

const toLoudness = (meanSquare: number): number => -0.691 + 10 * Math.log10(meanSquare);
const toMeanSquare = (loudness: number): number => 10 ** ((loudness + 0.691) / 10);
const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

/** A second-order filter that goes on where it stopped (direct form II transposed, in double precision). */
class RunningFilter {
  private readonly b0: number;
  private readonly b1: number;
  private readonly b2: number;
  private readonly a1: number;
  private readonly a2: number;
  private z1 = 0;
  private z2 = 0;

  constructor({ b, a }: Biquad) {
    [this.b0, this.b1, this.b2] = b;
    [this.a1, this.a2] = a;
  }

  next(x: number): number {
    const y = this.b0 * x + this.z1;
    this.z1 = this.b1 * x - this.a1 * y + this.z2;
    this.z2 = this.b2 * x - this.a2 * y;
    return y;
  }
}

/** One channel's filters, and what has been summed up of the step that is under way. */
class ChannelMeter {
  private readonly shelf: RunningFilter;
  private readonly highPass: RunningFilter;
  private sum = 0;
  private filled = 0;
  readonly steps: number[] = [];

  constructor(
    rate: number,
    private readonly size: number,
  ) {
    [this.shelf, this.highPass] = kWeighting(rate).map((biquad) => new RunningFilter(biquad)) as [
      RunningFilter,
      RunningFilter,
    ];
  }

  add(samples: Float32Array): void {
    for (const sample of samples) {
      const weighted = this.highPass.next(this.shelf.next(sample));
      this.sum += weighted * weighted;
      this.filled += 1;
      if (this.filled < this.size) continue;
      this.steps.push(this.sum / this.size);
      [this.sum, this.filled] = [0, 0];
    }
  }
}

/** Measures a sound that comes bit by bit, so that a long one is never held whole. */
export class LoudnessMeter {
  private readonly channels: ChannelMeter[];

  /** @param rate samples a second */
  constructor(rate: number, channels: number) {
    const size = Math.round(STEP * rate);
    this.channels = Array.from({ length: channels }, () => new ChannelMeter(rate, size));
  }

  /** What comes next: as many samples of each channel, -1 to 1. */
  add(samples: readonly Float32Array[]): void {
    this.channels.forEach((channel, i) => channel.add(samples[i]!));
  }

  /**
   * Integrated loudness in LUFS of what has come (channels weigh the same); minus infinity where no block is above the
   * absolute gate. A sound shorter than one block is one.
   */
  integrated(): number {
    const loud = this.blockPowers().filter((power) => power > toMeanSquare(ABSOLUTE_GATE));
    if (loud.length === 0) return -Infinity;
    const gate = toMeanSquare(toLoudness(mean(loud)) + RELATIVE_GATE);
    return toLoudness(mean(loud.filter((power) => power > gate)));
  }

  /** Mean squares of the blocks of 400 ms, over all channels. */
  private blockPowers(): number[] {
    const steps = this.channels[0]?.steps.length ?? 0;
    const powers = Array.from({ length: steps }, (_, step) =>
      this.channels.reduce((sum, channel) => sum + channel.steps[step]!, 0),
    );
    const blocks = Math.max(steps > 0 ? 1 : 0, steps - STEPS_A_BLOCK + 1);
    return Array.from({ length: blocks }, (_, i) => mean(powers.slice(i, i + STEPS_A_BLOCK)));
  }
}

/** Integrated loudness of a whole sound with one or two channels, in LUFS; see {@link LoudnessMeter.integrated}. */
export function integratedLoudness({ channels, rate }: Sound): number {
  const meter = new LoudnessMeter(rate, channels.length);
  meter.add(channels);
  return meter.integrated();
}
