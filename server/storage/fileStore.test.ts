import { createHash } from 'node:crypto';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
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

  it('says that it does not have something, and leaves no half of what it could not write', async () => {
    expect(await files.size('0'.repeat(64))).toBeNull();
    const blocked = new FileStore(join(root, 'blocked'));
    writeFileSync(join(root, 'blocked'), 'a file where the folder should be');
    await expect(blocked.put(Buffer.from('x'))).rejects.toThrow();
    expect(all().filter((name) => name.startsWith('.'))).toEqual([]);
  });
});
