import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { degrees, PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import * as Y from 'yjs';
import type { MediaView } from '@lippet/core/contract/media';
import type { CopyView, ExportView } from '@lippet/core/contract/exports';
import { pageItems, readPages } from '@lippet/core/page/document';
import { putItem, readItems } from '@lippet/core/page/item';
import { byteRange } from '../../routes/media';
import { appOf, drawInto, extentOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

let school: SmallSchool;
let harness: ReturnType<typeof appOf>;
let ada: TestClient;
let piece: string;
let now = Date.now();
beforeEach(async () => {
  school = await smallSchool();
  now = Date.now();
  harness = appOf(school, () => now);
  ada = await harness.as('ada');
  piece = (await ada.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`)).pieceId;
});
afterEach(() => school.close());

const bring = (content: Buffer | string, id?: string): Promise<Response> => ada.bring(piece, content, id);
const sentence = async (response: Response): Promise<string> =>
  ((await response.json()) as { message: string }).message;
const pdf = async (pages = 2): Promise<Buffer> => {
  const made = await PDFDocument.create();
  for (let i = 0; i < pages; i++) made.addPage([200, 300]).drawText(`page ${i + 1}`, { x: 20, y: 200 });
  return Buffer.from(await made.save());
};

describe('what is brought in', () => {
  it('is kept upright, without what the camera wrote into it', async () => {
    const photo = await sharp({ create: { width: 40, height: 20, channels: 3, background: '#c84' } })
      .jpeg()
      .withMetadata({ orientation: 6, exif: { IFD0: { Make: 'Spyglass', Copyright: 'me' } } })
      .toBuffer();
    const view = (await (await bring(photo)).json()) as MediaView;
    expect(view).toMatchObject({ kind: 'picture', width: 20, height: 40, pages: null });
    const kept = Buffer.from(await (await ada.request('GET', `/api/media/${view.id}`)).arrayBuffer());
    const facts = await sharp(kept).metadata();
    expect([facts.format, facts.exif, facts.orientation]).toEqual(['webp', undefined, undefined]);
    expect(kept.includes('Spyglass')).toBe(false);
  });

  it('is a phone’s HEIC like other photos, without what the camera wrote into it', async () => {
    const photo = readFileSync(join(__dirname, '..', '..', '..', 'demo', 'media', 'sheet.heic'));
    expect(photo.includes('Spyglass')).toBe(true);
    const view = (await (await bring(photo)).json()) as MediaView;
    expect(view).toMatchObject({ kind: 'picture', width: 360, height: 480 });
    const kept = Buffer.from(await (await ada.request('GET', `/api/media/${view.id}`)).arrayBuffer());
    expect([(await sharp(kept).metadata()).format, kept.includes('Spyglass')]).toEqual(['webp', false]);
    const cut = await bring(photo.subarray(0, photo.length / 2));
    expect([cut.status, await sentence(cut)]).toEqual([415, expect.stringMatching(/damaged|no picture/)]);
  });

  it('is an SVG only as it looks: its script is nowhere', async () => {
    const evil =
      '<svg xmlns="http://www.w3.org/2000/svg" width="30" height="30"><script>alert(1)</script>' +
      '<image href="file:///etc/passwd" width="9" height="9"/><rect width="30" height="30" fill="#2A6A8C"/>' +
      '</svg>';
    const { id } = (await (await bring(evil)).json()) as MediaView;
    const response = await ada.request('GET', `/api/media/${id}`);
    expect(response.headers.get('content-type')).toBe('image/webp');
    const { data } = await sharp(Buffer.from(await response.arrayBuffer()))
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect([...data.subarray(0, 3)]).toEqual([0x2a, 0x6a, 0x8c]);
  });

  it('is kept by a browser, which asks each time whether it may still show it', async () => {
    const ben = await harness.as('ben');
    const photo = sharp({ create: { width: 64, height: 48, channels: 3, background: '#c84' } }).jpeg();
    const { id } = (await (await bring(await photo.toBuffer())).json()) as MediaView;
    for (const path of [`/api/media/${id}`, `/api/media/${id}/preview`, `/api/pieces/${piece}/picture`]) {
      const first = await ada.request('GET', path);
      const tag = first.headers.get('etag')!;
      expect([first.status, first.headers.get('cache-control')]).toEqual([200, 'private, no-cache']);
      const again = await ada.request('GET', path, undefined, { 'if-none-match': tag });
      expect([again.status, await again.text()]).toEqual([304, '']);
      expect((await ada.request('GET', path, undefined, { 'if-none-match': '"other"' })).status).toBe(200);
      // Who is not its owner learns nothing by knowing its tag.
      expect((await ben.request('GET', path, undefined, { 'if-none-match': tag })).status).toBe(404);
    }
    // A part is of no use to who has a part of something else.
    const part = { range: 'bytes=0-9', 'if-range': '"other"' };
    expect((await ada.request('GET', `/api/media/${id}`, undefined, part)).status).toBe(200);
  });

  it('is a PDF with its pages counted, in pieces where they are asked for, each page as a small picture', async () => {
    const view = (await (await bring(await pdf())).json()) as MediaView;
    expect(view).toMatchObject({ kind: 'pdf', pages: 2, size: expect.any(Number) });
    const part = await ada.request('GET', `/api/media/${view.id}`, undefined, { range: 'bytes=0-7' });
    expect([part.status, part.headers.get('content-range'), (await part.text()).slice(0, 5)]).toEqual([
      206,
      `bytes 0-7/${view.size}`,
      '%PDF-',
    ]);
    const behind = await ada.request('GET', `/api/media/${view.id}`, undefined, { range: `bytes=${view.size}-` });
    expect([behind.status, behind.headers.get('content-range')]).toEqual([416, `bytes */${view.size}`]);
    const preview = await ada.request('GET', `/api/media/${view.id}/preview?page=2`);
    expect((await sharp(Buffer.from(await preview.arrayBuffer())).metadata()).format).toBe('webp');
    expect((await ada.request('GET', `/api/media/${view.id}/preview?page=3`)).status).toBe(404);
    expect((await ada.request('GET', `/api/media/${view.id}/preview?page=x`)).status).toBe(400);
  });

  it('is a PDF with a page as long as a street, and its small picture is small all the same', async () => {
    const made = await PDFDocument.create();
    made.addPage([8, 14_400]);
    made.addPage([8, 14_400]).setRotation(degrees(90));
    const { id } = (await (await bring(Buffer.from(await made.save()))).json()) as MediaView;
    for (const [page, longest] of [
      [1, 3],
      [2, 1],
    ]) {
      const preview = await ada.request('GET', `/api/media/${id}/preview?page=${page}`);
      const { width = 0, height = 0 } = await sharp(Buffer.from(await preview.arrayBuffer())).metadata();
      expect(Math.max(width, height)).toBeLessThanOrEqual(480 * longest!);
    }
  });

  it('is opened where it was locked with no password, and refused where there is one', async () => {
    const plain = join(school.filesRoot, 'plain.pdf');
    await bring(await pdf());
    execFileSync('sh', ['-c', `cat > ${plain}`], { input: await pdf() });
    const locked = (user: string): Buffer =>
      execFileSync('qpdf', ['--encrypt', user, 'owner', '256', '--', plain, '-'], { maxBuffer: 1 << 26 });
    const open = (await (await bring(locked(''))).json()) as MediaView;
    expect(open).toMatchObject({ kind: 'pdf', pages: 2 });
    const kept = Buffer.from(await (await ada.request('GET', `/api/media/${open.id}`)).arrayBuffer());
    expect(kept.includes('/Encrypt')).toBe(false);
    const refused = await bring(locked('secret'));
    expect([refused.status, await sentence(refused)]).toEqual([415, expect.stringMatching(/locked with a password/)]);
  });

  it.each<[string, () => Buffer | Promise<Buffer>, RegExp]>([
    ['nothing', () => Buffer.alloc(0), /empty/],
    ['a text file named .pdf', () => Buffer.from('Dear Ms Reed, this is no PDF.'), /no picture, PDF, sound or film/],
    ['a PDF cut in half', async () => (await pdf()).subarray(0, 300), /broken/],
    [
      'a picture cut in half',
      async () => {
        const noise = Buffer.from(Array.from({ length: 90_000 }, (_, i) => (i * 7919) % 251));
        const whole = await sharp(noise, { raw: { width: 200, height: 150, channels: 3 } })
          .png()
          .toBuffer();
        return whole.subarray(0, whole.length / 3);
      },
      /damaged/,
    ],
    [
      'a picture of a hundred million pixels',
      () =>
        sharp({ create: { width: 10_000, height: 10_000, channels: 3, background: 'white' }, limitInputPixels: false })
          .png({ compressionLevel: 9 })
          .toBuffer(),
      /100 million pixels/,
    ],
    [
      'a format that is not taken',
      () =>
        sharp({ create: { width: 9, height: 9, channels: 3, background: 'red' } })
          .tiff()
          .toBuffer(),
      /PNG, JPEG/,
    ],
  ])('that is %s gets a sentence, and nothing is kept of it', async (_, content, words) => {
    const response = await bring(await content());
    expect(response.status).toBe(415);
    expect(await sentence(response)).toMatch(words);
    const [{ count }] = await school.query<{ count: string }>('SELECT count(*) FROM media');
    expect(count).toBe('0');
  });

  it('is taken once, however often it is sent, and only by its piece', async () => {
    const id = randomUUID();
    const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>';
    // Two at once may get in each other's way; nothing is taken twice, and who asks again gets the same.
    for (const { status } of await Promise.all([bring(svg, id), bring(svg, id)])) expect([200, 409]).toContain(status);
    const [one, two] = [await bring(svg, id), await bring(svg, id)];
    expect([one.status, two.status]).toEqual([200, 200]);
    expect(await one.json()).toEqual(await two.json());
    const ben = await harness.as('ben');
    const { pieceId } = await ben.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`);
    expect((await ben.bring(pieceId, svg, id)).status).toBe(404);
    expect(readdirSync(school.filesRoot).some((name) => name.startsWith('.'))).toBe(false);
  });
});

