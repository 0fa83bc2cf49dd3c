/**
 * `shared-60`: sixty fill one sheet on which two thousand things lie, over real sockets, with one server process: how long
 * it takes until somebody else has a new stroke (95th percentile). `shared-frame`: how long a frame takes meanwhile on a
 * phone four times as slow that has the sheet open (the longest but for one in a hundred), beside an empty page at the
 * same time. `shared-memory`: how much larger the page's heap is at the end than after a third of the time, with what was
 * drawn meanwhile.
 */
import { setTimeout as wait } from 'node:timers/promises';
import type { CDPSession, Page } from '@playwright/test';
import * as Y from 'yjs';
import { SYNC_PATH } from '@lippet/core/contract/sync';
import { addStroke } from '@lippet/core/page/stroke';
import { layerOfPerson } from '@lippet/core/page/shared/sharedLayers';
import { PHONE } from '@lippet/e2e/chromium';
import { GROUPS } from '@lippet/demo/school';
import { SESSION_COOKIE } from '@lippet/server/routes/cookies';
import { documentName } from '@lippet/server/sync/documentName';
import { handwriting } from './drawnPage';
import { alone, byValue, quantile, type Figure } from './figure';
import { Stage } from './stage';
import { SyncLine } from './syncLine';

const PEOPLE = 60;
const ITEMS = 2_000;
const SECONDS = 24;
const SEEN_WITHIN = 300;
const FRAME = 33;
/** Of what the page holds after a third of the time, in per cent. */
const GROWTH = 25;
const SLOWER = 4;
const WALL = 'Harbour wall';

interface Sheet {
  id: string;
  /** Id of its page. */
  page: string;
  /** Ids of those who fill it. */
  people: string[];
}

/** More learners for the group, until there are sixty; one of the demo's own looks on. */
async function fillGroup({ school }: Stage): Promise<void> {
  const { name, learners } = GROUPS[0]!;
  await school.query(
    `WITH g AS (SELECT id, school_id FROM groups WHERE name = $1 AND $2::int > 0)
     INSERT INTO people (id, school_id, role, name, sign_in_name, secret_kind, secret_hash, badge)
     SELECT gen_random_uuid(), g.school_id, 'learner', 'Filler ' || n, 'filler-' || n, 'picture', 'x', '#C8472F'
     FROM g, generate_series(1, $2::int) n`,
    [name, PEOPLE - learners.length + 1],
  );
  await school.query(
    `INSERT INTO memberships (person_id, group_id, role) SELECT p.id, g.id, 'learner'
     FROM people p, groups g WHERE p.sign_in_name LIKE 'filler-%' AND g.name = $1`,
    [name],
  );
}

async function sheetOf({ school }: Stage): Promise<Sheet> {
  const [row] = await school.query<{ id: string; part_id: string; group_id: string }>(
    'SELECT s.id, s.part_id, s.group_id FROM shared_sheets s JOIN activities a ON a.id = s.activity_id WHERE a.title = $1',
    [WALL],
  );
  const people = await school.query<{ id: string }>(
    `SELECT person_id AS id FROM memberships WHERE group_id = $1 AND role = 'learner' ORDER BY person_id`,
    [row!.group_id],
  );
  return { id: row!.id, page: `${row!.part_id}.1`, people: people.map(({ id }) => id) };
}

/** Strokes of everybody, in their own layers, that lie there before. */
async function fillSheet({ school }: Stage, { id, page, people }: Sheet): Promise<void> {
  const strokes = handwriting(ITEMS);
  for (const [i, person] of people.entries()) {
    const doc = new Y.Doc();
    const items = layerOfPerson(doc, { person, page });
    doc.transact(() => {
      strokes
        .filter((_, nth) => nth % people.length === i)
        .forEach(({ tool, colour, width, ink }, nth) =>
          addStroke(items, { id: `lay-${i}-${nth}`, tool, colour, width, ink, at: 0, order: `a${1000 + nth}1` }),
        );
    });
    await school.query('INSERT INTO shared_updates (shared_sheet_id, data) VALUES ($1, $2)', [
      id,
      Buffer.from(Y.encodeStateAsUpdate(doc)),
    ]);
  }
}

/** Updates with a stroke each, in somebody's layer. */
function strokesOf(person: string, page: string, seed: number): Uint8Array[] {
  const updates: Uint8Array[] = [];
  const doc = new Y.Doc();
  doc.on('update', (update: Uint8Array) => updates.push(update));
  const items = layerOfPerson(doc, { person, page });
  handwriting(2 * SECONDS, seed).forEach(({ tool, colour, width, ink }, i) =>
    addStroke(items, { id: `new-${seed}-${i}`, tool, colour, width, ink, at: i, order: `b${1000 + i}1` }),
  );
  return updates;
}

