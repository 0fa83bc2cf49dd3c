import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
import { WAVE_PEAKS } from '@lippet/core/contract/media';
import { LoudnessMeter } from '@lippet/core/sound/loudness';
import { WaveMeter } from '@lippet/core/sound/wave';

/** What is measured of a sound. */
export interface SoundShape {
  /** In LUFS; null for silence. */
  loudness: number | null;
  /** Its shape, 0 to 1 in even stretches. */
  peaks: number[];
}

/** A sound as numbers: two channels by turns, 32 bits each. */
export interface SoundTask {
  path: string;
  /** Samples a second. */
  rate: number;
}

/** Bytes of a sample of both channels. */
const FRAME_BYTES = 8;

/** The two channels that lie by turns. */
function channelsOf(bytes: Buffer): [Float32Array, Float32Array] {
  const count = Math.floor(bytes.length / FRAME_BYTES);
  const [left, right] = [new Float32Array(count), new Float32Array(count)];
  for (let i = 0; i < count; i++) {
    left[i] = bytes.readFloatLE(i * FRAME_BYTES);
    right[i] = bytes.readFloatLE(i * FRAME_BYTES + 4);
  }
  return [left, right];
}

/** Measures a sound a second at a time: a quarter of an hour is a third of a gigabyte. */
export function soundShape({ path, rate }: SoundTask): SoundShape {
  const file = openSync(path, 'r');
  try {
    const samples = Math.floor(fstatSync(file).size / FRAME_BYTES);
    const loudness = new LoudnessMeter(rate, 2);
    const wave = new WaveMeter(WAVE_PEAKS, Math.max(WAVE_PEAKS, samples));
    const second = Buffer.alloc(rate * FRAME_BYTES);
    for (let offset = 0; offset < samples * FRAME_BYTES; offset += second.length) {
      const read = readSync(file, second, 0, second.length, offset);
      const channels = channelsOf(second.subarray(0, read));
      loudness.add(channels);
      wave.add(channels);
    }
    const integrated = loudness.integrated();
    return {
      loudness: Number.isFinite(integrated) ? integrated : null,
      peaks: wave.shape().map((peak) => Math.round(peak * 1000) / 1000),
    };
  } finally {
    closeSync(file);
  }
}
