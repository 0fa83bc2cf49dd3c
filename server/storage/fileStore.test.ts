import { createHash } from 'node:crypto';
import { mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { FileStore } from './fileStore';

describe('the file store', () => {
  const root = mkdtempSync(join(tmpdir(), 'lippet-store-'));
  const files = new FileStore(root);
  afterAll(() => rmSync(root, { recursive: true, force: true }));
  const all = (): string[] =>
    readdirSync(root, { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map(({ name }) => name);

  it('keeps a content once, under its hash', async () => {
    const content = Buffer.from('low tide at noon');
    const hash = await files.put(content);
    expect(hash).toBe(createHash('sha256').update(content).digest('hex'));
    expect(await Promise.all([files.put(content), files.put(content)])).toEqual([hash, hash]);
    expect(all()).toEqual([hash]);
    expect((await files.read(hash)).toString()).toBe('low tide at noon');
    expect(await files.size(hash)).toBe(16);
  });

  it('gives the bytes between two places', async () => {
    const hash = await files.put(Buffer.from('0123456789'));
    expect(await new Response(files.stream(hash, 3, 5)).text()).toBe('345');
  });

  it('takes away what nobody needs, but nothing that is new', async () => {
    const [needed, old, fresh] = [
      await files.put(Buffer.from('needed')),
      await files.put(Buffer.from('old')),
      await files.put(Buffer.from('fresh')),
    ];
    for (const hash of [needed, old]) utimesSync(files.pathOf(hash), 1, 1);
    const isNeeded = (hash: string): Promise<boolean> => Promise.resolve(hash === needed);
    const settled = [needed, old, fresh].map((hash) => files.removeUnneeded(hash, isNeeded, Date.now() - 60_000));
    expect(await Promise.all(settled)).toEqual([true, true, false]);
    const here = [needed, old, fresh].map(async (hash) => (await files.size(hash)) !== null);
    expect(await Promise.all(here)).toEqual([true, false, true]);
    expect(await files.removeUnneeded('0'.repeat(64), isNeeded, Date.now())).toBe(true);
  });

  it('takes away drafts that were left behind, and none that is being written', async () => {
    const [left, current] = [files.draft(), files.draft()];
    for (const path of [left, current]) writeFileSync(path, 'half of it');
    utimesSync(left, 1, 1);
    await files.removeDrafts(Date.now() - 60_000);
    expect(all().filter((name) => name.startsWith('.'))).toEqual([basename(current)]);
    rmSync(current);
  });

  it('keeps what is brought again at the moment in which it is taken away', async () => {
    const content = Buffer.from('the same as before');
    const hash = await files.put(content);
    utimesSync(files.pathOf(hash), 1, 1);
    let asked = (): void => undefined;
    const wasAsked = new Promise<void>((resolve) => (asked = resolve));
    const before = Date.now() - 60_000;
    const isNeeded = async (): Promise<boolean> => {
      asked();
      await new Promise((resolve) => setTimeout(resolve, 50));
      return false;
    };
    const removing = files.removeUnneeded(hash, isNeeded, before);
    await wasAsked;
    expect(await files.put(content)).toBe(hash);
    await removing;
    expect((await files.read(hash)).toString()).toBe('the same as before');
    expect(await files.removeUnneeded(hash, () => Promise.resolve(false), before)).toBe(false);
  });

  it('says that it does not have something, and leaves no half of what it could not write', async () => {
    expect(await files.size('0'.repeat(64))).toBeNull();
    const blocked = new FileStore(join(root, 'blocked'));
    writeFileSync(join(root, 'blocked'), 'a file where the folder should be');
    await expect(blocked.put(Buffer.from('x'))).rejects.toThrow();
    expect(all().filter((name) => name.startsWith('.'))).toEqual([]);
  });
});
