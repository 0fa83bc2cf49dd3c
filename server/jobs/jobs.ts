import PgBoss from 'pg-boss';
import type { Logger } from 'pino';
import { RECALL } from '@lippet/core/contract/limits';

/** What one kind of job is given, by the name of its queue. */
export interface JobData {
  'export-go': { exportId: string };
  'make-playable': { mediaId: string };
  'keep-sent': { pieceId: string };
  partners: { activityId: string };
  'sign-in-letter': { letterId: string };
}
/** What is done again and again, and is given nothing. */
type Repeated = 'remind' | 'hand-in' | 'tidy';
type Asked = keyof JobData;
type Queue = Asked | Repeated;
type Handler<Q extends Queue> = (data: Q extends Asked ? JobData[Q] : object) => Promise<void>;

/** Work that outlives a request. What `send` has returned for is done some time, also after the server was killed. */
export interface Jobs {
  send<Q extends Asked>(queue: Q, data: JobData[Q]): Promise<void>;
  /** Resolves where jobs are taken, and rejects where they are not. */
  answer(): Promise<void>;
}

/** A job that was begun and not finished within this many seconds is taken up again, at most so many times. */
const LIMITS: {
  [Q in Queue]: { expireInSeconds: number; retryLimit: number; retryDelay: number; startAfter?: number };
} = {
  'export-go': { expireInSeconds: 120, retryLimit: 3, retryDelay: 2 },
  'make-playable': { expireInSeconds: 960, retryLimit: 3, retryDelay: 2 },
  // Not before the outcome can't be taken back any more.
  'keep-sent': { expireInSeconds: 120, retryLimit: 3, retryDelay: 2, startAfter: RECALL / 1000 + 10 },
  // After what was sent is there for others to see.
  partners: { expireInSeconds: 60, retryLimit: 3, retryDelay: 2, startAfter: 1 },
  // Whoever asked for it waits; they can ask again.
  'sign-in-letter': { expireInSeconds: 60, retryLimit: 3, retryDelay: 5 },
  // The next one comes by itself.
  remind: { expireInSeconds: 600, retryLimit: 0, retryDelay: 0 },
  // What is there at the end of a set's time; looked for every minute.
  'hand-in': { expireInSeconds: 55, retryLimit: 0, retryDelay: 0 },
  tidy: { expireInSeconds: 3_000, retryLimit: 0, retryDelay: 0 },
};

/**
 * How often a queue is looked into without anybody saying that there is something in it, in seconds: for what another
 * process has sent. Looked into twice a second, nine empty queues took a twentieth of a processor.
 */
const LOOK_EVERY = 5;

/** In milliseconds. */
const A_MOMENT = 100;

const SCHEMA = 'jobs';

/** Jobs kept in our database by pg-boss. */
export class DatabaseJobs implements Jobs {
  private readonly boss: PgBoss;
  private readonly handlers: { [Q in Queue]?: Handler<Q> } = {};
  /** Who works on a queue, by its name. */
  private readonly workers = new Map<Queue, string>();

  constructor(
    databaseUrl: string,
    private readonly logger: Logger,
  ) {
    this.boss = new PgBoss({ connectionString: databaseUrl, schema: SCHEMA, max: 2 });
    this.boss.on('error', (error) => this.logger.error({ err: error }, 'jobs'));
  }

  /** Lays out the tables of the queues beforehand, so that a server starts sooner. */
  static async layOut(databaseUrl: string): Promise<void> {
    const boss = new PgBoss({ connectionString: databaseUrl, schema: SCHEMA });
    // What goes wrong is thrown by what is asked of it, too.
    boss.on('error', () => undefined);
    await boss.start();
    for (const queue of Object.keys(LIMITS)) await boss.createQueue(queue);
    await boss.stop({ graceful: false });
  }

  handle<Q extends Queue>(queue: Q, handler: Handler<Q>): void {
    Object.assign(this.handlers, { [queue]: handler });
  }

  async start(): Promise<void> {
    await this.boss.start();
    for (const [queue, handler] of Object.entries(this.handlers) as [Queue, Handler<Queue>][]) {
      await this.boss.createQueue(queue);
      const worker = await this.boss.work<JobData[Asked]>(
        queue,
        { pollingIntervalSeconds: LOOK_EVERY },
        async ([job]) => {
          if (job) await this.run(queue, () => handler(job.data));
        },
      );
      this.workers.set(queue, worker);
    }
  }

  /** What goes wrong is written down here, and left to the queue, which may try again. */
  private async run(queue: Queue, work: () => Promise<void>): Promise<void> {
    try {
      await work();
    } catch (error) {
      this.logger.error({ err: error, queue }, 'a job failed');
      this.look(queue, LIMITS[queue].retryDelay);
      throw error;
    } finally {
      // The next one may be there already.
      this.look(queue);
    }
  }

  /** Looks into a queue, now or after so many seconds; a moment later than asked, so that what is due then is due. */
  private look(queue: Queue, after = 0): void {
    const worker = this.workers.get(queue);
    if (worker === undefined) return;
    if (after === 0) this.boss.notifyWorker(worker);
    else setTimeout(() => this.look(queue), after * 1_000 + A_MOMENT).unref();
  }

  async send<Q extends Asked>(queue: Q, data: JobData[Q]): Promise<void> {
    await this.boss.send(queue, data, LIMITS[queue]);
    this.look(queue, LIMITS[queue].startAfter);
  }

  /** Has a job done now, and again and again. @param cron when, as in crontab(5) */
  async repeat(queue: Repeated, cron: string): Promise<void> {
    await this.boss.schedule(queue, cron, {}, LIMITS[queue]);
    await this.boss.send(queue, {}, LIMITS[queue]);
    this.look(queue);
  }

  async answer(): Promise<void> {
    await this.boss.getQueues();
  }

  async stop(): Promise<void> {
    this.workers.clear();
    await this.boss.stop({ graceful: true, timeout: 3_000 });
  }
}
