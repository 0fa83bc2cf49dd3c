import { randomBytes } from 'node:crypto';
import { Client } from 'pg';

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
  await onCluster(`CREATE DATABASE "${name}" TEMPLATE "${template}"`);
  return { name, url: urlOf(name), drop: () => onCluster(`DROP DATABASE IF EXISTS "${name}" WITH (FORCE)`) };
}

/** Drops a database by name if it is there. */
export const dropTestDatabase = (name: string): Promise<void> =>
  onCluster(`DROP DATABASE IF EXISTS "${name}" WITH (FORCE)`);
