/** What an activity looks like before anything is made in it. */
import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import type { GoView } from '@lippet/core/contract/pieces';
import type { Actor } from '../../policy/actor';
import { appOf, drawInto, extentOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';
import { updatePictures } from '../news/updatePictures';

let school: SmallSchool;
let ada: TestClient;
beforeAll(async () => {
  school = await smallSchool();
  ada = await appOf(school).as('ada');
});
afterAll(() => school.close());

/** An activity for the reeds with one part and no sheet. */
async function withPart(kind: 'words' | 'sound' | 'tick'): Promise<string> {
  const activity = randomUUID();
  await school.sequelize.query(
    `INSERT INTO activities (id, teacher_id, title, subject, task, late_allowed, state)
      SELECT :activity, teacher_id, 'Without a sheet', 'Art', task, true, 'set' FROM activities WHERE id = :like`,
    { replacements: { activity, like: school.activities.open } },
  );
  await school.sequelize.query('INSERT INTO assignments (activity_id, group_id) VALUES (:activity, :group)', {
    replacements: { activity, group: school.groups.reeds },
  });
  await school.sequelize.query(
    `INSERT INTO parts (id, activity_id, position, kind, title, required, settings)
      VALUES (gen_random_uuid(), :activity, 0, :kind, 'Part', true, '{"sheets": []}')`,
    { replacements: { activity, kind } },
  );
  return activity;
}

/** Size of a picture, and how much of it is darker than paper. */
async function looksLike(path: string): Promise<{ width: number; height: number; dark: number }> {
  const answer = await ada.request('GET', path);
  expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'image/webp']);
  const { data, info } = await sharp(Buffer.from(await answer.arrayBuffer()))
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, dark: data.filter((value) => value < 120).length / data.length };
}

it('is its first sheet; and where there is none, a sign for how it is answered, each kind another', async () => {
  const sheet = await looksLike(`/api/activities/${school.activities.open}/picture`);
  expect(sheet.width).toBeGreaterThan(200);
  const signs = await Promise.all(
    (['words', 'sound', 'tick'] as const).map(async (kind) =>
      looksLike(`/api/activities/${await withPart(kind)}/picture`),
    ),
  );
  for (const { dark } of signs) expect(dark).toBeGreaterThan(0.01);
  expect(new Set(signs.map(({ dark }) => dark)).size).toBe(3);
});

it('stands for a piece that has no look of its own', async () => {
  const activity = await withPart('words');
  const { pieceId } = await ada.json<{ pieceId: string }>('POST', `/api/activities/${activity}/piece`);
  expect(await looksLike(`/api/pieces/${pieceId}/picture`)).toEqual(
    await looksLike(`/api/activities/${activity}/picture`),
  );
});

it('is the first picture in the task where its sheets are blank, and nothing of another activity', async () => {
  const activity = await withPart('words');
  const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="90" height="60"><rect width="90" height="60"/></svg>';
  const teacher = await appOf(school).as('ms-reed');
  const bring = async (home: string): Promise<string> => {
    const media = randomUUID();
    expect((await teacher.bringTo(`activities/${home}`, svg, media)).ok).toBe(true);
    return media;
  };
  const sayTask = (media: string) =>
    school.sequelize.query('UPDATE activities SET task = :task WHERE id = :activity', {
      replacements: {
        activity,
        task: JSON.stringify({ type: 'doc', content: [{ type: 'image', attrs: { media, alt: 'Ropes' } }] }),
      },
    });
  const sign = await looksLike(`/api/activities/${activity}/picture`);
  await sayTask(await bring(school.activities.open));
  expect(await looksLike(`/api/activities/${activity}/picture`)).toEqual(sign);
  await sayTask(await bring(activity));
  const { width, height, dark } = await looksLike(`/api/activities/${activity}/picture`);
  expect(width / height).toBeCloseTo(1.5, 1);
  expect(dark).toBeGreaterThan(0.9);
});

it('an update shows the work it leads to: what was sent, what one has, or else the activity', async () => {
  const { ada: learner } = school.people;
  const activity = school.activities.open;
  const paths = [`/activity/${activity}`, `/review/${activity}?person=${learner}`, '/now', `/asks/${activity}`];
  const actor = { personId: learner } as Actor;
  const whole = `/activities/${activity}/picture`;
  expect(await updatePictures(actor, paths)).toEqual([whole, whole, null, whole]);
  const { pieceId } = await ada.json<{ pieceId: string }>('POST', `/api/activities/${activity}/piece`);
  await drawInto(school, pieceId);
  const extent = await extentOf(school, 'piece', pieceId);
  const go = await ada.json<GoView>('POST', `/api/pieces/${pieceId}/send`, { key: randomUUID(), extent });
  expect(await updatePictures(actor, [...paths, `/feedback/${go.id}`])).toEqual([
    `/pieces/${pieceId}/picture`,
    `/goes/${go.id}/picture`,
    null,
    whole,
    `/goes/${go.id}/picture`,
  ]);
});
