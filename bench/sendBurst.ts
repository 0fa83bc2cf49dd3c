/**
 * `send-burst`: a class, twice over, sends in the same second, over HTTP to a server process; against as many bare
 * inserts of the same bytes over one pool. What counts is when the last of them is answered.
 */
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { request, type IncomingMessage } from 'node:http';
import { text } from 'node:stream/consumers';
import { OWN_HEADER } from '@lippet/core/contract/limits';
import { ShippedServer } from '@lippet/e2e/serverPrograms';
import { SESSION_COOKIE } from '@lippet/server/routes/cookies';
import * as Y from 'yjs';
import { byRatio, median, type Figure } from './figure';
import { activityFor, drawn, inSchool, learnerWith, serverSettings, type School, type Wish } from './sending';

const LEARNERS = 60;
const STROKES = 120;
const ROUNDS = 5;

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

export const sendBurst = (): Promise<Figure> =>
  inSchool(async (school) => {
    await school.sequelize.query('CREATE TABLE bare (id uuid PRIMARY KEY, data bytea NOT NULL)');
    const server = new ShippedServer();
    const port = await server.start(serverSettings(school));
    const [ours, floor]: [number[], number[]] = [[], []];
    try {
      for (let round = 0; round <= ROUNDS; round++) {
        const part = randomUUID();
        const activity = await activityFor(school, part);
        const doc = drawn(part, 1, STROKES);
        const bytes = Buffer.from(Y.encodeStateAsUpdate(doc));
        const wishes: Wish[] = [];
        for (let i = 0; i < LEARNERS; i++) wishes.push(await learnerWith(school, activity, doc));
        const mine = await lastOf(wishes.map((wish) => () => send(port, wish)));
        const bare = await lastOf(bareInserts(school, bytes));
        // The first round warms both.
        if (round === 0) continue;
        ours.push(mine);
        floor.push(bare);
      }
      const [{ count }] = (await school.sequelize.query('SELECT count(*) FROM submissions'))[0] as [{ count: string }];
      const wanted = LEARNERS * (ROUNDS + 1);
      if (Number(count) !== wanted) throw new Error(`${count} goes of ${wanted} are at school.`);
    } finally {
      await server.end('in order');
    }
    return byRatio('send-burst', 'ms', median(ours), median(floor), 3);
  });
