import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, mkdirSync } from 'node:fs';
import { mkdir, open, readdir, readFile, rename, rm, stat, utimes, writeFile } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';

/** Folders are called by the first two digits of what is in them. */
const FOLDER = /^[0-9a-f]{2}$/;

/**
 * Files by the SHA-256 of their content, below one folder. A file is written whole under another name and renamed, so
 * a crash leaves no half of one; the same content is kept once.
 */
export class FileStore {
  private readonly root: string;
  private readonly turns = new Map<string, Promise<void>>();

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

  /**
   * Takes a whole file over from where it was written (on the same disk). It counts as new from now on, also where it was
   * here before: whoever took it over has not written down yet that it is needed.
   *
   * @returns the content's hash
   */
  async adopt(path: string): Promise<string> {
    const hash = await hashFile(path);
    const now = new Date();
    await this.inTurn(hash, async () => {
      if ((await this.size(hash)) !== null) {
        await utimes(this.path(hash), now, now);
        return rm(path);
      }
      const file = await open(path, 'r+');
      await file.sync().finally(() => file.close());
      await utimes(path, now, now);
      await mkdir(dirname(this.path(hash)), { recursive: true });
      await rename(path, this.path(hash));
    });
    return hash;
  }

  /** One after another for the same content: it is not taken over while it is taken away. */
  private async inTurn(hash: string, work: () => Promise<void>): Promise<void> {
    const before = this.turns.get(hash) ?? Promise.resolve();
    const turn = before.catch(() => undefined).then(work);
    this.turns.set(hash, turn);
    try {
      await turn;
    } finally {
      if (this.turns.get(hash) === turn) this.turns.delete(hash);
    }
  }

  /**
   * Takes away what nobody needs, and drafts that were left behind.
   *
   * @param before only what is older, in milliseconds since 1970: what is new may not be written down as needed yet
   * @returns how many files were taken away
   */
  async sweep(isNeeded: (hash: string) => Promise<boolean>, before: number): Promise<number> {
    let removed = 0;
    const isOld = async (path: string): Promise<boolean> => (await stat(path)).mtimeMs < before;
    for (const entry of await readdir(this.root, { withFileTypes: true })) {
      const path = join(this.root, entry.name);
      if (entry.isFile() && entry.name.startsWith('.') && (await isOld(path))) {
        await rm(path, { force: true });
        removed += 1;
      }
      if (!entry.isDirectory() || !FOLDER.test(entry.name)) continue;
      for (const hash of await readdir(path)) {
        await this.inTurn(hash, async () => {
          if (!(await isOld(this.path(hash))) || (await isNeeded(hash))) return;
          await rm(this.path(hash), { force: true });
          removed += 1;
        });
      }
    }
    return removed;
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

/** SHA-256 of a file, in hexadecimal. */
export async function hashFile(path: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(path), hash);
  return hash.digest('hex');
}
