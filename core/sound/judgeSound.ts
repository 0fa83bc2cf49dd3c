/** Says what is wrong with a recording, as far as that can be computed. */
import FFT from 'fft.js';
import { integratedLoudness } from './loudness';
import type { Sound } from './sound';

export const SOUND_FAULTS = ['silent', 'quiet', 'clipped', 'noise'] as const;
export type SoundFault = (typeof SOUND_FAULTS)[number];

/** What was measured, and what is wrong. */
export interface SoundJudgement {
  /** Integrated loudness in LUFS; minus infinity for silence. */
  loudness: number;
  faults: SoundFault[];
}

/** Below this (LUFS) there is nothing to be heard in a room; speech at arm's length lies around -25. */
const SILENT = -55;
/** Below this it has to be turned up. */
const QUIET = -34;
/** A sample this near to the largest one is as large as the device can tell. */
const FLAT = 0.999;
/** Flat tops happen from here on (share of full scale): a quiet sound has peaks too. */
const CLIPS_FROM = 0.8;
/** So many samples at the top in a row are a flat top; a sine's own tip is flat for fewer at this rate. */
const RUN = 3;
/** Flat tops make up at least this share of a clipped recording. */
const CLIPPED = 0.0008;

const FRAME = 1024;
/** Frames are taken at this rate or just above, so that one frame is about a 20th of a second. */
const FRAME_RATE = 16_000;
/** Only the loudest frames are looked at: between words every recording is noise. */
const LOUDEST = 0.4;
/**
 * Whitened flatness of pure noise is exp(-γ) = 0.56 (periodogram bins are exponentially distributed); of voices below
 * 0.35.
 */
const NOISY = 0.46;
/** Bins of the frame that are looked at, in Hz. */
const BAND = [120, 6_000] as const;
/** Fewer frames tell nothing. */
const LEAST_FRAMES = 12;

/** How much of the sound lies on flat tops, 0 to 1. */
export function clippedShare({ channels }: Sound): number {
  let [flat, total] = [0, 0];
  for (const channel of channels) {
    let top = 0;
    for (const sample of channel) top = Math.max(top, Math.abs(sample));
    total += channel.length;
    if (top < CLIPS_FROM) continue;
    let run = 0;
    const close = (): void => {
      if (run >= RUN) flat += run;
      run = 0;
    };
    for (const sample of channel) {
      if (Math.abs(sample) >= top * FLAT) run++;
      else close();
    }
    close();
  }
  return total === 0 ? 0 : flat / total;
}

/** The first channel at about the frames' rate, by means of neighbours. */
function slower({ channels: [channel], rate }: Sound): { samples: Float32Array; rate: number } {
  const by = Math.max(1, Math.floor(rate / FRAME_RATE));
  if (!channel || by === 1) return { samples: channel ?? new Float32Array(), rate };
  const samples = new Float32Array(Math.floor(channel.length / by));
  for (let i = 0; i < samples.length; i++) {
    let sum = 0;
    for (let j = 0; j < by; j++) sum += channel[i * by + j]!;
    samples[i] = sum / by;
  }
  return { samples, rate: rate / by };
}

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

/** Power spectra of half-overlapping frames under a Hann window, within the band. */
function spectra(sound: Sound): Float64Array[] {
  const { samples, rate } = slower(sound);
  const fft = new FFT(FRAME);
  const [from, to] = BAND.map((frequency) => Math.round((frequency * FRAME) / rate)) as [number, number];
  const last = Math.min(to, FRAME / 2);
  const input = new Array<number>(FRAME);
  const output = fft.createComplexArray() as number[];
  const found: Float64Array[] = [];
  for (let start = 0; start + FRAME <= samples.length; start += FRAME / 2) {
    for (let i = 0; i < FRAME; i++) input[i] = samples[start + i]! * (0.5 - 0.5 * Math.cos((2 * Math.PI * i) / FRAME));
    fft.realTransform(output, input);
    found.push(
      Float64Array.from(
        { length: last - from },
        (_, i) => output[2 * (from + i)]! ** 2 + output[2 * (from + i) + 1]! ** 2,
      ),
    );
  }
  return found;
}

/**
 * How much the sound is like noise that goes on and on, 0 to about 0.6: the flatness (geometric by arithmetic mean) of
 * each loud frame's spectrum divided by the mean spectrum, the median over the frames. Dividing makes the colour of the
 * noise not matter. Null where the sound is too short to tell.
 */
export function noisiness(sound: Sound): number | null {
  const frames = spectra(sound);
  if (frames.length < LEAST_FRAMES) return null;
  const powers = frames.map((frame) => frame.reduce((sum, power) => sum + power, 0));
  const bound = [...powers].sort((a, b) => b - a)[Math.floor(powers.length * LOUDEST)]!;
  const loud = frames.filter((_, i) => powers[i]! >= bound && powers[i]! > 0);
  const bins = loud[0]?.length ?? 0;
  if (loud.length < LEAST_FRAMES / 4 || bins === 0) return null;
  const average = Float64Array.from(
    { length: bins },
    (_, bin) => loud.reduce((sum, frame) => sum + frame[bin]!, 0) / loud.length + 1e-20,
  );
  return median(
    loud.map((frame) => {
      let [sum, logs] = [0, 0];
      for (let bin = 0; bin < bins; bin++) {
        const white = frame[bin]! / average[bin]! + 1e-12;
        sum += white;
        logs += Math.log(white);
      }
      return Math.exp(logs / bins) / (sum / bins);
    }),
  );
}

/** Judges a recording: silent, too quiet, clipped, mostly noise. A silent one is nothing else. */
export function judgeSound(sound: Sound): SoundJudgement {
  const loudness = integratedLoudness(sound);
  if (loudness < SILENT) return { loudness, faults: ['silent'] };
  const noise = noisiness(sound);
  const found: Record<SoundFault, boolean> = {
    silent: false,
    quiet: loudness < QUIET,
    clipped: clippedShare(sound) >= CLIPPED,
    noise: noise !== null && noise >= NOISY,
  };
  return { loudness, faults: SOUND_FAULTS.filter((fault) => found[fault]) };
}