describe('byte ranges', () => {
  it.each([
    ['bytes=0-9', [0, 9]],
    ['bytes=90-', [90, 99]],
    ['bytes=-10', [90, 99]],
    ['bytes=95-500', [95, 99]],
    ['bytes=0-1,5-6', null],
    ['lines=1-2', null],
    [undefined, null],
  ] as const)('%s', (header, range) => {
    expect(byteRange(header, 100)).toEqual(range);
  });
});

/** Puts a picture onto the piece's first page, as the sync hub would. */
async function place(media: string, order = 'a1'): Promise<void> {
  const ref = { kind: 'piece', id: piece } as const;
  const doc = await school.log.document(ref);
  const before = Y.encodeStateVector(doc);
  putItem(pageItems(doc, readPages(doc)[0]!.id)!, randomUUID(), {
    kind: 'picture',
    media,
    width: 60,
    height: 30,
    crop: [0, 0, 1, 1],
    alt: '',
    order,
    at: 0,
  });
  await school.log.append(ref, Y.encodeStateAsUpdate(doc, before));
}
const send = async (): Promise<Response> =>
  ada.request('POST', `/api/pieces/${piece}/send`, {
    key: randomUUID(),
    extent: await extentOf(school, 'piece', piece),
  });

/** Whether there is red in a picture. */
async function redIn(path: string): Promise<boolean> {
  const picture = Buffer.from(await (await ada.request('GET', path)).arrayBuffer());
  const pixels = await sharp(picture).removeAlpha().raw().toBuffer();
  for (let i = 0; i < pixels.length; i += 3)
    if (pixels[i]! > 200 && pixels[i + 1]! < 60 && pixels[i + 2]! < 60) return true;
  return false;
}

