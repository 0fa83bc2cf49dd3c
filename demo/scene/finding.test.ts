/** How well sheets are found, on made-up photos that share no code with the finder. */
import { findSheet } from '@lippet/core/scan/findSheet';
import type { FoundSheet } from '@lippet/core/scan/judgeGuess';
import { makeScene, manyScenes, type Scene } from './scene';

/** Mean distance of the corners, as a share of the photo's diagonal, whichever corner is named first. */
function cornerError({ corners, width, height }: Scene, { quad }: FoundSheet): number {
  const turns = [0, 1, 2, 3].map(
    (turn) =>
      corners!.reduce(
        (sum, { x, y }, i) => sum + Math.hypot(x - quad[(i + turn) % 4]!.x, y - quad[(i + turn) % 4]!.y),
        0,
      ) / 4,
  );
  return Math.min(...turns) / Math.hypot(width, height);
}

describe('sheets in photos', () => {
  it('are found in at least 95 of 100 scenes, their corners on average within 0.8% of the diagonal', () => {
    const wishes = manyScenes(100, 1, (i) => ({ thumb: i % 5 === 0, curl: i % 3 === 0 ? 2.5 : 0 }));
    const errors: number[] = [];
    for (const wish of wishes) {
      const scene = makeScene(wish);
      const found = findSheet(scene);
      if (found) errors.push(cornerError(scene, found));
    }
    expect(errors.length).toBeGreaterThanOrEqual(95);
    expect(errors.reduce((sum, error) => sum + error, 0) / errors.length).toBeLessThan(0.008);
    expect(errors.filter((error) => error < 0.02).length).toBeGreaterThanOrEqual(95);
  }, 240_000);

  it('are seen where there is none in at most 2 of 100 scenes', () => {
    const seen = manyScenes(50, 1000, () => ({ empty: true })).filter((wish) => findSheet(makeScene(wish)));
    expect(seen.length).toBeLessThanOrEqual(1);
  });
});
