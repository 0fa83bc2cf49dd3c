import { rm } from 'node:fs/promises';
import type { Compute } from '../compute/compute';
import type { FileStore } from '../storage/fileStore';
import { coverPicture, makePlayable, probeRecording, RATE, RecordingError, type MadeFiles } from './recording';

/** What is made of a recording, and measured in it. */
export interface PlayableForm {
  playableHash: string;
  playableType: string;
  playableSize: number;
  seconds: number;
  width: number | null;
  height: number | null;
  coverHash: string | null;
  loudness: number | null;
  peaks: number[] | null;
}

/**
 * Makes the form of a recording that plays everywhere, and keeps it.
 * @throws RecordingError where that can't be done
 */
export async function playableForm(files: FileStore, compute: Compute, path: string): Promise<PlayableForm> {
  const facts = await probeRecording(path);
  if (!facts) throw new RecordingError('It can’t be read any more, so it could not be made playable everywhere.');
  const drafts: MadeFiles = { playable: files.draft(), sound: files.draft(), frames: files.draft() };
  try {
    await makePlayable(path, facts, drafts);
    const made = await probeRecording(drafts.playable);
    if (!made?.seconds)
      throw new RecordingError('There is nothing to be seen or heard in it. The recording is kept as it came.');
    const sound = made.hasSound ? await compute.run('soundShape', { path: drafts.sound, rate: RATE }) : null;
    const cover = made.sort === 'film' ? await files.put(await coverPicture(drafts)) : null;
    const hash = await files.adopt(drafts.playable);
    return {
      playableHash: hash,
      playableType: made.type,
      playableSize: (await files.size(hash))!,
      seconds: made.seconds,
      width: made.width,
      height: made.height,
      coverHash: cover,
      loudness: sound?.loudness ?? null,
      peaks: sound?.peaks ?? null,
    };
  } finally {
    await Promise.all(Object.values(drafts).map((draft: string) => rm(draft, { force: true })));
  }
}
