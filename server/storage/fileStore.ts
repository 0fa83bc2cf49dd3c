import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, mkdirSync, type Stats } from 'node:fs';
import { mkdir, open, readdir, readFile, rename, rm, stat, utimes, writeFile } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';

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
   * Takes a file away where nobody needs it.
   *
   * @param before only where it came before this time, in milliseconds since 1970: of what is newer, it may not be
   * written down yet that it is needed
   * @returns whether that is settled: it is gone, or needed. If not, it has to be asked again later
   */
  async removeUnneeded(hash: string, isNeeded: (hash: string) => Promise<boolean>, before: number): Promise<boolean> {
    let settled = true;
    await this.inTurn(hash, async () => {
      const came = await this.changed(this.path(hash));
      if (came === null) return;
      if (came >= before) settled = false;
      else if (!(await isNeeded(hash))) await rm(this.path(hash), { force: true });
    });
    return settled;
  }

  /** Takes away drafts that were left behind before a time, in milliseconds since 1970. */
  async removeDrafts(before: number): Promise<void> {
    await mkdir(this.root, { recursive: true });
    for (const name of await readdir(this.root)) {
      if (!name.startsWith('.')) continue;
      const path = join(this.root, name);
      const written = await this.changed(path);
      if (written !== null && written < before) await rm(path, { recursive: true, force: true });
    }
  }

  /** When a file was last written, in milliseconds since 1970; null if it is not there. */
  private async changed(path: string): Promise<number | null> {
    return (await factsOf(path))?.mtimeMs ?? null;
  }

  /** In bytes; null if there is no such file. */
  async size(hash: string): Promise<number | null> {
    return (await factsOf(this.path(hash)))?.size ?? null;
  }

  read(hash: string): Promise<Buffer> {
    return readFile(this.path(hash));
  }

  /** Bytes `from` to `to`, both included. */
  stream(hash: string, from: number, to: number): ReadableStream {
    return Readable.toWeb(createReadStream(this.path(hash), { start: from, end: to })) as ReadableStream;
  }

  /** A draft as it is read, once: it is gone from the folder as soon as it is open, however the reading ends. */
  async streamDraft(path: string): Promise<ReadableStream> {
    const file = await open(path);
    await rm(path, { force: true });
    return Readable.toWeb(file.createReadStream()) as ReadableStream;
  }

  /** Where a program can read the file. */
  pathOf(hash: string): string {
    return this.path(hash);
  }
}

/** Null for a file that is not there. */
async function factsOf(path: string): Promise<Stats | null> {
  try {
    return await stat(path);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return null;
    throw error;
  }
}

/** SHA-256 of a file, in hexadecimal. */
export async function hashFile(path: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(path), hash);
  return hash.digest('hex');
}
