import { richTextOf } from '@lippet/core/words/richText';
import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { byRatio, type Figure } from './figure';
import { Stage } from './stage';

const ACTIVITIES = 10;
const PAGES = 20;

/** Ten activities of twenty pages each for a group, papers of every kind. */
async function setActivities({ school }: Stage): Promise<string[]> {
  const papers = [
    { kind: 'blank' },
    { kind: 'lined', gap: 34 },
    { kind: 'squared', gap: 20 },
    { kind: 'dotted', gap: 20 },
    { kind: 'staves', gap: 9 },
  ];
  const [like] = await school.query<{ group_id: string; teacher_id: string }>(
    "SELECT g.group_id, a.teacher_id FROM activities a JOIN assignments g ON g.activity_id = a.id WHERE a.title = 'The island ferry'",
  );
  const ids: string[] = [];
  for (let i = 0; i < ACTIVITIES; i++) {
    const id = randomUUID();
    ids.push(id);
    await school.query(
      "INSERT INTO activities (id, teacher_id, title, subject, task, state) VALUES ($1, $2, $3, $4, $5, 'set')",
      [id, like!.teacher_id, `Twenty pages ${i + 1}`, 'Writing', JSON.stringify(richTextOf('Fill them.'))],
    );
    await school.query('INSERT INTO assignments (activity_id, group_id) VALUES ($1, $2)', [id, like!.group_id]);
    const sheets = Array.from({ length: PAGES }, (_, k) => ({
      width: 595,
      height: 842,
      background: papers[k % papers.length],
    }));
    await school.query(
      "INSERT INTO parts (id, activity_id, position, kind, title, required, settings) VALUES ($1, $2, 0, 'page', 'Pages', true, $3)",
      [randomUUID(), id, JSON.stringify({ sheets })],
    );
  }
  return ids;
}

/** Opens an activity, draws on every page, and leaves it, all within one visit of the interface. */
async function workThrough(page: Page, id: string): Promise<void> {
  await page.evaluate((path) => {
    history.pushState({}, '', path);
    dispatchEvent(new PopStateEvent('popstate', { state: {} }));
  }, `/activity/${id}`);
  await page.getByTestId('sheet').waitFor();
  const box = (await page.getByTestId('sheet').boundingBox())!;
  for (let k = 0; k < PAGES; k++) {
    await page.mouse.move(box.x + box.width * 0.4, box.y + box.height * 0.4);
    await page.mouse.down();
    for (let i = 1; i <= 6; i++)
      await page.mouse.move(box.x + box.width * (0.4 + 0.03 * i), box.y + box.height * (0.4 + 0.02 * (i % 3)));
    await page.mouse.up();
    if (k < PAGES - 1) await page.getByRole('button', { name: 'Page after' }).click();
  }
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await page.getByRole('heading', { level: 1, name: /^(Morning|Afternoon|Evening)/ }).waitFor();
}

/** Bytes that the page's scripts hold, after a full collection. */
async function held(page: Page): Promise<number> {
  const session = await page.context().newCDPSession(page);
  for (let i = 0; i < 3; i++) await session.send('HeapProfiler.collectGarbage');
  const { usedSize } = (await session.send('Runtime.getHeapUsage')) as { usedSize: number };
  await session.detach();
  return usedSize;
}

/** `tab-memory`: what the tab holds after ten such activities, against what it held after the first. */
export async function tabMemory(): Promise<Figure> {
  const stage = await Stage.set();
  try {
    const ids = await setActivities(stage);
    const page = await stage.signedIn('Amos Reddy');
    await workThrough(page, ids[0]!);
    const first = await held(page);
    for (const id of ids.slice(1)) await workThrough(page, id);
    return byRatio('tab-memory', 'bytes', await held(page), first, 1.3);
  } finally {
    await stage.strike();
  }
}
