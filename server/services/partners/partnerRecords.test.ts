/** What partners said, in the files that a learner or a teacher takes away. */
import { createHash, randomUUID } from 'node:crypto';
import { strFromU8, unzipSync } from 'fflate';
import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import type { ExportView } from '@lippet/core/contract/exports';
import type { PartnerPlan } from '@lippet/core/review/partners/partnerPlan';
import { ASKS, PartneredSchool, ROW, type Name } from '../../testing/partneredSchool';
import { uploadHeaders, type TestClient } from '../../testing/smallSchool';
import type { PartnerRecord } from './partnerRecords';

let partnered: PartneredSchool;
afterEach(() => partnered.school.close());

type Files = Record<string, Uint8Array>;

/** Ada and Ben have sent, and look at each other's work. @returns the id of what Ada says of Ben's, and Ben's go */
async function begin(plan: Partial<PartnerPlan> = {}): Promise<{ review: string; go: string }> {
  partnered = await PartneredSchool.begin({ reviews: 1, ...plan });
  await partnered.send('ada');
  const { id: go } = await partnered.send('ben');
  const [card] = await partnered.cardsOf('ada');
  await partnered.open('ada', card!.id);
  return { review: card!.id, go };
}

async function filesOf(client: TestClient, path: string, body?: object): Promise<Files> {
  const { id } = await client.json<ExportView>('POST', path, body);
  await partnered.app.services.exports.run({ exportId: id });
  const response = await client.request('GET', `/api/exports/${id}/file`);
  expect(response.status).toBe(200);
  return unzipSync(new Uint8Array(await response.arrayBuffer()));
}

const learnersZip = (name: Name, go: string): Promise<Files> =>
  filesOf(partnered.learners[name], `/api/goes/${go}/exports`, { style: 'zip' });

const teachersZip = (): Promise<Files> =>
  filesOf(partnered.teacher, `/api/activities/${partnered.school.activities.open}/exports`);

const read = <T>(files: Files, name: string): T => JSON.parse(strFromU8(files[name]!)) as T;

const partnersIn = (files: Files): PartnerRecord[] =>
  read<{ goes: { partners: PartnerRecord[] }[] }>(files, 'piece.json').goes.flatMap(({ partners }) => partners);

const hasImage = async (pdf: Uint8Array): Promise<boolean> =>
  (await PDFDocument.load(pdf)).context
    .enumerateIndirectObjects()
    .some(([, object]) => String(object).includes('/Image'));

/** A picture of Ada's, at school for her group. */
async function bringPicture(): Promise<string> {
  const { learners, school } = partnered;
  const bytes = await sharp({ create: { width: 80, height: 60, channels: 3, background: '#2A6A8C' } })
    .png()
    .toBuffer();
  const media = randomUUID();
  const home = `groups/${school.groups.reeds}` as const;
  await learners.ada.request('POST', '/api/uploads', bytes, uploadHeaders(home, media, bytes.length));
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  await learners.ada.json('POST', `/api/${home}/media/${media}`, { sha256 });
  return media;
}

it('a learner takes away what partners said with the work, by number and with nothing of who it was', async () => {
  const { review, go } = await begin({ asks: { ...ASKS, rows: [ROW] } });
  await partnered.say('ada', review, { note: 'Look at the keel', levels: { [ROW]: 1 } });
  await partnered.mark(review);
  expect((await partnered.give('ada', review)).status).toBe(204);
  await partnered.learners.ben.request('PUT', `/api/partner-reviews/${review}/thanks`, {
    helped: true,
    answer: 'I made it deeper',
  });
  const files = await learnersZip('ben', go);
  expect(Object.keys(files).sort()).toEqual(['go 1/pages with marks by Partner 1.pdf', 'go 1/pages.pdf', 'piece.json']);
  expect(partnersIn(files)).toMatchObject([
    {
      from: 'Partner 1',
      note: 'Look at the keel',
      rubric: [{ line: 'Lines', level: 'nearly' }],
      helped: true,
      answer: 'I made it deeper',
    },
  ]);
  const all = Object.values(files)
    .map((bytes) => Buffer.from(bytes).toString('latin1'))
    .join('');
  expect(all).not.toMatch(/\bada\b/i);
  expect(all).not.toContain(partnered.school.people.ada);
});

it('what partners drew is in a PDF of its own, with the pictures that they put there', async () => {
  const { review, go } = await begin({ asks: { ...ASKS, note: false, marks: true } });
  const media = await bringPicture();
  const place = { width: 80, height: 60, crop: [0, 0, 1, 1], matrix: [1, 0, 0, 1, 20, 20] };
  await partnered.mark(review, { kind: 'picture', media, ...place });
  expect((await partnered.give('ada', review)).status).toBe(204);
  const files = await learnersZip('ben', go);
  expect(await hasImage(files['go 1/pages with marks by Partner 1.pdf']!)).toBe(true);
  expect(await hasImage(files['go 1/pages.pdf']!)).toBe(false);
});

it('a note without marks makes no PDF; what is not given or is held back is in no file', async () => {
  const { review, go } = await begin({ throughTeacher: true });
  await partnered.say('ada', review, { note: 'Your boat is silly' });
  expect(partnersIn(await learnersZip('ben', go))).toEqual([]);
  expect((await partnered.give('ada', review)).status).toBe(204);
  const decide = (shown: boolean) =>
    partnered.teacher.request('PUT', `/api/partner-reviews/${review}/decision`, { shown, counts: true });
  expect(partnersIn(await learnersZip('ben', go))).toEqual([]);
  await decide(true);
  const shown = await learnersZip('ben', go);
  expect(partnersIn(shown)).toMatchObject([{ from: 'Partner 1', note: 'Your boat is silly' }]);
  expect(Object.keys(shown).sort()).toEqual(['go 1/pages.pdf', 'piece.json']);
  await decide(false);
  for (const files of [await learnersZip('ben', go), await teachersZip()])
    for (const bytes of Object.values(files)) expect(strFromU8(bytes, true)).not.toContain('silly');
});

it('a teacher takes it away beside each learner’s work, in the table and in the index', async () => {
  const { review } = await begin({ named: true, asks: { ...ASKS, rows: [ROW] } });
  await partnered.say('ada', review, { note: 'Look <at> the keel', levels: { [ROW]: 0 } });
  await partnered.mark(review);
  await partnered.give('ada', review);
  const files = await teachersZip();
  expect(Object.keys(files)).toContain('ben/go 1/pages with marks by ada.pdf');
  expect(Object.keys(files).filter((name) => name.includes('by ada'))).toHaveLength(1);
  expect(strFromU8(files['marks.csv']!)).toContain('ada: Look <at> the keel Lines: clear');
  expect(strFromU8(files['index.html']!)).toContain('ada: Look &#60;at&#62; the keel Lines: clear');
  const { learners } = read<{ learners: { name: string; entries: { partners: PartnerRecord[] }[] }[] }>(
    files,
    'activity.json',
  );
  expect(learners.map(({ name, entries }) => [name, entries.map(({ partners }) => partners.length)])).toEqual(
    expect.arrayContaining([
      ['ada', [0]],
      ['ben', [1]],
    ]),
  );
});
