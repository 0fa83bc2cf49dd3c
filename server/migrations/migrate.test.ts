import type { Sequelize } from 'sequelize';
import { openDatabase } from '../models/database';
import * as tables from '../models/tables';
import { createTestDatabase, type TestDatabase } from '../testing/testDatabase';
import { migrate, MIGRATIONS } from './migrate';

describe('the schema', () => {
  let database: TestDatabase;
  let sequelize: Sequelize;
  beforeAll(async () => {
    database = await createTestDatabase();
    sequelize = openDatabase(database.url);
  });
  afterAll(async () => {
    await sequelize.close();
    await database.drop();
  });
  const names = async (): Promise<string[]> => (await sequelize.getQueryInterface().showAllTables()) as string[];

  it('is made once, and is what the models expect', async () => {
    expect(await migrate(sequelize)).toEqual([
      '2026-11-24-ground',
      '2026-11-25-media',
      '2026-11-25-exports',
      '2026-11-25-captures',
      '2026-11-25-recordings',
      '2026-11-25-planning',
      '2026-11-25-threads',
      '2026-11-26-class',
      '2026-11-26-reviewing',
      '2026-11-26-desk',
      '2026-11-29-safety',
      '2026-11-29-tries',
      '2026-11-29-quick',
      '2026-11-29-refused',
      '2026-11-29-recall',
      '2026-11-29-dropped',
      '2026-11-29-counted',
      '2026-11-29-room',
      '2026-11-29-keyLength',
      '2026-11-29-nameOrder',
      '2026-11-29-sentNews',
      '2026-11-29-givenPages',
      '2026-11-29-joinedAt',
      '2026-11-30-spokenReplies',
      '2026-11-30-partAnswers',
      '2026-11-30-dayChoices',
      '2026-11-30-questionTries',
      '2026-11-30-questionHelp',
      '2026-11-30-setTimes',
      '2026-11-30-markedBy',
      '2026-11-30-questionSets',
      '2026-11-30-crewWork',
      '2026-12-01-partners',
      '2026-12-01-wall',
      '2026-12-01-shared',
      '2026-12-01-family',
      '2026-12-01-wallOpenings',
      '2026-12-01-wallVoices',
      '2026-12-01-wallExamples',
      '2026-12-01-sharedPictures',
      '2026-12-01-lentPictures',
      '2026-12-01-partnerFiles',
      '2026-12-02-signInLetters',
    ]);
    expect(await migrate(sequelize)).toEqual([]);
    const models = Object.values(tables).filter(
      (model) => typeof model === 'function' && 'tableName' in model,
    ) as unknown as { tableName: string; findAll(): Promise<unknown[]> }[];
    expect(models.length).toBeGreaterThan(12);
    for (const model of models) expect(await model.findAll()).toEqual([]);
  });

  it('refuses what must never be', async () => {
    const insert = (sql: string): Promise<unknown> => sequelize.query(sql);
    await expect(
      insert(
        "INSERT INTO people VALUES (gen_random_uuid(), gen_random_uuid(), 'learner', 'x', 'x', 'picture', 'x', 'x')",
      ),
    ).rejects.toThrow(/foreign key/);
    await expect(
      insert(
        `INSERT INTO reviews (id, submission_id, reviewer_id, outcome)
          VALUES (gen_random_uuid(), gen_random_uuid(), gen_random_uuid(), 'finished')`,
      ),
    ).rejects.toThrow(/check constraint/);
    await insert("INSERT INTO schools VALUES ('00000000-0000-0000-0000-000000000001', 's', 'UTC')");
    const person = (name: string): string =>
      `INSERT INTO people VALUES (gen_random_uuid(), '00000000-0000-0000-0000-000000000001', 'learner', 'x',
        '${name}', 'picture', 'x', 'x')`;
    await insert(person('One.Name'));
    await expect(insert(person('one.name'))).rejects.toThrow();
  });

  it('keeps what was counted of words and ticks', async () => {
    const { up, down } = MIGRATIONS.find(({ name }) => name === '2026-11-30-partAnswers')!;
    const id = '00000000-0000-0000-0000-000000000002';
    const counted = { pages: 1, words: 4, ticked: true };
    // Without the rows that it belongs to.
    await sequelize.transaction(async (transaction) => {
      await sequelize.query("SET LOCAL session_replication_role = 'replica'", { transaction });
      await sequelize.query(
        `INSERT INTO pieces (id, activity_id, person_id, progress) VALUES ('${id}', '${id}', '${id}', $1)`,
        { bind: [JSON.stringify({ parts: { a: counted, b: { pages: 2, words: 0, ticked: false } } })], transaction },
      );
    });
    const progress = async (): Promise<unknown> =>
      ((await sequelize.query('SELECT progress FROM pieces'))[0] as { progress: unknown }[])[0]!.progress;
    await sequelize.transaction((transaction) => up(sequelize, transaction));
    expect(await progress()).toEqual({
      parts: {
        a: {
          pages: 1,
          answers: [
            { kind: 'words', words: 4 },
            { kind: 'tick', ticked: true },
          ],
        },
        b: { pages: 2, answers: [] },
      },
    });
    await sequelize.transaction((transaction) => down(sequelize, transaction));
    expect(await progress()).toEqual({ parts: { a: counted, b: { pages: 2, words: 0, ticked: false } } });
    await sequelize.transaction((transaction) => up(sequelize, transaction));
    await sequelize.query('DELETE FROM pieces');
  });

  it('keeps whose the pictures on a sheet for all are', async () => {
    const { up, down } = MIGRATIONS.find(({ name }) => name === '2026-12-01-sharedPictures')!;
    const [sheet, media, person] = [3, 4, 5].map((digit) => `00000000-0000-0000-0000-00000000000${digit}`);
    const look = async (column: string): Promise<unknown> =>
      ((await sequelize.query(`SELECT ${column} AS found FROM shared_sheets`))[0] as { found: unknown }[])[0]!.found;
    await sequelize.transaction((transaction) => down(sequelize, transaction));
    // Without the rows that they belong to.
    await sequelize.transaction(async (transaction) => {
      await sequelize.query("SET LOCAL session_replication_role = 'replica'", { transaction });
      await sequelize.query(
        `INSERT INTO media (id, owner_id, piece_id, kind, type, hash, size)
          VALUES ('${media}', '${person}', '${sheet}', 'picture', 'image/webp', 'x', 1);
         INSERT INTO shared_sheets (id, activity_id, part_id, group_id, hides, media)
          VALUES ('${sheet}', '${sheet}', '${sheet}', '${sheet}', false, '["${media}"]');`,
        { transaction },
      );
    });
    await sequelize.transaction((transaction) => up(sequelize, transaction));
    expect(await look('pictures')).toEqual([{ media, person }]);
    await sequelize.transaction((transaction) => down(sequelize, transaction));
    expect(await look('media')).toEqual([media]);
    await sequelize.transaction((transaction) => up(sequelize, transaction));
    await sequelize.query('DELETE FROM shared_sheets; DELETE FROM media;');
  });

  it('can be taken down again', async () => {
    for (const { down } of MIGRATIONS.toReversed())
      await sequelize.transaction((transaction) => down(sequelize, transaction));
    expect((await names()).filter((name) => name !== 'migrations')).toEqual([]);
  });
});
