import type { IncomingMessage, Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Duplex } from 'node:stream';
import { serve } from '@hono/node-server';
import { parse as parseCookies } from 'hono/utils/cookie';
import type { Logger } from 'pino';
import { NEWS_PATH, SYNC_PATH } from '@lippet/core/contract/sync';
import { makeApp, makeServices } from './app';
import type { Compute } from './compute/compute';
import type { Config } from './config';
import { DatabaseJobs } from './jobs/jobs';
import { useOurFonts } from './media/ourFonts';
import { migrate } from './migrations/migrate';
import { openDatabase } from './models/database';
import { SESSION_COOKIE } from './routes/cookies';
import { clientReader } from './web/client';

/** How often it is asked again whether what is open may still be seen, in milliseconds. */
const LOOK_AGAIN = 20_000;
const EVERY_MINUTE = '* * * * *';
const EVERY_FEW_MINUTES = '*/5 * * * *';
const EVERY_HOUR = '17 * * * *';

export interface RunningServer {
  port: number;
  close(): Promise<void>;
}

/** Refuses a socket before it is one, as plain HTTP. */
function refuse(socket: Duplex, status: string): void {
  socket.end(`HTTP/1.1 ${status}\r\nConnection: close\r\nContent-Length: 0\r\n\r\n`);
}

/** A page of another site may open a socket with our cookies; its Origin gives it away. */
function sameOrigin(request: IncomingMessage): boolean {
  const { origin, host } = request.headers;
  if (!origin || !host) return false;
  try {
    return new URL(origin).host === host;
  } catch {
    return false;
  }
}

/**
 * Migrates, listens, and answers until `close`. Rejects with Node's own error if the port is taken.
 * @param shared threads that are there already, and stay when this server closes; without them it has its own
 */
export async function startServer(config: Config, logger: Logger, shared?: Compute): Promise<RunningServer> {
  useOurFonts(config.fontsRoot);
  const sequelize = openDatabase(config.databaseUrl);
  await migrate(sequelize);
  const jobs = new DatabaseJobs(config.databaseUrl, logger);
  const services = makeServices(config, sequelize, jobs, logger, { compute: shared });
  jobs.handle('export-go', services.exports.run);
  jobs.handle('make-playable', services.recordings.run);
  jobs.handle('keep-sent', services.reviews.keepSent);
  jobs.handle('remind', async () => {
    await services.reminders.tellAll();
    await services.letters.writeAll();
    await services.weekLetters.writeAll();
    await services.outbox.postAll();
  });
  jobs.handle('partners', services.partnerRounds.run);
  jobs.handle('hand-in', async () => {
    await services.setTimes.handInEverywhere();
    await services.partnerRounds.bringAllUpToDate();
  });
  jobs.handle('sign-in-letter', services.signInLetters.send);
  jobs.handle('tidy', () => services.tidying.tidy());
  await jobs.start();
  await jobs.repeat('remind', EVERY_FEW_MINUTES);
  await jobs.repeat('hand-in', EVERY_MINUTE);
  await jobs.repeat('tidy', EVERY_HOUR);
  await services.recordings.takeUp();
  await services.exports.takeUp();
  const clientOf = clientReader(config.trustedProxies);
  const app = makeApp(services, sequelize, logger, (env) => clientOf((env as { incoming: IncomingMessage }).incoming));
  const underWay = new UnderWay();
  const server = await new Promise<Server>((resolve, reject) => {
    const listening = serve(
      { fetch: (request, env) => underWay.add(app.fetch(request, env)), port: config.port, hostname: config.host },
      () => resolve(listening as Server),
    ) as Server;
    listening.once('error', reject);
  });
  server.on('upgrade', async (request: IncomingMessage, socket: Duplex, head: Buffer) => {
    socket.on('error', () => socket.destroy());
    try {
      const room = { [SYNC_PATH]: services.hub, [NEWS_PATH]: services.news }[request.url?.split('?')[0] ?? ''];
      if (!room) return refuse(socket, '404 Not Found');
      if (!sameOrigin(request)) return refuse(socket, '403 Forbidden');
      const actor = await services.signIn.actor(parseCookies(request.headers.cookie ?? '')[SESSION_COOKIE]);
      if (!actor) return refuse(socket, '401 Unauthorized');
      room.accept(request, socket, head, actor);
    } catch (error) {
      logger.error({ err: error }, 'socket refused');
      refuse(socket, '500 Internal Server Error');
    }
  });
  const looking = repeatedly(LOOK_AGAIN, () => Promise.all([services.hub.lookAgain(), services.news.lookAgain()]));
  return {
    port: (server.address() as AddressInfo).port,
    async close() {
      const looked = looking.stop();
      // No new ones; those under way are answered while there still is a database.
      await finishRequests(server, async () => {
        await Promise.all([services.news.close(), services.hub.close()]);
        await looked;
      });
      // Whoever asked may be gone already, and what was asked for is under way all the same.
      await underWay.ended(GRACE);
      await jobs.stop();
      if (!shared) await services.compute.close();
      await sequelize.close();
    },
  };
}

/** What was begun and has not ended. */
class UnderWay {
  private readonly works = new Set<Promise<unknown>>();

  add<T>(work: T | Promise<T>): T | Promise<T> {
    if (!(work instanceof Promise)) return work;
    const ended = work.then(
      () => undefined,
      () => undefined,
    );
    this.works.add(ended);
    void ended.then(() => this.works.delete(ended));
    return work;
  }

  /** Resolves when all of it has ended, or after so many milliseconds. */
  async ended(patience: number): Promise<void> {
    let timer: NodeJS.Timeout;
    const over = new Promise((resolve) => (timer = setTimeout(resolve, patience)));
    await Promise.race([Promise.all(this.works), over]);
    clearTimeout(timer!);
  }
}

/** Does something again and again, each time so long after the last has ended. It has to tell of its errors itself. */
function repeatedly(pause: number, work: () => Promise<unknown>): { stop(): Promise<unknown> } {
  let timer: NodeJS.Timeout;
  let underWay: Promise<unknown> = Promise.resolve();
  let stopped = false;
  const wait = (): void => {
    timer = setTimeout(() => {
      underWay = work().finally(() => !stopped && wait());
    }, pause);
  };
  wait();
  return {
    /** Resolves when what is under way has ended. */
    stop: () => {
      stopped = true;
      clearTimeout(timer);
      return underWay;
    },
  };
}

/** How long what is under way may take to be answered once the server stops, in milliseconds. */
const GRACE = 5_000;
/** How often it is looked for lines on which nothing is under way any more. */
const LOOK_EVERY = 25;

/** @param endSockets ends what would otherwise go on for ever */
async function finishRequests(server: Server, endSockets: () => Promise<void>): Promise<void> {
  const closed = new Promise((resolve) => server.close(resolve));
  await endSockets();
  const looking = setInterval(() => server.closeIdleConnections(), LOOK_EVERY);
  const patience = setTimeout(() => server.closeAllConnections(), GRACE);
  await closed;
  clearInterval(looking);
  clearTimeout(patience);
}