/** Begins to note how long each frame takes; as text, because it runs in the page. */
const NOTE_FRAMES = `(() => {
  window.frames60 = [];
  let before = performance.now();
  const step = () => {
    const now = performance.now();
    window.frames60.push(now - before);
    before = now;
    requestAnimationFrame(step);
  };
  requestAnimationFrame(step);
})()`;

async function heapOf(session: CDPSession): Promise<number> {
  await session.send('HeapProfiler.collectGarbage');
  return (await session.send('Runtime.getHeapUsage')).usedSize;
}

/** The phone of somebody who looks on, with the sheet open. */
async function lookOn(stage: Stage): Promise<{ page: Page; session: CDPSession }> {
  const context = await stage.browser.newContext({ viewport: PHONE, deviceScaleFactor: 2 });
  const { school } = stage;
  await context.addCookies([
    { name: SESSION_COOKIE, value: await school.session(GROUPS[0]!.learners[0]!.name), url: school.url },
  ]);
  const page = await context.newPage();
  await page.goto(`${school.url}/activity/${await school.activityId(WALL)}`);
  await page.getByTestId('sheet').waitFor();
  const shown = async (): Promise<number> => Number(await page.getByTestId('sheet').getAttribute('data-strokes'));
  while ((await shown()) < ITEMS) await wait(200);
  await page.getByRole('button', { name: 'Whole page' }).click();
  return { page, session: await context.newCDPSession(page) };
}

interface Drawer {
  line: SyncLine;
  updates: Uint8Array[];
}

/** Everybody draws a stroke a second, each at their own moment. */
async function drawTogether(drawers: readonly Drawer[], sentAt: Map<string, number>): Promise<void> {
  await Promise.all(
    drawers.map(async ({ line, updates }, i) => {
      await wait((i * 1000) / PEOPLE);
      for (let second = 0; second < SECONDS; second++) {
        const update = updates.shift()!;
        sentAt.set(Buffer.from(update).toString('base64'), performance.now());
        line.draw(update);
        await wait(1000);
      }
    }),
  );
}

/** How long the longest frame but for one in a hundred takes while something goes on, in ms. @param aThird done after a third of it */
async function framesDuring(page: Page, drawing: Promise<void>, aThird: () => Promise<unknown>): Promise<number> {
  await page.evaluate(NOTE_FRAMES);
  const measuring = wait((SECONDS * 1000) / 3).then(aThird);
  await drawing;
  await measuring;
  return quantile((await page.evaluate<number[]>('window.frames60')).slice(5), 0.99);
}

export async function shared60(): Promise<Figure[]> {
  const stage = await Stage.set();
  try {
    await fillGroup(stage);
    const sheet = await sheetOf(stage);
    await fillSheet(stage, sheet);
    const { page, session } = await lookOn(stage);
    const origin = stage.school.url;
    const sentAt = new Map<string, number>();
    const seen: number[] = [];
    const drawers: Drawer[] = [];
    const names = await stage.school.query<{ id: string; name: string }>('SELECT id, name FROM people');
    for (const [i, person] of sheet.people.slice(0, PEOPLE).entries()) {
      const token = await stage.school.session(names.find(({ id }) => id === person)!.name);
      const name = documentName({ kind: 'shared', id: sheet.id });
      const line = await SyncLine.open(`${origin.replace('http', 'ws')}${SYNC_PATH}`, name, {
        cookie: `${SESSION_COOKIE}=${token}`,
        origin,
      });
      // One of them listens: it hears what all the others draw.
      if (i === 0)
        line.onUpdate = (update) => {
          const sent = sentAt.get(Buffer.from(update).toString('base64'));
          if (sent !== undefined) seen.push(performance.now() - sent);
        };
      drawers.push({ line, updates: strokesOf(person, sheet.page, i + 1) });
    }
    await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
    let early = 0;
    const drawing = drawTogether(drawers, sentAt);
    const ours = await framesDuring(page, drawing, async () => (early = await heapOf(session)));
    const late = await heapOf(session);
    const expected = SECONDS * (PEOPLE - 1);
    if (seen.length < expected * 0.99) throw new Error(`${seen.length} of ${expected} strokes were seen by another.`);
    await page.goto('about:blank');
    const floor = await framesDuring(page, drawTogether(drawers, sentAt), () => heapOf(session));
    for (const { line } of drawers) line.close();
    return [
      alone('shared-60', 'ms', quantile(seen, 0.95), SEEN_WITHIN),
      byValue('shared-frame', 'ms', ours, floor, FRAME),
      alone('shared-memory', '%', (late / early - 1) * 100, GROWTH),
    ];
  } finally {
    await stage.strike();
  }
}
