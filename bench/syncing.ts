/**
 * `sync-300`: 300 people draw at once, five strokes a second each, each on their own piece; against bare Hocuspocus
 * that keeps nothing. Both run in processes of their own, by turns, a minute each in all. What counts is how long it
 * takes until a stroke is said to be there (95th percentile). `sync-lag`: how long the server's thread kept others
 * waiting meanwhile (99th percentile).
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import * as Y from 'yjs';
import { SYNC_PATH } from '@lippet/core/contract/sync';
import { pageItems, readPages } from '@lippet/core/page/document';
import { addStroke } from '@lippet/core/page/stroke';
import { ShippedServer } from '@lippet/e2e/serverPrograms';
import { SESSION_COOKIE } from '@lippet/server/routes/cookies';
import { documentName } from '@lippet/server/sync/documentName';
import { handwriting } from './drawnPage';
import { alone, byRatio, median, quantile, type Figure } from './figure';
import { activityFor, drawn, inSchool, learnerWith, serverSettings, TELLS_LAG, type Wish } from './sending';
import { SyncLine } from './syncLine';

const PEOPLE = 300;
const STROKES_A_SECOND = 5;
const ROUNDS = 3;
/** Milliseconds of a round; the first of both warms. */
const ROUND = 20_000;
/** Milliseconds in which a server merges and measures what was drawn; the other is not measured meanwhile. */
const COMES_TO_REST = 15_000;
/** Milliseconds that the server's thread may keep others waiting. */
const LAG_BUDGET = 50;
const HERE = join(import.meta.dirname, '..', 'bench');

/** Updates with one stroke each, on top of what a document begins with. */
function strokesOn(doc: Y.Doc, count: number): Uint8Array[] {
  const updates: Uint8Array[] = [];
  const mine = new Y.Doc();
  Y.applyUpdate(mine, Y.encodeStateAsUpdate(doc));
  mine.on('update', (update: Uint8Array) => updates.push(update));
  const items = pageItems(mine, readPages(mine)[0]!.id)!;
  handwriting(count).forEach(({ tool, colour, width, ink }, i) =>
    addStroke(items, { id: randomUUID(), tool, colour, width, ink, at: i, order: `b${String(i).padStart(6, '0')}1` }),
  );
  return updates;
}

/** Somebody's line, and what they have left to draw. */
interface Drawer {
  line: SyncLine;
  updates: Uint8Array[];
}

/** Everybody draws for a while, each at their own moment. @returns the 95th percentile of the answers, in ms */
async function drawTogether(drawers: readonly Drawer[], milliseconds: number): Promise<number> {
  const pause = 1000 / STROKES_A_SECOND;
  const strokes = Math.round(milliseconds / pause);
  await Promise.all(
    drawers.map(async ({ line, updates }, i) => {
      await wait((i * pause) / drawers.length);
      for (let stroke = 0; stroke < strokes; stroke++) {
        line.draw(updates.shift()!);
        await wait(pause);
      }
    }),
  );
  const end = performance.now() + 10_000;
  while (drawers.some(({ line }) => line.waiting > 0)) {
    if (performance.now() > end) throw new Error('Some strokes were never said to be there.');
    await wait(10);
  }
  return quantile(
    drawers.flatMap(({ line }) => line.acknowledged.splice(0)),
    0.95,
  );
}

async function bareServer(): Promise<{ url: string; child: ChildProcess }> {
  const child = spawn(process.execPath, [join(HERE, 'bareSync.mjs')], {
    cwd: HERE,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  const [{ listening }] = (await once(child, 'message')) as [{ listening: number }];
  return { url: `ws://127.0.0.1:${listening}`, child };
}

export const sync300 = (): Promise<Figure[]> =>
  inSchool(async (school) => {
    const part = randomUUID();
    const activity = await activityFor(school, part);
    const start = drawn(part, 1, 1);
    const wishes: Wish[] = [];
    for (let i = 0; i < PEOPLE; i++) wishes.push(await learnerWith(school, activity, start));
    const server = new ShippedServer();
    const port = await server.start({ ...serverSettings(school), ...TELLS_LAG });
    const bare = await bareServer();
    const wanted = ((ROUNDS + 1) * ROUND * STROKES_A_SECOND) / 1000;
    const updates = strokesOn(start, wanted);
    const people = async (open: (i: number) => Promise<SyncLine>): Promise<Drawer[]> => {
      const drawers: Drawer[] = [];
      for (let i = 0; i < PEOPLE; i++) drawers.push({ line: await open(i), updates: [...updates] });
      return drawers;
    };
    try {
      const ours = await people((i) =>
        SyncLine.open(`ws://127.0.0.1:${port}${SYNC_PATH}`, documentName({ kind: 'piece', id: wishes[i]!.piece }), {
          cookie: `${SESSION_COOKIE}=${wishes[i]!.token}`,
          origin: `http://127.0.0.1:${port}`,
        }),
      );
      const theirs = await people((i) => SyncLine.open(bare.url, `bare.${i}`, {}));
      // Strokes lie on a page, which theirs do not have yet.
      for (const { line } of theirs) line.draw(Y.encodeStateAsUpdate(start));
      const [mine, floor, lags]: [number[], number[], number[]] = [[], [], []];
      for (let round = 0; round <= ROUNDS; round++) {
        await server.lag();
        const here = await drawTogether(ours, ROUND);
        const { p99 } = await server.lag();
        await wait(COMES_TO_REST);
        const there = await drawTogether(theirs, ROUND);
        await wait(COMES_TO_REST);
        if (round === 0) continue;
        mine.push(here);
        floor.push(there);
        lags.push(p99);
      }
      for (const { line } of [...ours, ...theirs]) line.close();
      return [
        byRatio('sync-300', 'ms', median(mine), median(floor), 2),
        alone('sync-lag', 'ms', median(lags), LAG_BUDGET),
      ];
    } finally {
      bare.child.kill();
      await server.end('in order');
    }
  });