describe('a go with a picture', () => {
  it('goes only once the picture is at school', async () => {
    const media = randomUUID();
    await place(media);
    const early = await send();
    expect([early.status, await sentence(early)]).toEqual([
      409,
      expect.stringMatching(/picture or a recording is still on its way/),
    ]);
    await bring(
      '<svg xmlns="http://www.w3.org/2000/svg" width="20" height="10"><rect width="20" height="10" fill="#C8472F"/></svg>',
      media,
    );
    expect((await send()).status).toBe(200);
  });

  it('does not go with somebody else’s picture', async () => {
    const ben = await harness.as('ben');
    const { pieceId } = await ben.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`);
    const bens = randomUUID();
    await ben.bring(pieceId, '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>', bens);
    await place(bens);
    expect((await send()).status).toBe(409);
  });

  it('shows nothing of somebody else’s picture while it is a draft', async () => {
    const red =
      '<svg xmlns="http://www.w3.org/2000/svg" width="60" height="30"><rect width="60" height="30" fill="red"/></svg>';
    const ben = await harness.as('ben');
    const { pieceId } = await ben.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`);
    const bens = randomUUID();
    await ben.bring(pieceId, red, bens);
    const own = randomUUID();
    await bring(red, own);
    await place(bens);
    expect(await redIn(`/api/pieces/${piece}/picture`)).toBe(false);
    await place(own, 'a2');
    expect(await redIn(`/api/pieces/${piece}/picture`)).toBe(true);
  });

  it('goes without a picture that school would not take, and has it once it is taken after all', async () => {
    await drawInto(school, piece);
    const media = randomUUID();
    await place(media);
    expect((await bring('<svg xmlns="http://www.w3.org/2000/svg"><!-- no end', media)).status).toBe(415);
    const response = await send();
    expect(response.status).toBe(200);
    await ada.json('POST', `/api/pieces/${piece}/take-back`);
    expect((await bring('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>', media)).status).toBe(200);
    expect(await school.query('SELECT count(*)::int AS left FROM refused_media')).toEqual([{ left: 0 }]);
    expect((await send()).status).toBe(200);
  });

  it('lets nobody say of another’s piece that something was refused', async () => {
    const ben = await harness.as('ben');
    const media = randomUUID();
    await place(media);
    expect((await ben.bring(piece, 'no picture at all', media)).status).toBe(404);
    expect((await send()).status).toBe(409);
  });

  it('becomes a PDF in a job, for whoever asked', async () => {
    await drawInto(school, piece);
    const submission = (await (await send()).json()) as { id: string };
    const asked = await ada.json<ExportView>('POST', `/api/goes/${submission.id}/exports`, { style: 'annotations' });
    expect(asked.state).toBe('waiting');
    expect((await ada.request('GET', `/api/exports/${asked.id}/file`)).status).toBe(409);
    await harness.services.exports.run(harness.asked[0]!);
    await harness.services.exports.run(harness.asked[0]!);
    expect(await ada.json('GET', `/api/exports/${asked.id}`)).toMatchObject({ state: 'ready' });
    const file = await PDFDocument.load(
      await (await ada.request('GET', `/api/exports/${asked.id}/file`)).arrayBuffer(),
    );
    expect(file.getPageCount()).toBe(2);
    expect(file.getPage(0).node.Annots()!.size()).toBe(1);
    expect((await ada.request('POST', `/api/goes/${submission.id}/exports`, { style: 'crayon' })).status).toBe(400);
  });
});

