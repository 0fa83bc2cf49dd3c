/** A piece as a ZIP to keep: all its goes, what came back, and nothing that has not been released. */
import { randomUUID } from 'node:crypto';
import { strFromU8, unzipSync } from 'fflate';
import { PDFDocument, PDFName, PDFRawStream, PDFRef } from 'pdf-lib';
import sharp from 'sharp';
import * as Y from 'yjs';
import type { MediaView } from '@lippet/core/contract/media';
import type { ExportView } from '@lippet/core/contract/exports';
import type { GoView } from '@lippet/core/contract/pieces';
import type { ReviewView } from '@lippet/core/contract/reviewing';
import { pageItems, readPages } from '@lippet/core/page/document';
import { putItem } from '@lippet/core/page/item';
import { appOf, drawInto, extentOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

let school: SmallSchool;
let harness: ReturnType<typeof appOf>;
let ada: TestClient;
let teacher: TestClient;
let pieceId: string;
beforeEach(async () => {
  school = await smallSchool();
  harness = appOf(school);
  [ada, teacher] = [await harness.as('ada'), await harness.as('ms-reed')];
  ({ pieceId } = await ada.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`));
});
afterEach(() => school.close());

async function send(): Promise<GoView> {
  await drawInto(school, pieceId);
  return ada.json('POST', `/api/pieces/${pieceId}/send`, {
    key: randomUUID(),
    extent: await extentOf(school, 'piece', pieceId),
    word: 'Look at the mast',
  });
}
async function answer(submission: GoView, outcome: 'again' | 'finished', note: string): Promise<void> {
  const { id } = await teacher.json<ReviewView>('POST', `/api/goes/${submission.id}/review`);
  await teacher.json('POST', `/api/reviews/${id}/release`, {
    outcome,
    note,
    extent: await extentOf(school, 'marks', id),
  });
}
async function zipOf(client: TestClient, submission: GoView): Promise<Record<string, Uint8Array>> {
  const { id } = await client.json<ExportView>('POST', `/api/goes/${submission.id}/exports`, { style: 'zip' });
  await harness.services.exports.run({ exportId: id });
  const response = await client.request('GET', `/api/exports/${id}/file`);
  expect(response.headers.get('content-type')).toBe('application/zip');
  return unzipSync(new Uint8Array(await response.arrayBuffer()));
}
const told = (files: Record<string, Uint8Array>) =>
  JSON.parse(strFromU8(files['piece.json']!)) as {
    title: string;
    goes: {
      go: number;
      word: string;
      files: Record<string, string>;
      cameBack: { outcome: string; note: string } | null;
    }[];
  };

it('holds each go as a PDF, and what came back to it', async () => {
  await answer(await send(), 'again', 'More sea, please');
  const second = await send();
  await answer(second, 'finished', 'There it is');
  const files = await zipOf(ada, second);
  expect(Object.keys(files).sort()).toEqual(['go 1/pages.pdf', 'go 2/pages.pdf', 'piece.json']);
  expect(strFromU8(files['go 2/pages.pdf']!.subarray(0, 5))).toBe('%PDF-');
  const { title, goes } = told(files);
  expect([title, goes.map(({ go, word, cameBack }) => [go, word, cameBack!.outcome, cameBack!.note])]).toEqual([
    'Open work',
    [
      [1, 'Look at the mast', 'again', 'More sea, please'],
      [2, 'Look at the mast', 'finished', 'There it is'],
    ],
  ]);
  expect(goes[0]!.files).toEqual({ 'pages.pdf': 'go 1/pages.pdf' });
});

it('holds nothing of a review that is not released, and only the goes up to the one that was asked for', async () => {
  const first = await send();
  await answer(first, 'again', 'More sea, please');
  const second = await send();
  const { id } = await teacher.json<ReviewView>('POST', `/api/goes/${second.id}/review`);
  await teacher.json('PUT', `/api/reviews/${id}/note`, { note: 'Not said yet' });
  const files = await zipOf(ada, second);
  expect(told(files).goes.map(({ cameBack }) => cameBack?.note ?? null)).toEqual(['More sea, please', null]);
  expect(strFromU8(files['piece.json']!)).not.toContain('Not said yet');
  expect(told(await zipOf(ada, first)).goes).toHaveLength(1);
});

it('has photos in its PDF as JPEG, and drawn pictures without any loss', async () => {
  // Grain and light, as a photo has them; as PNG this would be megabytes.
  const [width, height] = [1_200, 900];
  const light = Buffer.from(
    Uint8Array.from(
      { length: width * height * 3 },
      (_, i) => 120 + 90 * Math.sin(i / 5_000) + ((i * 2_654_435_761) >>> 24) / 16,
    ),
  );
  const photo = await sharp(light, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 90 })
    .toBuffer();
  const drawing = await sharp({ create: { width: 60, height: 40, channels: 4, background: '#2A6A8C80' } })
    .png()
    .toBuffer();
  const media = await Promise.all(
    [photo, drawing].map(async (bytes) => (await (await ada.bring(pieceId, bytes)).json()) as MediaView),
  );
  const ref = { kind: 'piece', id: pieceId } as const;
  const doc = await school.log.document(ref);
  const before = Y.encodeStateVector(doc);
  media.forEach(({ id }, i) =>
    putItem(pageItems(doc, readPages(doc)[0]!.id)!, randomUUID(), {
      kind: 'picture',
      media: id,
      width: 90,
      height: 60,
      crop: [0, 0, 1, 1],
      alt: '',
      order: `a${i}`,
      at: 0,
      matrix: [1, 0, 0, 1, 20, 20 + 80 * i],
    }),
  );
  await school.log.append(ref, Y.encodeStateAsUpdate(doc, before));
  const { 'go 1/pages.pdf': pdf } = await zipOf(ada, await send());
  expect(pdf!.length).toBeLessThan(photo.length * 1.5);
  const images = (await PDFDocument.load(pdf!)).context
    .enumerateIndirectObjects()
    .map(([, object]) => object)
    .filter(
      (object) => object instanceof PDFRawStream && String(object.dict.get(PDFName.of('Subtype'))) === '/Image',
    ) as PDFRawStream[];
  const told = images
    .map(({ dict }) =>
      ['Width', 'Filter', 'SMask']
        .map((key) =>
          dict.get(PDFName.of(key))?.constructor === PDFRef ? 'has one' : String(dict.get(PDFName.of(key))),
        )
        .join(' '),
    )
    .sort();
  expect(told).toEqual(['1200 /DCTDecode undefined', '60 /FlateDecode has one', '60 /FlateDecode undefined']);
});

it('is nobody else’s', async () => {
  const submission = await send();
  for (const name of ['ben', 'mr-dune'])
    expect(
      (await (await harness.as(name)).request('POST', `/api/goes/${submission.id}/exports`, { style: 'zip' })).status,
    ).toBe(404);
  expect((await ada.request('POST', `/api/goes/${submission.id}/exports`, { style: 'rar' })).status).toBe(400);
});
