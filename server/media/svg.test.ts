import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import sharp from 'sharp';
import { HOSTILE_SVGS } from '../hostile/drawings';
import { drawSvg, readSvg } from './svg';

const folder = mkdtempSync(join(tmpdir(), 'lippet-svg-'));
afterAll(() => rmSync(folder, { recursive: true }));

function kept(content: Buffer | string): string {
  const path = join(folder, 'drawing');
  writeFileSync(path, content);
  return path;
}
const HONEST =
  '<svg xmlns="http://www.w3.org/2000/svg" width="30" height="15"><rect width="30" height="15" fill="#B93A24"/></svg>';

it('an honest drawing is drawn, large, in its own proportions; packed, too', async () => {
  for (const content of [HONEST, gzipSync(HONEST), `<?xml version="1.0"?>\n<!-- a boat -->\n${HONEST}`]) {
    const text = await readSvg(kept(content));
    const { data, info } = await sharp(await drawSvg(text!))
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect([info.width, info.height]).toEqual([2048, 1024]);
    expect([...data.subarray(0, 3)]).toEqual([0xb9, 0x3a, 0x24]);
  }
});

it('what is no drawing is left to others', async () => {
  for (const content of [Buffer.from('89504e470d0a1a0a', 'hex'), 'a letter', gzipSync('a letter'), ''])
    expect(await readSvg(kept(content))).toBeNull();
});

it.each(Object.keys(HOSTILE_SVGS))('%s is refused, or drawn within its limits, quickly', async (name) => {
  const before = process.memoryUsage().rss;
  const outcome = await readSvg(kept(HOSTILE_SVGS[name]!))
    .then((text) => (text === null ? 'no drawing' : drawSvg(text).then(() => 'drawn')))
    .catch((error: Error & { code?: string }) => error.code);
  expect(['unfit', 'drawn', 'no drawing']).toContain(outcome);
  expect(process.memoryUsage().rss - before).toBeLessThan(400e6);
});

it('asks for no file and no address', async () => {
  const leads = ['file:///etc/hostname', '/etc/hostname', 'http://127.0.0.1:1/x.png'].map(
    (address) => `<image href="${address}" width="30" height="15"/>`,
  );
  const drawn = await drawSvg(HONEST.replace('</svg>', `${leads.join('')}</svg>`));
  const { data } = await sharp(drawn).raw().toBuffer({ resolveWithObject: true });
  expect([...data.subarray(0, 3)]).toEqual([0xb9, 0x3a, 0x24]);
});
