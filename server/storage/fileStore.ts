import { createHash, randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, open, readFile, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { Readable } from 'node:stream';

/**
 * Files by the SHA-256 of their content, below one folder. A file is written whole under another name and renamed, so
 * a crash leaves no half of one; the same content is kept once.
 */
export class FileStore {
  constructor(private readonly root: string) {}

  private path(hash: string): string {
    return join(this.root, hash.slice(0, 2), hash);
  }

  /** @returns the content's hash in hexadecimal */
  async put(content: Uint8Array): Promise<string> {
    const hash = createHash('sha256').update(content).digest('hex');
    const path = this.path(hash);
    if (await this.size(hash) !== null) return hash;
    await mkdir(dirname(path), { recursive: true });
    const draft = join(this.root, `.${randomUUID()}`);
    const file = await open(draft, 'wx');
    try {
      await file.writeFile(content);
      await file.sync();
      await file.close();
      await rename(draft, path);
    } catch (error) {
      await file.close().catch(() => undefined);
      await rm(draft, { force: true });
      throw error;
    }
    return hash;
  }

  /** In bytes; null if there is no such file. */
  async size(hash: string): Promise<number | null> {
    try {
      return (await stat(this.path(hash))).size;
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code === 'ENOENT') return null;
      throw error;
    }
  }

  read(hash: string): Promise<Buffer> {
    return readFile(this.path(hash));
  }

  /** Bytes `from` to `to`, both included. */
  stream(hash: string, from: number, to: number): ReadableStream {
    return Readable.toWeb(createReadStream(this.path(hash), { start: from, end: to })) as ReadableStream;
  }

  /** Where a program can read the file. */
  pathOf(hash: string): string {
    return this.path(hash);
  }
}
