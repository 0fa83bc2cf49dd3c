/** Makes the demo school once, as a database that every journey gets a copy of (see {@link TEMPLATE}). */
import { seedDemo } from '@lippet/demo/seed';
import { DatabaseJobs } from '@lippet/server/jobs/jobs';
import { openDatabase } from '@lippet/server/models/database';
import { createTestDatabase, dropTestDatabase } from '@lippet/server/testing/testDatabase';
import { TEMPLATE } from './template';

/** The demo's day is a school day: at whatever hour the journeys run, its lessons have begun and midnight is far. */
const FORENOON = 10;

/** The zone, of those that are whole hours from Greenwich, where the clock's hour is `hour` now. */
function zoneWhereItIs(hour: number, now: Date): string {
  const ahead = hour - now.getUTCHours();
  const east = ahead < -12 ? ahead + 24 : ahead;
  // By POSIX custom these names count west of Greenwich as positive.
  return `Etc/GMT${east > 0 ? '-' : '+'}${Math.abs(east)}`;
}

await dropTestDatabase(TEMPLATE);
const { url } = await createTestDatabase('template0', TEMPLATE);
const sequelize = openDatabase(url);
await seedDemo(sequelize, { zone: zoneWhereItIs(FORENOON, new Date()) });
await sequelize.close();
await DatabaseJobs.layOut(url);
