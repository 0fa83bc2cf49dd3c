import { createHash } from 'node:crypto';
import { mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
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
    writeFileSync(files.draft(), 'left behind');
    const before = Date.now() + 1_000;
    for (const hash of [needed, old]) utimesSync(files.pathOf(hash), 1, 1);
    for (const name of readdirSync(root).filter((each) => each.startsWith('.'))) utimesSync(join(root, name), 1, 1);
    expect(await files.sweep((hash) => Promise.resolve(hash === needed), Date.now() - 60_000)).toBe(2);
    expect(await Promise.all([needed, old, fresh].map(async (hash) => (await files.size(hash)) !== null))).toEqual([
      true,
      false,
      true,
    ]);
    expect(await files.sweep(() => Promise.resolve(true), before)).toBe(0);
  });

  it('keeps what is brought again at the moment in which it is taken away', async () => {
    const content = Buffer.from('the same as before');
    const hash = await files.put(content);
    utimesSync(files.pathOf(hash), 1, 1);
    let asked = (): void => undefined;
    const wasAsked = new Promise<void>((resolve) => (asked = resolve));
    const sweeping = files.sweep(async () => {
      asked();
      await new Promise((resolve) => setTimeout(resolve, 50));
      return false;
    }, Date.now() - 60_000);
    await wasAsked;
    expect(await files.put(content)).toBe(hash);
    await sweeping;
    expect((await files.read(hash)).toString()).toBe('the same as before');
    expect(await files.sweep(() => Promise.resolve(false), Date.now() - 60_000)).toBe(0);
  });

  it('says that it does not have something, and leaves no half of what it could not write', async () => {
    expect(await files.size('0'.repeat(64))).toBeNull();
    const blocked = new FileStore(join(root, 'blocked'));
    writeFileSync(join(root, 'blocked'), 'a file where the folder should be');
    await expect(blocked.put(Buffer.from('x'))).rejects.toThrow();
    expect(all().filter((name) => name.startsWith('.'))).toEqual([]);
  });
});
