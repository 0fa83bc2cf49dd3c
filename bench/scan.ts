/** Finding sheets, making pages of photos: how long, how exactly, and what the interface notices of it. */
import { makeScene, manyScenes } from '@lippet/demo/scene/scene';
import { findSheet } from '@lippet/core/scan/findSheet';
import { withLook } from '@lippet/core/scan/looks';
import type { Quad } from '@lippet/core/scan/quad';
import { straighten, straightSize } from '@lippet/core/scan/straighten';
import { alone, byRatio, median, type Figure } from './figure';
import { openCvFind, openCvScan } from './openCv';
import { Stage } from './stage';

const RUNS = 9;
const MOST_PIXELS = 2480 * 3508;
const SCENES = 60;
/**
 * A corner error counts at most this much, in per cent: a sheet that was not found is as wrong as one found elsewhere.
 */
const WORST = 20;

const ms = (work: () => void): number => {
  const begun = performance.now();
  work();
  return performance.now() - begun;
};

/** A 12-megapixel photo to a straight clean page, against the same with OpenCV.js. */
export function scanTime(): Figure {
  const scene = makeScene({ seed: 3, table: 'wood', width: 4000, height: 3000 });
  const { quad } = findSheet(scene)!;
  const { width, height } = straightSize(quad, scene.width, scene.height, MOST_PIXELS);
  const ours: number[] = [];
  const floor: number[] = [];
  for (let run = 0; run <= RUNS; run++) {
    const a = ms(() => withLook(straighten(scene, findSheet(scene)!.quad, 0, MOST_PIXELS), 'clean'));
    const b = ms(() => openCvScan(scene, width, height, quad));
    if (run === 0) continue; // the first warms both up
    ours.push(a);
    floor.push(b);
  }
  return byRatio('scan', 'ms', median(ours), median(floor), 1);
}

/** Mean distance of the corners in per cent of the diagonal, against OpenCV.js on the same scenes. */
export function scanCorners(): Figure {
  const sums = { ours: 0, floor: 0 };
  for (const wish of manyScenes(SCENES, 2000, (i) => ({ thumb: i % 5 === 0, curl: i % 3 === 0 ? 2.5 : 0 }))) {
    const scene = makeScene(wish);
    const error = (quad: Quad | null | undefined): number => {
      if (!quad) return WORST;
      const turns = [0, 1, 2, 3].map(
        (turn) =>
          scene.corners!.reduce(
            (sum, { x, y }, i) => sum + Math.hypot(x - quad[(i + turn) % 4]!.x, y - quad[(i + turn) % 4]!.y),
            0,
          ) / 4,
      );
      return Math.min(WORST, (100 * Math.min(...turns)) / Math.hypot(scene.width, scene.height));
    };
    sums.ours += error(findSheet(scene)?.quad);
    sums.floor += error(openCvFind(scene));
  }
  return byRatio('scan-corners', '%', sums.ours / SCENES, sums.floor / SCENES, 1);
}

/**
 * Time from one look through the camera to the next, and the longest that the main thread was kept from its work until
 * the page was shown.
 */
export async function scanFigures(names: readonly string[]): Promise<Figure[]> {
  const stage = await Stage.set();
  try {
    const page = await stage.signedIn('Amos Reddy');
    await page.goto(`${stage.school.url}/activity/${await stage.school.activityId('Three knots')}`);
    await page.getByRole('button', { name: 'More', exact: true }).click();
    await page.evaluate(() => {
      const seen: number[] = [];
      Object.assign(window, { longTasks: seen });
      new PerformanceObserver((list) => seen.push(...list.getEntries().map(({ duration }) => duration))).observe({
        type: 'longtask',
      });
    });
    await page.getByRole('button', { name: 'Put a photo on this page' }).click();
    await page.getByRole('button', { name: 'Take the photo by itself when the sheet is still' }).click();
    const looks = (): Promise<number> =>
      page.getByLabel('What the camera sees').evaluate((video) => Number((video as HTMLElement).dataset.looks ?? 0));
    await page.getByTestId('outline').waitFor();
    await page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks.splice(0));
    const [before, begun] = [await looks(), performance.now()];
    await page.waitForTimeout(5_000);
    const perLook = (performance.now() - begun) / ((await looks()) - before);
    await page.getByRole('button', { name: 'Take the photo', exact: true }).click();
    await page.locator('[data-testid=page-preview][data-look]').waitFor();
    const blocks = await page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks);
    // At least eight looks a second; nothing over 50 ms.
    return [alone('scan-live', 'ms', perLook, 125), alone('scan-block', 'ms', Math.max(0, ...blocks), 50)].filter(
      ({ name }) => names.includes(name),
    );
  } finally {
    await stage.strike();
  }
}
