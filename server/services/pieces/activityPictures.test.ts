/** What an activity looks like before anything is made in it. */
import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { appOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

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
