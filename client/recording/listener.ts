import type { Span } from '@lippet/core/recording/spans';
import type { Sound } from '@lippet/core/sound/sound';
import type { Heard, RecordingListener } from '../workers/recording.worker';
import { WorkerLostError, workerRemote } from '../workers/workerRemote';

/** The one worker that listens to recordings, started on first use. */
export const listener = workerRemote<RecordingListener>(
  () => new Worker(new URL('../workers/recording.worker', window.location.href)),
);

/** Sound is decoded to this many samples a second. */
const RATE = 48_000;

/** The sound of a recording as numbers; null where it has none that can be decoded. */
export async function decodeSound(blob: Blob): Promise<Sound | null> {
  try {
    const buffer = await new OfflineAudioContext(1, 1, RATE).decodeAudioData(await blob.arrayBuffer());
    return {
      channels: Array.from({ length: buffer.numberOfChannels }, (_, i) => buffer.getChannelData(i)),
      rate: buffer.sampleRate,
    };
  } catch {
    return null;
  }
}

/** What is to be heard in a recording; null where nothing can be decoded, or nobody can listen just now. */
export async function hear(blob: Blob, spans: readonly Span[]): Promise<Heard | null> {
  const sound = await decodeSound(blob);
  return (
    sound &&
    listener()
      .hear(sound, spans)
      .catch((error: unknown) => {
        if (!(error instanceof WorkerLostError)) throw error;
        console.warn('Nobody listens to this recording.', error);
        return null;
      })
  );
}
