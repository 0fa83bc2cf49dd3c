import type { Page } from '@playwright/test';
import { strokeOutline } from '@lippet/core/ink/outline';
import { FULL, fillPage, handwriting } from './drawnPage';
import { byRatio, byValue, median, quantile, type Figure } from './figure';
import { BARE_PAGE, drawAndMeasure, installProbe, throttle, type InkRun } from './inkProbe';
import { Stage } from './stage';

const STROKES_ON_PAGE = 3_000;
const RUNS = 5;
const STROKES_A_RUN = 6;
/** A frame at 60 a second, in milliseconds. */
const FRAME = 16.7;

interface Windows {
  ours: Page;
  bare: Page;
}

/** The real sheet with 3,000 strokes on it, and the bare canvas, each in a window of its own. */
async function openWindows(stage: Stage): Promise<Windows> {
  const { school } = stage;
  const ours = await stage.signedIn(FULL.learner);
  const address = `${school.url}/activity/${await school.activityId(FULL.title)}`;
  await ours.goto(address);
  await ours.getByTestId('sheet').waitFor();
  // Left for a moment, so that the server lets go of the document and reads the filled one.
  await ours.goto(`${school.url}/now`);
  await ours.getByRole('heading', { level: 1 }).waitFor();
  await fillPage(school, STROKES_ON_PAGE);
  await school.stop();
  await school.start();
  await ours.goto(address);
  await ours.getByRole('tab', { name: new RegExp(FULL.parts[1]) }).click();
  await ours.locator(`[data-strokes="${STROKES_ON_PAGE}"]`).waitFor({ timeout: 60_000 });
  const bare = await stage.window();
  await bare.setContent(BARE_PAGE);
  for (const page of [ours, bare]) await installProbe(page);
  return { ours, bare };
}

/** Alternating runs on both, so that what else the machine does falls on both alike. */
async function alternate({ ours, bare }: Windows, rate: number): Promise<{ ours: InkRun[]; bare: InkRun[] }> {
  const box = (await ours.getByTestId('sheet').boundingBox())!;
  const sessions = await Promise.all([ours, bare].map((page) => page.context().newCDPSession(page)));
  for (const session of sessions) await throttle(session, rate);
  const runs = { ours: [] as InkRun[], bare: [] as InkRun[] };
  for (let i = 0; i <= RUNS; i++) {
    for (const [name, page] of [
      ['ours', ours],
      ['bare', bare],
    ] as const) {
      await page.bringToFront();
      const run = await drawAndMeasure(page, box, STROKES_A_RUN);
      if (i > 0) runs[name].push(run); // the first run warms up
    }
  }
  for (const session of sessions) await throttle(session, 1);
  return runs;
}

/**
 * Milliseconds from the press on a part's tab to the frame in which its 3,000 strokes stand; nothing of them is kept
 * from before.
 */
async function openOurs(page: Page): Promise<number> {
  await page.getByRole('tab', { name: new RegExp(FULL.parts[0]) }).click();
  await page.locator('[data-strokes="0"]').waitFor();
  await page.evaluate(
    `void (window.opened = new Promise((resolve) => {
    document.addEventListener('click', () => {
      const begun = performance.now();
      const look = () => document.querySelector('[data-strokes="${STROKES_ON_PAGE}"]')
        ? requestAnimationFrame(() => { const channel = new MessageChannel(); ` +
      `channel.port1.onmessage = () => resolve(performance.now() - begun); channel.port2.postMessage(0); })
        : setTimeout(look, 0);
      look();
    }, { once: true, capture: true });
  }))`,
  );
  await page.getByRole('tab', { name: new RegExp(FULL.parts[1]) }).click();
  return page.evaluate<number>('window.opened');
}

/** The same outlines, each made a Path2D and filled on a bare canvas of the same size. */
async function openBare(page: Page): Promise<number> {
  return page.evaluate<number>(
    `new Promise((resolve) => {
    const begun = performance.now();
    const context = document.getElementById('c').getContext('2d');
    context.clearRect(0, 0, innerWidth, innerHeight);
    context.fillStyle = '#1C2A33';
    for (const outline of window.outlines) {
      const path = new Path2D();
      path.moveTo(outline[0], outline[1]);
      for (let i = 2; i < outline.length; i += 2) path.lineTo(outline[i], outline[i + 1]);
      path.closePath();
      context.fill(path);
    }
    requestAnimationFrame(() => { const channel = new MessageChannel(); channel.port1.onmessage = ` +
      `() => resolve(performance.now() - begun); channel.port2.postMessage(0); });
  })`,
  );
}

async function pageOpen({ ours, bare }: Windows): Promise<Figure> {
  const outlines = handwriting(STROKES_ON_PAGE).map(({ ink, tool, width }) =>
    [...strokeOutline(ink, tool, width)].map((value) => Number(value.toFixed(2))),
  );
  await bare.evaluate((all) => void Object.assign(window, { outlines: all }), outlines);
  const [opened, floor]: number[][] = [[], []];
  for (let i = 0; i <= RUNS; i++) {
    await ours.bringToFront();
    const one = await openOurs(ours);
    await bare.bringToFront();
    const other = await openBare(bare);
    if (i > 0) {
      opened!.push(one);
      floor!.push(other);
    }
  }
  return byRatio('page-open', 'ms', median(opened!), median(floor!), 2);
}

/** `ink-latency` (4× slowed down), `ink-frame` and `page-open` (as the machine is), whichever are asked for. */
export async function inkFigures(names: readonly string[]): Promise<Figure[]> {
  const stage = await Stage.set();
  try {
    const windows = await openWindows(stage);
    const figures: Figure[] = [];
    // First, before the ink runs put more strokes on the page.
    if (names.includes('page-open')) figures.push(await pageOpen(windows));
    if (names.includes('ink-latency')) {
      const runs = await alternate(windows, 4);
      const typical = (all: InkRun[]): number => median(all.map(({ latencies }) => median(latencies)));
      figures.push(byRatio('ink-latency', 'ms', typical(runs.ours), typical(runs.bare), 1.5));
    }
    if (names.includes('ink-frame')) {
      const runs = await alternate(windows, 1);
      const slow = (all: InkRun[]): number => median(all.map(({ frames }) => quantile(frames, 0.95)));
      figures.push(byValue('ink-frame', 'ms', slow(runs.ours), slow(runs.bare), FRAME));
    }
    return figures;
  } finally {
    await stage.strike();
  }
}
