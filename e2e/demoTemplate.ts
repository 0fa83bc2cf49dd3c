/** Makes the demo school once, as a database that every journey gets a copy of (see {@link TEMPLATE}). */
import { seedDemo } from '@lippet/demo/seed';
import { DatabaseJobs } from '@lippet/server/jobs/jobs';
import { openDatabase } from '@lippet/server/models/database';
import { createTestDatabase, dropTestDatabase } from '@lippet/server/testing/testDatabase';
import { FORENOON, zoneWhereItIs } from './forenoon';
import { TEMPLATE } from './template';

await dropTestDatabase(TEMPLATE);
const { url } = await createTestDatabase('template0', TEMPLATE);
const sequelize = openDatabase(url);
await seedDemo(sequelize, { zone: zoneWhereItIs(FORENOON, new Date()) });
await sequelize.close();
await DatabaseJobs.layOut(url);
