import PgBoss from 'pg-boss';
import type { Logger } from 'pino';

/** What one kind of job is given, by the name of its queue. */
export interface JobData {
  'export-go': { exportId: string };
  'make-playable': { mediaId: string };
}
type Queue = keyof JobData;
type Handler<Q extends Queue> = (data: JobData[Q]) => Promise<void>;

/** Work that outlives a request. What `send` has returned for is done some time, also after the server was killed. */
export interface Jobs {
  send<Q extends Queue>(queue: Q, data: JobData[Q]): Promise<void>;
}

/** A job that was begun and not finished within this many seconds is taken up again, at most so many times. */
const LIMITS: { [Q in Queue]: { expireInSeconds: number; retryLimit: number; retryDelay: number } } = {
  'export-go': { expireInSeconds: 120, retryLimit: 3, retryDelay: 2 },
  'make-playable': { expireInSeconds: 960, retryLimit: 3, retryDelay: 2 },
};

/** Jobs kept in our database by pg-boss. */
export class DatabaseJobs implements Jobs {
  private readonly boss: PgBoss;
  private readonly handlers: { [Q in Queue]?: Handler<Q> } = {};

  constructor(databaseUrl: string, private readonly logger: Logger) {
    this.boss = new PgBoss({ connectionString: databaseUrl, schema: 'jobs', max: 2 });
    this.boss.on('error', (error) => this.logger.error({ err: error }, 'jobs'));
  }

  handle<Q extends Queue>(queue: Q, handler: Handler<Q>): void {
    Object.assign(this.handlers, { [queue]: handler });
  }

  async start(): Promise<void> {
    await this.boss.start();
    for (const [queue, handler] of Object.entries(this.handlers) as [Queue, Handler<Queue>][]) {
      await this.boss.createQueue(queue);
      await this.boss.work<JobData[Queue]>(queue, { pollingIntervalSeconds: 0.5 }, async ([job]) => {
        if (job) await handler(job.data);
      });
    }
  }

  async send<Q extends Queue>(queue: Q, data: JobData[Q]): Promise<void> {
    await this.boss.send(queue, data, LIMITS[queue]);
  }

  async stop(): Promise<void> {
    await this.boss.stop({ graceful: true, timeout: 3_000 });
  }
}
