import { FILM_TYPES, MEDIA_LIMITS, SOUND_TYPES, type MediaHome } from '@lippet/core/contract/media';
import type { TakeSort } from '@lippet/core/recording/take';
import { askForFiles } from '../ui/askForFiles';
import type { Recorded } from './recorder';

const NOT_PLAYED = 'That file is no sound or film that can be played here. WebM, MP4, MP3 and WAV can.';

/** What a file is and how long; null where it can't be played here. */
function lookInto(blob: Blob): Promise<{ seconds: number; sort: TakeSort } | null> {
  return new Promise((resolve) => {
    const element = document.createElement('video');
    const url = URL.createObjectURL(blob);
    const done = (found: { seconds: number; sort: TakeSort } | null): void => {
      URL.revokeObjectURL(url);
      element.removeAttribute('src');
      resolve(found);
    };
    const tell = (): void =>
      done(
        element.duration > 0 ? { seconds: element.duration, sort: element.videoWidth > 0 ? 'film' : 'sound' } : null,
      );
    element.onerror = () => done(null);
    element.onloadedmetadata = () => {
      if (Number.isFinite(element.duration)) return tell();
      // A recorder's file tells how long it is once its end was looked for.
      element.ondurationchange = () => Number.isFinite(element.duration) && tell();
      element.currentTime = 1e7;
      return undefined;
    };
    element.src = url;
  });
}

/** What a recording from a file is wanted for, and how long it may be, in seconds. */
export interface RecordingWish {
  home: MediaHome;
  part: string;
  limit: number;
}

/**
 * Lets somebody choose a recording among the files of the device; neither camera nor microphone is asked for.
 * @returns a sentence where it can't be used; null where none was chosen
 */
export async function chooseRecording(sort: TakeSort, wish: RecordingWish): Promise<Recorded | string | null> {
  const [file] = await askForFiles(sort === 'film' ? FILM_TYPES : SOUND_TYPES);
  return file ? bringRecording(file, wish) : null;
}

/**
 * A recording from a file, as if it had been made here; what is longer than wanted is cut at its end.
 * @returns a sentence where it can't be used
 */
export async function bringRecording(file: File, wish: RecordingWish): Promise<Recorded | string> {
  if (file.size === 0) return 'That file is empty.';
  if (file.size > MEDIA_LIMITS.recording)
    return `That file is too large: at most ${Math.round(MEDIA_LIMITS.recording / 1024 / 1024)} MB.`;
  const found = await lookInto(file);
  if (!found) return NOT_PLAYED;
  const { seconds, sort } = found;
  const { home, part, limit } = wish;
  return {
    id: crypto.randomUUID(),
    home,
    part,
    sort,
    type: file.type,
    begun: file.lastModified,
    seconds,
    spans: [[0, Math.min(seconds, limit)]],
    blob: file,
  };
}
