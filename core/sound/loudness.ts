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

/** A filtered copy (direct form II transposed, in double precision). */
export function filtered(samples: Float32Array | Float64Array, { b: [b0, b1, b2], a: [a1, a2] }: Biquad): Float64Array {
  const out = new Float64Array(samples.length);
  let [z1, z2] = [0, 0];
  for (let i = 0; i < samples.length; i++) {
    const x = samples[i]!;
    const y = b0 * x + z1;
    z1 = b1 * x - a1 * y + z2;
    z2 = b2 * x - a2 * y;
    out[i] = y;
  }
  return out;
}

const STEP = 0.1;
const STEPS_A_BLOCK = 4;
const ABSOLUTE_GATE = -70;
const RELATIVE_GATE = -10;

const toLoudness = (meanSquare: number): number => -0.691 + 10 * Math.log10(meanSquare);
const toMeanSquare = (loudness: number): number => 10 ** ((loudness + 0.691) / 10);
const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

/** Mean squares of the blocks of 400 ms, over all channels. A sound shorter than one block is one. */
function blockPowers({ channels, rate }: Sound): number[] {
  const size = Math.round(STEP * rate);
  const steps = Math.floor((channels[0]?.length ?? 0) / size);
  const powers = new Array<number>(steps).fill(0);
  const [shelf, highPass] = kWeighting(rate);
  for (const channel of channels) {
    const weighted = filtered(filtered(channel, shelf), highPass);
    for (let step = 0; step < steps; step++) {
      let sum = 0;
      for (let i = step * size; i < (step + 1) * size; i++) sum += weighted[i]! * weighted[i]!;
      powers[step]! += sum / size;
    }
  }
  const blocks = Math.max(steps > 0 ? 1 : 0, steps - STEPS_A_BLOCK + 1);
  return Array.from({ length: blocks }, (_, i) => mean(powers.slice(i, i + STEPS_A_BLOCK)));
}

/**
 * Integrated loudness in LUFS of a sound with one or two channels (which weigh the same); minus infinity for one in
 * which no block is above the absolute gate.
 */
export function integratedLoudness(sound: Sound): number {
  const loud = blockPowers(sound).filter((power) => power > toMeanSquare(ABSOLUTE_GATE));
  if (loud.length === 0) return -Infinity;
  const gate = toMeanSquare(toLoudness(mean(loud)) + RELATIVE_GATE);
  return toLoudness(mean(loud.filter((power) => power > gate)));
}
