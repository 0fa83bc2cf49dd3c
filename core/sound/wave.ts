import type { Sound } from './sound';

/**
 * The shape of a sound: its largest sample in each of `count` even stretches, 0 to 1. A stretch that is shorter than a
 * sample shows the one it lies in.
 */
export function wavePeaks({ channels }: Sound, count: number): number[] {
  const length = channels[0]?.length ?? 0;
  return Array.from({ length: count }, (_, bin) => {
    const from = Math.floor((bin * length) / count);
    const to = Math.max(from + 1, Math.floor(((bin + 1) * length) / count));
    let peak = 0;
    for (const channel of channels)
      for (let i = from; i < to && i < length; i++) peak = Math.max(peak, Math.abs(channel[i]!));
    return Math.min(1, peak);
  });
}

/** The shape of a sound that comes bit by bit; of one whose length is known, and is at least one sample a stretch. */
export class WaveMeter {
  private readonly peaks: number[];
  private at = 0;

  /** @param length samples of a channel that will come altogether */
  constructor(
    private readonly count: number,
    private readonly length: number,
  ) {
    this.peaks = new Array<number>(count).fill(0);
  }

  add(channels: readonly Float32Array[]): void {
    const size = channels[0]?.length ?? 0;
    for (let i = 0; i < size; i++) {
      const bin = Math.min(this.count - 1, Math.floor(((this.at + i + 1) * this.count - 1) / this.length));
      for (const channel of channels) this.peaks[bin] = Math.max(this.peaks[bin]!, Math.abs(channel[i]!));
    }
    this.at += size;
  }

  /** Each 0 to 1. */
  shape(): number[] {
    return this.peaks.map((peak) => Math.min(1, peak));
  }
}

/** Quieter than this (dBFS) shows as nothing on a level. */
const FLOOR = -54;

/** How far a level's bar reaches, 0 to 1, for samples of this moment: even steps of decibels look even to the ear. */
export function levelOf(samples: Float32Array): number {
  let sum = 0;
  for (const sample of samples) sum += sample * sample;
  const decibels = 10 * Math.log10(sum / Math.max(1, samples.length));
  return Math.min(1, Math.max(0, 1 - decibels / FLOOR));
}
