import { createReadStream, createWriteStream } from 'node:fs';
import { Readable } from 'node:stream';
import { finished, pipeline } from 'node:stream/promises';
import { ZipFile as Archive } from 'yazl';

/** What an entry holds: bytes, or a file that is read while it is written. */
export type ZipContent = Uint8Array | { path: string };

/** A ZIP that is written to disk entry by entry, so that it, and each of them, may be larger than memory. */
export class ZipFile {
  private readonly archive = new Archive();
  private readonly written: Promise<void>;

  /** @param path a file that is not there yet */
  constructor(path: string) {
    this.written = pipeline(this.archive.outputStream, createWriteStream(path, { flags: 'wx' }));
    // Told by `add`, and by `end`.
    this.archive.on('error', () => undefined);
    this.written.catch(() => undefined);
  }

  /** Adds an entry, and waits until it is on its way. Pictures and films are packed already: they stay as they are. */
  async add(name: string, content: ZipContent, { packed = false } = {}): Promise<void> {
    const source = content instanceof Uint8Array ? Readable.from([content]) : createReadStream(content.path);
    this.archive.addReadStream(source, name, { compress: !packed });
    try {
      await Promise.race([finished(source), this.failure()]);
    } catch (error) {
      // Half of an archive is none.
      (this.archive.outputStream as Readable).destroy(error as Error);
      throw error;
    }
  }

  /** Ends the archive; without this it can't be opened. */
  async end(): Promise<void> {
    this.archive.end();
    await this.written;
  }

  /** Rejects when the disk takes no more, or a file can't be read. */
  private failure(): Promise<never> {
    return this.written.then(() => {
      throw new Error('The archive has ended already.');
    });
  }
}
