/** Questions: who reads them, who answers, what is taken away; from the wrong person's side too. */
import { randomUUID } from 'node:crypto';
import type { ThreadsView, ThreadView } from '@lippet/core/contract/threads';
import type { MediaView } from '@lippet/core/contract/media';
import type { UpdateView } from '@lippet/core/contract/updates';
import sharp from 'sharp';
import { readPages } from '@lippet/core/page/document';
import { appOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" width="20" height="10"><rect width="20" height="10" fill="red"/></svg>';

let school: SmallSchool;
let ada: TestClient;
let ben: TestClient;
let cai: TestClient;
let teacher: TestClient;
beforeAll(async () => {
  school = await smallSchool();
  const { as } = appOf(school);
  [ada, ben, cai, teacher] = (await Promise.all(['ada', 'ben', 'cai', 'ms-reed'].map((name) => as(name)))) as [
    TestClient,
    TestClient,
    TestClient,
    TestClient,
  ];
});
afterAll(() => school.close());

const path = (): string => `/api/activities/${school.activities.open}/threads`;
const ask = (client: TestClient, change: object = {}): Promise<ThreadView> =>
  client.json('POST', path(), {
    id: randomUUID(),
    message: randomUUID(),
    audience: 'teacher',
    words: 'Which way is up?',
    ...change,
  });
const answer = (client: TestClient, id: string, words: string): Promise<ThreadView> =>
  client.json('POST', `/api/threads/${id}/messages`, { message: randomUUID(), words });
const seen = async (client: TestClient, id: string): Promise<ThreadView | undefined> =>
  (await client.json<ThreadsView>('GET', path())).threads.find((thread) => thread.id === id);

it('a question is for the teacher alone unless it is said otherwise, and says who reads it', async () => {
  expect((await ada.json<ThreadsView>('GET', path())).readers).toEqual({
    teachers: ['ms-reed'],
    group: 'Reeds',
    learners: 2,
  });
  expect((await teacher.json<ThreadsView>('GET', path())).readers).toBeNull();
  const { id } = await ask(ada);
  expect(await seen(ben, id)).toBeUndefined();
  expect((await ben.request('POST', `/api/threads/${id}/messages`, { message: randomUUID(), words: 'x' })).status).toBe(
    404,
  );
  expect((await cai.request('GET', path())).status).toBe(404);
  expect((await seen(teacher, id))!.asker!.name).toBe('ada');
  const news = (await teacher.json<UpdateView[]>('GET', '/api/updates')).find((update) => update.path.includes(id))!;
  expect([news.kind, news.words, news.path]).toEqual([
    'asked',
    'ada asks: Which way is up?',
    `/asks/${school.activities.open}?thread=${id}`,
  ]);
  await answer(teacher, id, 'The arrow shows it');
  expect(
    (await ada.json<UpdateView[]>('GET', '/api/updates')).find((update) => update.path.includes(id)),
  ).toMatchObject({ kind: 'answered', path: `/activity/${school.activities.open}?ask=${id}` });
});

it('asked twice by a bad network, it is one question; nothing said is no question', async () => {
  const [id, message] = [randomUUID(), randomUUID()];
  const once = await ask(ada, { id, message });
  expect((await ask(ada, { id, message })).messages).toEqual(once.messages);
  expect(
    (await ada.request('POST', path(), { id: randomUUID(), message: randomUUID(), audience: 'teacher', words: '  ' }))
      .status,
  ).toBe(400);
  expect(
    (await ada.request('POST', path(), { id: randomUUID(), message: randomUUID(), audience: 'everybody', words: 'x' }))
      .status,
  ).toBe(400);
});

it('an answer can be shared with the class without the asker’s name', async () => {
  const { id } = await ask(ada, { words: 'May I use blue?' });
  await answer(teacher, id, 'Any colour you like');
  await teacher.json('POST', `/api/threads/${id}/share`);
  const shared = (await seen(ben, id))!;
  expect(shared.messages.map(({ author, words }) => [author?.name ?? null, words])).toEqual([
    [null, 'May I use blue?'],
    ['ms-reed', 'Any colour you like'],
  ]);
  expect(JSON.stringify(shared)).not.toContain('"ada"');
  expect(shared).toMatchObject({ asker: null, mayAnswer: false, mine: false });
  await teacher.json('DELETE', `/api/threads/${id}/share`);
  expect(await seen(ben, id)).toBeUndefined();
});

it('the class can talk where it was asked, until the teacher closes it', async () => {
  const { id } = await ask(ada, { audience: 'class' });
  expect((await answer(ben, id, 'Up is north')).messages.map(({ author }) => author!.name)).toEqual(['ada', 'ben']);
  expect(await seen(cai, id).catch(() => undefined)).toBeUndefined();
  await teacher.json('POST', `/api/threads/${id}/close`);
  expect(
    (await ben.request('POST', `/api/threads/${id}/messages`, { message: randomUUID(), words: 'More' })).status,
  ).toBe(409);
  expect((await ben.request('POST', `/api/threads/${id}/close`)).status).toBe(404);
  expect(await seen(ben, id)).toMatchObject({ closed: true, mayAnswer: false });
});

it('what is taken away is gone for everybody, and its author is told why', async () => {
  const { id } = await ask(ada, { audience: 'class' });
  const { messages } = await answer(ben, id, 'Something unkind');
  expect((await ada.request('POST', `/api/messages/${messages[1]!.id}/remove`, { why: 'x' })).status).toBe(404);
  expect((await teacher.request('POST', `/api/messages/${messages[1]!.id}/remove`, { why: ' ' })).status).toBe(400);
  await teacher.json('POST', `/api/messages/${messages[1]!.id}/remove`, { why: 'It was unkind.' });
  for (const client of [ada, ben, teacher])
    expect((await seen(client, id))!.messages[1]).toMatchObject({ words: '', removed: 'It was unkind.' });
  expect((await ben.json<UpdateView[]>('GET', '/api/updates'))[0]).toMatchObject({
    kind: 'removed',
    words: 'Your message was taken away: It was unkind.',
  });
});

it('a picture in a question is seen by who reads it, and by nobody else; somebody else’s can’t be named', async () => {
  const { pieceId } = await ada.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`);
  const { id: media } = (await (await ada.bring(pieceId, SVG)).json()) as MediaView;
  expect((await ben.request('GET', `/api/media/${media}`)).status).toBe(404);
  expect(
    (
      await ben.request('POST', path(), {
        id: randomUUID(),
        message: randomUUID(),
        audience: 'teacher',
        words: '',
        media,
      })
    ).status,
  ).toBe(404);
  const { id, messages } = await ask(ada, { audience: 'class', words: '', media });
  expect(messages[0]!.media).toEqual({ id: media, kind: 'picture' });
  expect((await ben.request('GET', `/api/media/${media}`)).status).toBe(200);
  expect((await cai.request('GET', `/api/media/${media}`)).status).toBe(404);
  await teacher.json('POST', `/api/messages/${messages[0]!.id}/remove`, { why: 'A face is in it.' });
  expect((await ben.request('GET', `/api/media/${media}`)).status).toBe(404);
  expect((await seen(ben, id))!.messages[0]!.media).toBeNull();
  expect(
    (
      await ada.request('POST', path(), {
        id: randomUUID(),
        message: randomUUID(),
        audience: 'teacher',
        words: '',
        media: randomUUID(),
      })
    ).status,
  ).toBe(409);
});

it('about a place on the sheet, it shows the asker and the teacher the place, and nobody else', async () => {
  const { pieceId } = await ada.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`);
  const page = readPages(await school.log.document({ kind: 'piece', id: pieceId }))[0]!.id;
  const { id, place } = await ask(ada, { audience: 'class', words: 'What goes here?', place: { page, x: 60, y: 300 } });
  expect(place).toEqual({ page, x: 60, y: 300 });
  expect((await seen(ben, id))!.place).toBeNull();
  const picture = (client: TestClient): Promise<Response> => client.request('GET', `/api/threads/${id}/picture`);
  expect([(await picture(ben)).status, (await picture(cai)).status]).toEqual([404, 404]);
  const pixels = sharp(Buffer.from(await (await picture(teacher)).arrayBuffer()))
    .removeAlpha()
    .raw();
  const { data, info } = await pixels.toBuffer({ resolveWithObject: true });
  // The ring: vermilion to the right of the place by its radius, paper in its middle.
  const scale = info.width / 300;
  const pixelAt = (x: number, y: number): number[] => [
    ...data.subarray((Math.round(y * scale) * info.width + Math.round(x * scale)) * 3).subarray(0, 3),
  ];
  expect(pixelAt(60 + 21, 300)[0]! - pixelAt(60 + 21, 300)[2]!).toBeGreaterThan(90);
  expect(Math.min(...pixelAt(60, 300))).toBeGreaterThan(220);
  for (const bad of [{ page: 7 }, { page, x: 1 }, { page, x: 1, y: 1e9 }])
    expect(
      (
        await ada.request('POST', path(), {
          id: randomUUID(),
          message: randomUUID(),
          audience: 'teacher',
          words: 'x',
          place: bad,
        })
      ).status,
    ).toBe(400);
});
