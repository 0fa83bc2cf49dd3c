import { randomBytes } from 'node:crypto';
import { Client } from 'pg';
import { DatabaseJobs } from '../jobs/jobs';
import { migrate } from '../migrations/migrate';
import { openDatabase } from '../models/database';

/** A database of its own for one test file or journey, on the test cluster. */
export interface TestDatabase {
  name: string;
  url: string;
  drop(): Promise<void>;
}

/** The test cluster's address, as `./lippet test` gives it. */
function clusterUrl(): string {
  const url = process.env.LIPPET_TEST_POSTGRES;
  if (!url)
    throw new Error(
      'LIPPET_TEST_POSTGRES is not set: run the tests with ./lippet test, which starts a database for them.',
    );
  return url;
}

async function onCluster(...statements: string[]): Promise<void> {
  const client = new Client({ connectionString: clusterUrl() });
  await client.connect();
  try {
    for (const statement of statements) await client.query(statement);
  } finally {
    await client.end();
  }
}

const urlOf = (name: string): string => Object.assign(new URL(clusterUrl()), { pathname: `/${name}` }).toString();

/** Makes an empty database, or a copy of `template`. */
export async function createTestDatabase(
  template = 'template0',
  name = `t_${randomBytes(6).toString('hex')}`,
): Promise<TestDatabase> {
  // Copied as files: where the cluster need not outlive a power cut, that takes a fifth of the time of the log's way.
  await onCluster(`CREATE DATABASE "${name}" TEMPLATE "${template}" STRATEGY FILE_COPY`);
  return { name, url: urlOf(name), drop: () => onCluster(`DROP DATABASE IF EXISTS "${name}" WITH (FORCE)`) };
}

/** The newest schema, with the queues of jobs, without anything in it; `./lippet test` drops it before a run. */
const MIGRATED = 'migrated_template';
/** Those who want it at once make it one after another: the first makes it, and the others find it. */
const MIGRATED_LOCK = 4780;

async function insistOnMigrated(): Promise<void> {
  const client = new Client({ connectionString: clusterUrl() });
  await client.connect();
  try {
    await client.query('SELECT pg_advisory_lock($1)', [MIGRATED_LOCK]);
    const { rowCount } = await client.query('SELECT 1 FROM pg_database WHERE datname = $1', [MIGRATED]);
    if (rowCount) return;
    // Made under another name: one that was broken off is never taken for whole.
    const { name, url } = await createTestDatabase();
    const sequelize = openDatabase(url);
    await migrate(sequelize);
    await sequelize.close();
    await DatabaseJobs.layOut(url);
    await client.query(`ALTER DATABASE "${name}" RENAME TO "${MIGRATED}"`);
  } finally {
    await client.end();
  }
}

/** Makes a database with the newest schema: a copy of one that is migrated once a run. */
export async function createMigratedDatabase(): Promise<TestDatabase> {
  await insistOnMigrated();
  return createTestDatabase(MIGRATED);
}

/** Drops a database by name if it is there. */
export const dropTestDatabase = (name: string): Promise<void> =>
  onCluster(`DROP DATABASE IF EXISTS "${name}" WITH (FORCE)`);
