import type { Sequelize } from 'sequelize';
import { openDatabase } from '../models/database';
import * as tables from '../models/tables';
import { createTestDatabase, type TestDatabase } from '../testing/testDatabase';
import * as ground from './2026-11-24-ground';
import * as exports from './2026-11-25-exports';
import * as captures from './2026-11-25-captures';
import * as recordings from './2026-11-25-recordings';
import * as media from './2026-11-25-media';
import * as planning from './2026-11-25-planning';
import * as threads from './2026-11-25-threads';
import * as classes from './2026-11-26-class';
import * as reviewing from './2026-11-26-reviewing';
import * as desk from './2026-11-26-desk';
import { migrate } from './migrate';

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
    ]);
    expect(await migrate(sequelize)).toEqual([]);
    const models = Object.values(tables).filter(
      (each) => typeof each === 'function' && 'tableName' in each,
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

  it('can be taken down again', async () => {
    await sequelize.transaction((transaction) => desk.down(sequelize, transaction));
    await sequelize.transaction((transaction) => reviewing.down(sequelize, transaction));
    await sequelize.transaction((transaction) => classes.down(sequelize, transaction));
    await sequelize.transaction((transaction) => threads.down(sequelize, transaction));
    await sequelize.transaction((transaction) => planning.down(sequelize, transaction));
    await sequelize.transaction((transaction) => recordings.down(sequelize, transaction));
    await sequelize.transaction((transaction) => captures.down(sequelize, transaction));
    await sequelize.transaction((transaction) => exports.down(sequelize, transaction));
    await sequelize.transaction((transaction) => media.down(sequelize, transaction));
    await sequelize.transaction((transaction) => ground.down(sequelize, transaction));
    expect((await names()).filter((name) => name !== 'migrations')).toEqual([]);
  });
});
