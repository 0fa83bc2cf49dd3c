import pino from 'pino';
import { createTestDatabase, type TestDatabase } from '../testing/testDatabase';
import { DatabaseJobs } from './jobs';

describe('jobs', () => {
  let database: TestDatabase;
  const open: DatabaseJobs[] = [];
  const make = (handler: (data: { exportId: string }) => Promise<void>): DatabaseJobs => {
    const jobs = new DatabaseJobs(database.url, pino({ level: 'silent' }));
    jobs.handle('export-go', handler);
    open.push(jobs);
    return jobs;
  };
  const until = async (holds: () => boolean): Promise<void> => {
    for (const end = Date.now() + 25_000; !holds() && Date.now() < end;)
      await new Promise((resolve) => setTimeout(resolve, 100));
    expect(holds()).toBe(true);
  };
  beforeEach(async () => {
    database = await createTestDatabase();
  });
  afterEach(async () => {
    for (const jobs of open.splice(0)) await jobs.stop();
    await database.drop();
  });

  it('are done once each', async () => {
    const done: string[] = [];
    const jobs = make(async ({ exportId }) => void done.push(exportId));
    await jobs.start();
    for (const exportId of ['a', 'b', 'c']) await jobs.send('export-go', { exportId });
    await until(() => done.length === 3);
    expect([...done].sort()).toEqual(['a', 'b', 'c']);
  });

  it('that failed are taken up again', async () => {
    let tries = 0;
    const jobs = make(async () => {
      if (++tries === 1) throw new Error('The disk was away for a moment.');
    });
    await jobs.start();
    await jobs.send('export-go', { exportId: 'x' });
    await until(() => tries === 2);
  });

  it('that were sent before the server went down are done by the next', async () => {
    const first = make(() => new Promise(() => undefined));
    await first.start();
    await first.stop();
    const sender = make(async () => undefined);
    await sender.start();
    await sender.stop();
    open.splice(0);
    const late = new DatabaseJobs(database.url, pino({ level: 'silent' }));
    await late.start(); // knows no handler: only sends
    await late.send('export-go', { exportId: 'kept' });
    await late.stop();
    const done: string[] = [];
    const next = make(async ({ exportId }) => void done.push(exportId));
    await next.start();
    await until(() => done.includes('kept'));
  });
});
