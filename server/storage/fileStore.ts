import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, mkdirSync } from 'node:fs';
import { mkdir, open, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';

/**
 * Files by the SHA-256 of their content, below one folder. A file is written whole under another name and renamed, so
 * a crash leaves no half of one; the same content is kept once.
 */
export class FileStore {
  private readonly root: string;

  /** Programs that are given a path of it may stand in another folder. */
  constructor(root: string) {
    this.root = resolve(root);
  }

  private path(hash: string): string {
    return join(this.root, hash.slice(0, 2), hash);
  }

  /** A path for a file that is being written; what is not adopted from it is removed by whoever wrote it. */
  draft(): string {
    mkdirSync(this.root, { recursive: true });
    return join(this.root, `.${randomUUID()}`);
  }

  /** @returns the content's hash in hexadecimal */
  async put(content: Uint8Array): Promise<string> {
    const draft = this.draft();
    try {
      await writeFile(draft, content, { flag: 'wx' });
      return await this.adopt(draft);
    } finally {
      await rm(draft, { force: true });
    }
  }

  /** Takes a whole file over from where it was written (on the same disk). @returns the content's hash */
  async adopt(path: string): Promise<string> {
    const hash = await hashFile(path);
    if ((await this.size(hash)) !== null) {
      await rm(path);
      return hash;
    }
    const file = await open(path, 'r+');
    await file.sync().finally(() => file.close());
    await mkdir(dirname(this.path(hash)), { recursive: true });
    await rename(path, this.path(hash));
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

  /** Takes a file away; one that is not there stays so. */
  async remove(hash: string): Promise<void> {
    await rm(this.path(hash), { force: true });
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

/** SHA-256 of a file, in hexadecimal. */
export async function hashFile(path: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(path), hash);
  return hash.digest('hex');
}
