import { closeSync, openSync, writeSync } from 'node:fs';
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';

/** A ZIP that is written to disk entry by entry, so that it may be larger than memory. */
export class ZipFile {
  private readonly file: number;
  private readonly zip: Zip;
  private trouble: Error | null = null;

  /** @param path a file that is not there yet */
  constructor(path: string) {
    this.file = openSync(path, 'wx');
    this.zip = new Zip((error, chunk) => {
      if (error) this.trouble = error;
      else writeSync(this.file, chunk);
    });
  }

  /** Adds an entry. Pictures and films are packed already: they are kept as they are. */
  add(name: string, bytes: Uint8Array, { packed = false } = {}): void {
    const entry = packed ? new ZipPassThrough(name) : new ZipDeflate(name, { level: 6 });
    this.zip.add(entry);
    entry.push(bytes, true);
    if (this.trouble) throw this.trouble;
  }

  /** Ends the archive; without this it can't be opened. */
  end(): void {
    this.zip.end();
    if (this.trouble) throw this.trouble;
  }

  close(): void {
    closeSync(this.file);
  }
}
