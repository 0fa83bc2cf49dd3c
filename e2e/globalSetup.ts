import { seedDemo } from '@lippet/demo/seed';
import { DatabaseJobs } from '@lippet/server/jobs/jobs';
import { openDatabase } from '@lippet/server/models/database';

import { createTestDatabase, dropTestDatabase } from '@lippet/server/testing/testDatabase';

export const TEMPLATE = 'journeys_template';

/** Makes the demo school once; every journey gets a copy of it. */
export default async function globalSetup(): Promise<void> {
  await dropTestDatabase(TEMPLATE);
  const { url } = await createTestDatabase('template0', TEMPLATE);
  const sequelize = openDatabase(url);
  await seedDemo(sequelize);
  await sequelize.close();
  await DatabaseJobs.layOut(url);
}