describe('earlier copies', () => {
  const items = async (copy: CopyView): Promise<number> => {
    const doc = new Y.Doc();
    Y.applyUpdate(
      doc,
      new Uint8Array(await (await ada.request('GET', `/api/copies/${copy.id}/document`)).arrayBuffer()),
    );
    return readItems(pageItems(doc, readPages(doc)[0]!.id)!).length;
  };
  const list = (): Promise<CopyView[]> => ada.json<CopyView[]>('GET', `/api/pieces/${piece}/copies`);

  it('are kept at pauses, not too often, and hold the work as it was', async () => {
    const { copies } = harness.services;
    await copies.keep(piece);
    expect(await list()).toEqual([]); // nothing was made yet
    await drawInto(school, piece);
    await Promise.all([copies.keep(piece), copies.keep(piece)]);
    await drawInto(school, piece);
    await copies.keep(piece);
    expect(await list()).toHaveLength(1);
    now += 3 * 60_000;
    await copies.keep(piece);
    await copies.keep(piece);
    const [newest, oldest, ...more] = await list();
    expect(more).toEqual([]);
    expect([await items(newest!), await items(oldest!)]).toEqual([2, 1]);
  });

  it('grow fewer with age', async () => {
    const { copies } = harness.services;
    for (let i = 0; i < 12; i++) {
      await drawInto(school, piece);
      await copies.keep(piece);
      now += 10 * 60_000;
    }
    now += 3 * 24 * 3_600_000;
    ada = await harness.as('ada'); // the session has ended by then
    await drawInto(school, piece);
    await copies.keep(piece);
    expect((await list()).length).toBeLessThanOrEqual(3);
  });
});
