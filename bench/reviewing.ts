/** `review-next`: from the key to the next piece's work on the review desk, in the real interface. */
import { alone, quantile, type Figure } from './figure';
import { Stage } from './stage';

const ROUNDS = 4;
/** Longest wait for one piece, in milliseconds. */
const PATIENCE = 10_000;

/**
 * Presses a key and waits until another learner's sheet is drawn; gives milliseconds. As text, because it runs in the
 * page, where nothing of what the compiler adds is known.
 */
const step = (key: string): string => `new Promise((resolve, reject) => {
  const name = () => document.querySelector('[data-testid="answer"] h2')?.textContent ?? null;
  const sheet = () => document.querySelector('[data-testid="sheet"][data-strokes]');
  const [before, old] = [name(), sheet()];
  const start = performance.now();
  window.dispatchEvent(new KeyboardEvent('keydown', { key: '${key}', bubbles: true }));
  const look = () => {
    // In the frame after the one in which both are there, they are on the screen.
    if (name() !== before && sheet() && sheet() !== old) return requestAnimationFrame(() => resolve(performance.now() - start));
    if (performance.now() - start > ${PATIENCE}) return reject(new Error('The next piece never came.'));
    requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
})`;

export async function reviewNext(): Promise<Figure> {
  const stage = await Stage.set();
  try {
    const page = await stage.teaching();
    await page.goto(`${stage.school.url}/review/${await stage.school.activityId('Colour the lantern room')}`);
    await page.locator('[data-testid="sheet"][data-strokes]').waitFor();
    const times: number[] = [];
    // Only pieces that were sent have a go to be fetched ahead: they stand first on the line.
    const sent = await page
      .getByRole('navigation', { name: 'The line' })
      .getByRole('link', { name: /With teacher|Another go|Finished/ })
      .count();
    for (let round = 0; round < ROUNDS; round++) {
      for (const key of [...Array<string>(sent - 1).fill('.'), ...Array<string>(sent - 1).fill(',')]) {
        // A teacher looks before going on: what lies ahead is fetched meanwhile.
        await page.waitForLoadState('networkidle');
        const took = await page.evaluate<number>(step(key));
        if (round > 0) times.push(took);
      }
    }
    return alone('review-next', 'ms', quantile(times, 0.95), 150);
  } finally {
    await stage.strike();
  }
}
