/** Sound and film at school: judged by content, made playable everywhere, measured. */
import { execFileSync } from 'node:child_process';
import { readdirSync, writeFileSync } from 'node:fs';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import type { MediaView } from '@lippet/core/contract/media';
import { markItems, readPages } from '@lippet/core/page/document';
import { putItem } from '@lippet/core/page/item';
import { takeFields, takeItems } from '@lippet/core/recording/take';
import { writeWav } from '@lippet/core/sound/wav';
import sharp from 'sharp';
import * as Y from 'yjs';
import { probeRecording } from '../../media/recording';
import { appOf, drawInto, extentOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

let school: SmallSchool;
let harness: ReturnType<typeof appOf>;
let ada: TestClient;
let piece: string;
let folder: string;
beforeEach(async () => {
  school = await smallSchool();
  harness = appOf(school);
  ada = await harness.as('ada');
  piece = (await ada.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`)).pieceId;
  folder = await mkdtemp(join(tmpdir(), 'lippet-recordings-'));
});
afterEach(async () => {
  await rm(folder, { recursive: true });
  await school.close();
});

/** A stereo sine of 1 kHz with a peak of so many dBFS. */
function tone(seconds: number, decibels = -23): Buffer {
  const samples = Float32Array.from(
    { length: 48_000 * seconds },
    (_, i) => 10 ** (decibels / 20) * Math.sin((2 * Math.PI * 1000 * i) / 48_000),
  );
  return Buffer.from(writeWav({ channels: [samples, samples], rate: 48_000 }));
}
/** A film of a moving picture, black at its beginning, with a tone; as a recorder writes it, without its length. */
async function film(...more: string[]): Promise<Buffer> {
  const path = join(folder, 'film.webm');
  execFileSync('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-f',
    'lavfi',
    '-i',
    'testsrc2=size=320x240:rate=15:duration=3',
    '-f',
    'lavfi',
    '-i',
    'sine=frequency=440:duration=3',
    '-vf',
    "drawbox=color=black:t=fill:enable='lt(t,1.2)'",
    '-c:v',
    'libvpx',
    '-b:v',
    '200k',
    '-c:a',
    'libopus',
    ...more,
    '-f',
    'webm',
    '-live',
    '1',
    path,
  ]);
  return readFile(path);
}
const bring = async (content: Buffer): Promise<MediaView> => {
  const answer = await ada.bring(piece, content);
  if (!answer.ok) throw new Error(await answer.text());
  return (await answer.json()) as MediaView;
};
const made = async ({ id }: MediaView): Promise<MediaView> => {
  await harness.services.recordings.run({ mediaId: id });
  return ada.json<MediaView>('GET', `/api/media/${id}/about`);
};
const fetched = async (path: string, headers = {}): Promise<{ bytes: Buffer; response: Response }> => {
  const response = await ada.request('GET', path, undefined, headers);
  return { response, bytes: Buffer.from(await response.arrayBuffer()) };
};

it('a sound keeps its original and gets a form that plays everywhere, its length, its shape and its loudness', async () => {
  const original = tone(3);
  const view = await bring(original);
  expect(view).toMatchObject({ kind: 'sound', state: 'processing', peaks: null });
  expect(harness.toMake).toEqual([{ mediaId: view.id }]);
  expect((await fetched(`/api/media/${view.id}/playable`)).response.headers.get('cache-control')).toContain('no-cache');
  const about = await made(view);
  expect(about.state).toBe('ready');
  expect(about.seconds).toBeCloseTo(3, 1);
  expect(Math.abs(about.loudness! - -23)).toBeLessThan(0.2);
  expect(about.peaks).toHaveLength(240);
  expect((await fetched(`/api/media/${view.id}`)).bytes.equals(original)).toBe(true);
  const { bytes, response } = await fetched(`/api/media/${view.id}/playable`);
  expect(response.headers.get('content-type')).toBe('audio/mp4');
  writeFileSync(join(folder, 'playable'), bytes);
  expect(await probeRecording(join(folder, 'playable'))).toMatchObject({ sort: 'sound', hasSound: true });
  const part = await fetched(`/api/media/${view.id}/playable`, { range: 'bytes=4-7' });
  expect([part.response.status, part.bytes.toString()]).toEqual([206, 'ftyp']);
});

it('a film gets its index in front, its right length and a cover that is not its black beginning', async () => {
  const view = await bring(await film());
  expect(view).toMatchObject({ kind: 'film', width: 320, height: 240, seconds: null });
  const about = await made(view);
  expect(about).toMatchObject({ state: 'ready', width: 320, height: 240 });
  expect(about.seconds).toBeCloseTo(3, 0);
  const { bytes } = await fetched(`/api/media/${view.id}/playable`);
  expect(bytes.indexOf('moov')).toBeLessThan(bytes.indexOf('mdat'));
  expect(bytes.includes('avc1')).toBe(true);
  const cover = await fetched(`/api/media/${view.id}/preview`);
  const { channels } = await sharp(cover.bytes).stats();
  expect(channels[0]!.mean).toBeGreaterThan(40);
});

it('a film that was taken upright stays upright, and says nothing of where it was taken', async () => {
  const lying = join(folder, 'lying.mp4');
  const turned = join(folder, 'turned.mp4');
  execFileSync('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-f',
    'lavfi',
    '-i',
    'testsrc2=size=320x180:rate=10:duration=1',
    '-metadata',
    'location=+51.9-008.5/',
    '-pix_fmt',
    'yuv420p',
    lying,
  ]);
  execFileSync('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-i',
    lying,
    '-c',
    'copy',
    '-metadata',
    'location=+51.9-008.5/',
    '-metadata:s:v',
    'rotate=90',
    turned,
  ]);
  const view = await bring(await readFile(turned));
  expect(view).toMatchObject({ width: 180, height: 320 });
  expect(await made(view)).toMatchObject({ state: 'ready', width: 180, height: 320 });
  expect((await fetched(`/api/media/${view.id}/playable`)).bytes.includes('51.9')).toBe(false);
});

it('a copy holds only what is kept of it', async () => {
  const view = await bring(await film());
  await made(view);
  const { bytes, response } = await fetched(`/api/media/${view.id}/cut?spans=0.5-1,2-3`);
  expect(response.headers.get('content-type')).toBe('video/mp4');
  writeFileSync(join(folder, 'cut.mp4'), bytes);
  const facts = await probeRecording(join(folder, 'cut.mp4'));
  expect(facts).toMatchObject({ sort: 'film', hasSound: true });
  expect(Math.abs(facts!.seconds! - 1.5)).toBeLessThan(0.15);
  for (const spans of ['', '3-1', '0-1;rm', '1e9-2e9', '0-x'])
    expect([400, 415]).toContain((await fetched(`/api/media/${view.id}/cut?spans=${spans}`)).response.status);
  expect((await (await harness.as('ben')).request('GET', `/api/media/${view.id}/cut?spans=0-1`)).status).toBe(404);
});

it('silence has no loudness and is kept all the same', async () => {
  const view = await bring(Buffer.from(writeWav({ channels: [new Float32Array(48_000)], rate: 48_000 })));
  expect(await made(view)).toMatchObject({ state: 'ready', loudness: null });
});

it('a recording of a quarter of an hour is taken with what a program adds to its end, and no longer one', async () => {
  const lasting = (seconds: number): Buffer =>
    Buffer.from(writeWav({ channels: [new Float32Array(8_000 * seconds)], rate: 8_000 }));
  expect(await bring(lasting(901))).toMatchObject({ kind: 'sound' });
  const refused = await ada.bring(piece, lasting(910));
  expect(refused.status).toBe(415);
  expect(await refused.text()).toContain('16 minutes long; at most 15');
});

it('a job that dies is asked for again when the server starts, and done once', async () => {
  const view = await bring(tone(1));
  const again = appOf(school);
  await again.services.recordings.takeUp();
  expect(again.toMake).toEqual([{ mediaId: view.id }]);
  const first = await made(view);
  expect(await made(view)).toEqual(first);
  await again.services.recordings.takeUp();
  expect(again.toMake).toHaveLength(1);
});

it('a film that breaks off in the middle is kept; one that can’t be made playable says why and stays as it came', async () => {
  const whole = await film();
  const broken = await bring(whole.subarray(0, Math.floor(whole.length * 0.6)));
  const about = await made(broken);
  expect(about.state).toBe('ready');
  expect(about.seconds).toBeGreaterThan(0.5);
  // Its head says film, and nothing follows.
  const head = await bring(whole.subarray(0, whole.indexOf(Buffer.from([0x1f, 0x43, 0xb6, 0x75])) + 30));
  expect(await made(head)).toMatchObject({
    state: 'failed',
    why: expect.stringMatching(/kept as it came|nothing to be seen/),
  });
  expect((await fetched(`/api/media/${head.id}/playable`)).bytes.length).toBe(head.size);
});

it(
  'a teacher’s voice comes only to a go that waits, is the learner’s once the review is released, ' +
    'and a review waits for it',
  async () => {
    const teacher = await harness.as('ms-reed');
    const content = tone(1);
    expect((await teacher.bring(piece, content)).status).toBe(409);
    expect((await (await harness.as('mr-dune')).bring(piece, content)).status).toBe(404);
    await drawInto(school, piece);
    const submission = await ada.json<{ id: string }>('POST', `/api/pieces/${piece}/send`, {
      key: randomUUID(),
      extent: await extentOf(school, 'piece', piece),
    });
    const review = await teacher.json<{ id: string }>('POST', `/api/goes/${submission.id}/review`);
    const voice = randomUUID();
    const marks = new Y.Doc();
    putItem(markItems(marks, 'take'), 'pin', { kind: 'moment', second: 1, note: '', voice, order: '', at: 1 });
    await school.log.append({ kind: 'marks', id: review.id }, Y.encodeStateAsUpdate(marks));
    const release = async (): Promise<Response> =>
      teacher.request('POST', `/api/reviews/${review.id}/release`, {
        outcome: 'again',
        note: '',
        extent: await extentOf(school, 'marks', review.id),
      });
    expect((await release()).status).toBe(409);
    expect((await teacher.bring(piece, content, voice)).status).toBe(200);
    expect((await ada.request('GET', `/api/media/${voice}`)).status).toBe(404);
    expect((await release()).status).toBe(200);
    expect((await ada.request('GET', `/api/media/${voice}`)).status).toBe(200);
    expect((await (await harness.as('ben')).request('GET', `/api/media/${voice}`)).status).toBe(404);
  },
);

it('of a finished piece only what was sent stays at school', async () => {
  const teacher = await harness.as('ms-reed');
  const [chosen, other, photo] = [
    await bring(tone(1)),
    await bring(tone(2)),
    await bring(
      await sharp({ create: { width: 9, height: 9, channels: 3, background: 'red' } })
        .png()
        .toBuffer(),
    ),
  ];
  await made(chosen);
  await made(other);
  const doc = await school.log.document({ kind: 'piece', id: piece });
  const before = Y.encodeStateVector(doc);
  const part = readPages(doc)[0]!.part;
  for (const [i, { id }] of [chosen, other].entries()) {
    putItem(
      takeItems(doc, part),
      id,
      takeFields({
        id,
        sort: 'sound',
        media: id,
        original: null,
        seconds: 1,
        spans: [[0, 1]],
        title: '',
        cover: null,
        faults: [],
        chosen: 9 - i,
        at: i,
      }),
    );
  }
  await school.log.append({ kind: 'piece', id: piece }, Y.encodeStateAsUpdate(doc, before));
  const submission = await ada.json<{ id: string }>('POST', `/api/pieces/${piece}/send`, {
    key: randomUUID(),
    extent: await extentOf(school, 'piece', piece),
  });
  const ids = async (): Promise<string[]> =>
    (await school.query<{ id: string }>('SELECT id FROM media')).map(({ id }) => id);
  expect((await ids()).sort()).toEqual([chosen.id, other.id, photo.id].sort());
  const review = await teacher.json<{ id: string }>('POST', `/api/goes/${submission.id}/review`);
  await teacher.json('POST', `/api/reviews/${review.id}/release`, {
    outcome: 'finished',
    note: '',
    extent: await extentOf(school, 'marks', review.id),
  });
  // Not before the outcome can't be taken back any more.
  expect((await ids()).sort()).toEqual([chosen.id, other.id, photo.id].sort());
  expect(harness.finished).toEqual([{ pieceId: piece }]);
  await harness.services.reviews.keepSent(harness.finished[0]!);
  expect(await ids()).toEqual([chosen.id]);
  expect((await fetched(`/api/media/${chosen.id}/playable`)).response.status).toBe(200);
  // Of the files nothing is left that nobody asks for, once they are swept: an original and what plays everywhere.
  await appOf(school, () => Date.now() + 2 * 3_600_000).services.tidying.tidy();
  const files = readdirSync(school.filesRoot, { recursive: true, withFileTypes: true }).filter((entry) =>
    entry.isFile(),
  );
  expect(files).toHaveLength(2);
});

it.each<[string, () => Promise<Buffer> | Buffer, RegExp]>([
  [
    'a text that is named like a photo',
    () => Buffer.from('Dear Ms Reed, this is no photo.'),
    /no picture, PDF, sound or film/,
  ],
  [
    'an MP4 that lost its end',
    async () => {
      const path = join(folder, 'cut.mp4');
      execFileSync('ffmpeg', [
        '-v',
        'error',
        '-y',
        '-f',
        'lavfi',
        '-i',
        'testsrc2=size=160x120:duration=2',
        '-pix_fmt',
        'yuv420p',
        path,
      ]);
      return (await readFile(path)).subarray(0, 20_000);
    },
    /no picture, PDF, sound or film/,
  ],
  [
    'a playlist that would fetch other files',
    () => Buffer.from('#EXTM3U\n#EXTINF:1,\nfile:///etc/passwd\n'),
    /no picture, PDF, sound or film/,
  ],
  [
    'a list for joining files',
    () => Buffer.from("ffconcat version 1.0\nfile '/etc/passwd'\n"),
    /no picture, PDF, sound or film/,
  ],
])('%s is refused with a sentence, and nothing is kept of it', async (_, content, words) => {
  const answer = await ada.bring(piece, await content(), randomUUID());
  expect([answer.status, ((await answer.json()) as { message: string }).message]).toEqual([
    415,
    expect.stringMatching(words),
  ]);
  expect((await school.query<{ count: string }>('SELECT count(*) FROM media'))[0].count).toBe('0');
});

it('a picture with a web page behind it is kept as a picture alone', async () => {
  const picture = await sharp({ create: { width: 9, height: 9, channels: 3, background: 'red' } })
    .png()
    .toBuffer();
  const { id, kind } = await bring(Buffer.concat([picture, Buffer.from('<script>alert(1)</script>%PDF-no')]));
  expect(kind === 'picture').toBe(true);
  expect((await fetched(`/api/media/${id}`)).bytes.includes('script')).toBe(false);
});

it('a picture of a piece is drawn anew for whoever has it, once school has looked into a film of the piece', async () => {
  const view = await bring(await film());
  const path = `/api/pieces/${piece}/picture`;
  const early = (await fetched(path)).response.headers.get('etag')!;
  expect((await fetched(path, { 'if-none-match': early })).response.status).toBe(304);
  await made(view);
  expect((await fetched(path, { 'if-none-match': early })).response.status).toBe(200);
});
