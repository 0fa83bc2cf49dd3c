import { createWriteStream } from 'node:fs';
import type { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { buffer } from 'node:stream/consumers';
import { fromBufferPromise, type Entry, type ZipFile } from 'yauzl';
import { atMost } from './atMost';

/** A ZIP that is broken, is none, or does not hold what it says. */
export class BrokenZipError extends Error {
  override name = 'BrokenZipError';
}

/** There is more in an entry than may be unpacked. */
export class ZipTooLargeError extends Error {
  override name = 'ZipTooLargeError';
}

/** One entry of an archive, by the name that it gives itself: to be looked at, and never to be used as a path. */
export interface ZipEntry {
  name: string;
  /** @throws ZipTooLargeError, BrokenZipError */
  read(most: number): Promise<Buffer>;
  /** @returns the bytes written. @throws ZipTooLargeError, BrokenZipError */
  writeTo(path: string, most: number): Promise<number>;
}

class OpenEntry implements ZipEntry {
  constructor(
    private readonly archive: ZipFile,
    private readonly entry: Entry,
  ) {}

  get name(): string {
    return this.entry.fileName;
  }

  read(most: number): Promise<Buffer> {
    return this.within(most, (limited) => buffer(limited));
  }

  writeTo(path: string, most: number): Promise<number> {
    return this.within(most, async (limited) => {
      let written = 0;
      limited.on('data', (chunk: Buffer) => (written += chunk.length));
      await pipeline(limited, createWriteStream(path, { flags: 'wx' }));
      return written;
    });
  }

  private async within<T>(most: number, take: (limited: Transform) => Promise<T>): Promise<T> {
    const limited = atMost(most, () => new ZipTooLargeError());
    try {
      const content = await this.archive.openReadStreamPromise(this.entry);
      const [taken] = await Promise.all([take(limited), pipeline(content, limited)]);
      return taken;
    } catch (error) {
      throw fromOutside(error) ? error : new BrokenZipError();
    }
  }
}

/** Of the disk, or ours; what else goes wrong here is the archive's fault. */
const fromOutside = (error: unknown): boolean =>
  error instanceof ZipTooLargeError || (error as NodeJS.ErrnoException).syscall !== undefined;

/** An archive may hold so many entries at most. */
const MOST_ENTRIES = 2_000;

/**
 * What lies in an archive, one entry after another. It is unpacked beside the thread that asks, a piece at a time, and
 * sizes that it only claims count for nothing.
 * @throws BrokenZipError, ZipTooLargeError where there are more entries than anybody would put into one
 */
export async function* zipEntries(content: Buffer): AsyncGenerator<ZipEntry> {
  try {
    const archive = await fromBufferPromise(content, { lazyEntries: true });
    if (archive.entryCount > MOST_ENTRIES) throw new ZipTooLargeError();
    for await (const entry of archive.eachEntry()) yield new OpenEntry(archive, entry);
  } catch (error) {
    if (error instanceof ZipTooLargeError || error instanceof BrokenZipError) throw error;
    throw new BrokenZipError();
  }
}
