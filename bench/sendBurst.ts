/**
 * `send-burst`: a class, twice over, sends in the same second, over HTTP to a server process, what they drew over their
 * open lines and looked at once more; against as many bare inserts of the same bytes over one pool. What counts is when
 * the last of them is answered. `burst-lag`: how long the server's thread kept others waiting meanwhile (99th percentile).
 * `send-burst-drawing`: the same of pieces that school looks at for the first time.
 */
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { request, type IncomingMessage } from 'node:http';
import { text } from 'node:stream/consumers';
import { setTimeout as wait } from 'node:timers/promises';
import { OWN_HEADER } from '@lippet/core/contract/limits';
import { SYNC_PATH } from '@lippet/core/contract/sync';
import { ShippedServer } from '@lippet/e2e/serverPrograms';
import { SESSION_COOKIE } from '@lippet/server/routes/cookies';
import * as Y from 'yjs';
import { alone, byRatio, median, type Figure } from './figure';
import { documentName } from '@lippet/server/sync/documentName';
import {
  activityFor,
  drawn,
  inSchool,
  learnerAtWork,
  learnerWith,
  serverSettings,
  TELLS_LAG,
  type School,
  type Wish,
} from './sending';
import { SyncLine } from './syncLine';

const LEARNERS = 60;
const STROKES = 120;
const ROUNDS = 5;
const LAG_BUDGET = 50;

/** By the plainest way that Node has: what the learners' own devices do is not what is measured. */
async function send(port: number, { token, piece, extent }: Wish): Promise<void> {
  const asking = request(`http://127.0.0.1:${port}/api/pieces/${piece}/send`, {
    method: 'POST',
    headers: { [OWN_HEADER]: '1', 'content-type': 'application/json', cookie: `${SESSION_COOKIE}=${token}` },
  });
  asking.end(JSON.stringify({ key: randomUUID(), extent }));
  const [response] = (await once(asking, 'response')) as [IncomingMessage];
  const answer = await text(response);
  if (response.statusCode !== 200) throw new Error(`Refused: ${response.statusCode} ${answer}`);
}

/** Milliseconds until all of them are done. */
async function lastOf(works: readonly (() => Promise<unknown>)[]): Promise<number> {
  const begun = performance.now();
  await Promise.all(works.map((work) => work()));
  return performance.now() - begun;
}

const bareInserts = ({ sequelize }: School, bytes: Buffer): (() => Promise<unknown>)[] =>
  Array.from(
    { length: LEARNERS },
    () => () =>
      sequelize.query('INSERT INTO bare VALUES (:id, :data)', { replacements: { id: randomUUID(), data: bytes } }),
  );

/** Draws a document over an open line, as a device does. */
async function drawOver(port: number, { token, piece }: Wish, bytes: Uint8Array): Promise<SyncLine> {
  const host = `127.0.0.1:${port}`;
  const headers = { cookie: `${SESSION_COOKIE}=${token}`, origin: `http://${host}` };
  const line = await SyncLine.open(`ws://${host}${SYNC_PATH}`, documentName({ kind: 'piece', id: piece }), headers);
  line.draw(bytes);
  while (line.waiting > 0) await wait(20);
  return line;
}

/** Until school has looked at all pieces, which have come to rest. */
async function lookedAt({ sequelize }: School): Promise<void> {
  const unmeasured = 'SELECT count(*) FROM pieces WHERE complete IS NOT TRUE';
  for (;;) {
    const [{ count }] = (await sequelize.query(unmeasured))[0] as [{ count: string }];
    if (Number(count) === 0) break;
    await wait(200);
  }
  // The last of them is being copied.
  await wait(1_500);
}

interface Burst {
  school: School;
  server: ShippedServer;
  port: number;
  /** Whether school has looked at the pieces when they are sent. */
  looked: boolean;
}

/** One burst. @returns how long it took, the server's thread kept others waiting, and the bare inserts took, in ms */
async function burst({ school, server, port, looked }: Burst): Promise<{ mine: number; lag: number; bare: number }> {
  const part = randomUUID();
  const activity = await activityFor(school, part);
  const doc = drawn(part, 1, STROKES);
  const bytes = Buffer.from(Y.encodeStateAsUpdate(doc));
  const wishes: Wish[] = [];
  const lines: SyncLine[] = [];
  for (let i = 0; i < LEARNERS; i++) {
    const wish = await (looked ? learnerAtWork : learnerWith)(school, activity, doc);
    if (looked) lines.push(await drawOver(port, wish, bytes));
    wishes.push(wish);
  }
  if (looked) await lookedAt(school);
  await server.lag();
  const mine = await lastOf(wishes.map((wish) => () => send(port, wish)));
  const { p99: lag } = await server.lag();
  const bare = await lastOf(bareInserts(school, bytes));
  for (const line of lines) line.close();
  return { mine, lag, bare };
}

async function bursts(looked: boolean): Promise<{ ours: number[]; lags: number[]; floor: number[] }> {
  return inSchool(async (school) => {
    await school.sequelize.query('CREATE TABLE bare (id uuid PRIMARY KEY, data bytea NOT NULL)');
    const server = new ShippedServer();
    const port = await server.start({ ...serverSettings(school), ...TELLS_LAG });
    const [ours, lags, floor]: [number[], number[], number[]] = [[], [], []];
    try {
      for (let round = 0; round <= ROUNDS; round++) {
        const { mine, lag, bare } = await burst({ school, server, port, looked });
        // The first round warms both.
        if (round === 0) continue;
        ours.push(mine);
        lags.push(lag);
        floor.push(bare);
      }
      const [{ count }] = (await school.sequelize.query('SELECT count(*) FROM submissions'))[0] as [{ count: string }];
      const wanted = LEARNERS * (ROUNDS + 1);
      if (Number(count) !== wanted) throw new Error(`${count} goes of ${wanted} are at school.`);
    } finally {
      await server.end('in order');
    }
    return { ours, lags, floor };
  });
}

export async function sendBurst(): Promise<Figure[]> {
  const looked = await bursts(true);
  const drawing = await bursts(false);
  return [
    byRatio('send-burst', 'ms', median(looked.ours), median(looked.floor), 3),
    alone('burst-lag', 'ms', median(looked.lags), LAG_BUDGET),
    byRatio('send-burst-drawing', 'ms', median(drawing.ours), median(drawing.floor), 3),
  ];
}
