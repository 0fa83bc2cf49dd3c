import { fileEnding } from '@lippet/core/contract/fileEndings';
import { spansAddress } from '@lippet/core/contract/media';
import { spansLength } from '@lippet/core/recording/spans';
import type { Take } from '@lippet/core/recording/take';
import { mediaOutbox } from '../api/mediaOutbox';
import { getBlob as fetched } from '../api/request';
import { download } from '../page/takeOut/takeOut';
import { decodeSound, listener } from './listener';

/** A recording counts as whole where no more than this is left out of it, in seconds. */
const SLACK = 0.2;

/**
 * Saves a take as a file, without what was left out of it: a sound as WAV, made here; a film as MP4, made at school, or
 * as it was recorded where nothing was left out.
 */
export async function saveTake(take: Take, name: string): Promise<void> {
  const waiting = await mediaOutbox.blob(take.media);
  if (take.sort === 'sound') {
    const sound = await decodeSound(waiting ?? (await fetched(`/media/${take.media}/playable`)));
    if (sound)
      return download(new Blob([await listener().cut(sound, take.spans)], { type: 'audio/wav' }), `${name}.wav`);
  }
  const whole = take.spans.length === 1 && spansLength(take.spans) > take.seconds - SLACK;
  const blob =
    waiting && whole
      ? waiting
      : await fetched(`/media/${take.media}/${whole ? 'playable' : `cut?spans=${spansAddress(take.spans)}`}`);
  return download(blob, `${name}.${fileEnding(blob.type.split(';')[0]!)}`);
}
