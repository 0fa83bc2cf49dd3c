import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strFromU8, strToU8, unzipSync } from 'fflate';
import { ZipFile } from './zipFile';

describe('a ZIP', () => {
  const folder = mkdtempSync(join(tmpdir(), 'lippet-zip-'));
  afterAll(() => rmSync(folder, { recursive: true }));

  it('holds what was added, from memory and from files, packed or as it is', async () => {
    const film = join(folder, 'film.mp4');
    writeFileSync(film, Buffer.alloc(3_000_000, 'frame '));
    const path = join(folder, 'all.zip');
    const zip = new ZipFile(path);
    await zip.add('go 1/Úna’s words.txt', strToU8('low tide at noon'));
    await zip.add('go 1/film.mp4', { path: film }, { packed: true });
    await zip.end();
    const files = unzipSync(new Uint8Array(readFileSync(path)));
    expect(Object.keys(files)).toEqual(['go 1/Úna’s words.txt', 'go 1/film.mp4']);
    expect(strFromU8(files['go 1/Úna’s words.txt']!)).toBe('low tide at noon');
    expect(Buffer.from(files['go 1/film.mp4']!).equals(readFileSync(film))).toBe(true);
  });

  it('says when a file that should be in it is not there, and ends no process by it', async () => {
    const zip = new ZipFile(join(folder, 'without.zip'));
    await expect(zip.add('film.mp4', { path: join(folder, 'gone.mp4') })).rejects.toThrow(/ENOENT/);
    await expect(zip.end()).rejects.toThrow();
  });

  it('says when it can’t be written', async () => {
    const zip = new ZipFile(join(folder, 'no such folder', 'all.zip'));
    await expect(zip.add('words.txt', strToU8('x')).then(() => zip.end())).rejects.toThrow(/ENOENT/);
  });
});
