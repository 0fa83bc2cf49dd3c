import { rm } from 'node:fs/promises';
import type { Span } from '@lippet/core/recording/spans';
import { cutPlayable, probeRecording, RecordingError } from '../../media/recording';
import { ProblemError } from '../../problems/problem';
import type { FileStore } from '../../storage/fileStore';
import { dropFiles } from './droppedFiles';

/** Bytes of a file, and how they are to be read. */
export interface MediaForm {
  hash: string;
  type: string;
  size: number;
}

/** Copies of recordings without what was left out. They are made one at a time: they are rare, and each takes a processor. */
export class RecordingCopies {
  /** The copy that is being made. */
  private making: Promise<unknown> = Promise.resolve();

  constructor(private readonly files: FileStore) {}

  /**
   * @param hash of a sound or a film
   * @throws ProblemError `unfit` where nothing can be made of it
   */
  cut(hash: string, spans: readonly Span[]): Promise<MediaForm> {
    const made = this.making.catch(() => undefined).then(() => this.make(hash, spans));
    this.making = made;
    return made;
  }

  private async make(hash: string, spans: readonly Span[]): Promise<MediaForm> {
    const path = this.files.pathOf(hash);
    const facts = await probeRecording(path);
    const out = this.files.draft();
    try {
      if (!facts) throw new RecordingError('It can’t be read any more, so no copy can be made of it.');
      const there = spans.filter(([from]) => from < (facts.seconds ?? 0));
      if (there.length === 0) throw new RecordingError('Nothing of the recording lies there.');
      await cutPlayable(path, facts, there, out);
      const made = await this.files.adopt(out);
      await dropFiles([made]); // it is fetched now, and made anew if it is wished for again
      return {
        hash: made,
        type: facts.sort === 'film' ? 'video/mp4' : 'audio/mp4',
        size: (await this.files.size(made))!,
      };
    } catch (error) {
      if (error instanceof RecordingError) throw new ProblemError('unfit', error.message);
      throw error;
    } finally {
      await rm(out, { force: true });
    }
  }
}
