/** Listens to recordings and looks through films, away from the main thread. */
import { WAVE_PEAKS } from '@lippet/core/contract/media';
import { scoreFrame } from '@lippet/core/film/coverFrames';
import type { Span } from '@lippet/core/recording/spans';
import type { Rgba } from '@lippet/core/scan/raster';
import { judgeSound, type SoundJudgement } from '@lippet/core/sound/judgeSound';
import { lifted } from '@lippet/core/sound/lift';
import { cutSound, joinSounds, type Sound } from '@lippet/core/sound/sound';
import { writeWav } from '@lippet/core/sound/wav';
import { wavePeaks } from '@lippet/core/sound/wave';
import { expose } from 'comlink';

/** What was heard in a recording. */
export interface Heard extends SoundJudgement {
  peaks: number[];
}

const keptOf = (sound: Sound, spans: readonly Span[]): Sound =>
  joinSounds(spans.map(([from, to]) => cutSound(sound, from, to)));

const listener = {
  /** Judges what is kept of a sound. */
  hear(sound: Sound, spans: readonly Span[]): Heard {
    const kept = keptOf(sound, spans);
    return { ...judgeSound(kept), peaks: wavePeaks(kept, WAVE_PEAKS) };
  },
  /** The whole sound at a good loudness, as a WAV file. */
  lift: (sound: Sound): Uint8Array<ArrayBuffer> => writeWav(lifted(sound)),
  /** What is kept of a sound, as a WAV file. */
  cut: (sound: Sound, spans: readonly Span[]): Uint8Array<ArrayBuffer> => writeWav(keptOf(sound, spans)),
  score: (image: Rgba): number => scoreFrame(image),
};
export type RecordingListener = typeof listener;

expose(listener);
