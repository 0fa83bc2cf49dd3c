/** Whether photos are judged rightly, on made-up photos with known troubles. */
import { findSheet } from '@lippet/core/scan/findSheet';
import { judgeShot } from '@lippet/core/scan/judgeShot';
import type { Warning } from '@lippet/core/scan/shot';
import { makeScene, manyScenes, type Scene, type SceneWish } from './scene';
import { TABLES } from './tables';

describe('warnings', () => {
  // Good photos stand beside each kind of trouble: each is drawn and judged once.
  const judged = new Map<string, Warning[]>();
  const judge = (scene: Scene): Warning[] => judgeShot(scene, findSheet(scene));
  const warningsOf = (wish: SceneWish): Warning[] => {
    const key = JSON.stringify(wish);
    const warnings = judged.get(key) ?? judge(makeScene(wish));
    judged.set(key, warnings);
    return warnings;
  };
  const share = (wishes: SceneWish[], right: (warnings: Warning[], wish: SceneWish) => boolean): number =>
    wishes.filter((wish) => right(warningsOf(wish), wish)).length / wishes.length;

  it.each(['blurred', 'dark', 'glare'] as const)(
    'tell %s photos from good ones, at least 95 of 100 right',
    (trouble) => {
      const wishes = manyScenes(40, 300, (i) => ({
        trouble: i % 2 === 0 ? trouble : 'none',
        table: TABLES[(i >> 1) % 4]!,
      }));
      expect(
        share(wishes, (warnings, wish) => warnings.includes(trouble) === (wish.trouble === trouble)),
      ).toBeGreaterThanOrEqual(0.95);
    },
    120_000,
  );

  it('tell of a thumb over a corner, and of nothing where the whole sheet lies flat in the picture', () => {
    const inside = ({ corners, width, height }: Scene): boolean =>
      corners!.every(({ x, y }) => x > 4 && y > 4 && x < width - 4 && y < height - 4);
    const wishes = manyScenes(40, 500, (i) => ({ thumb: i % 2 === 0, table: TABLES[(i >> 1) % 4]! }));
    const whole = wishes.flatMap((wish) => {
      const scene = makeScene(wish);
      return inside(scene) ? [{ warnings: judge(scene), thumb: wish.thumb }] : [];
    });
    const right = whole.filter(({ warnings, thumb }) => warnings.includes('cut') === thumb);
    expect(right.length / whole.length).toBeGreaterThanOrEqual(0.9);
  });

  it('never call a sheet whole that goes out of the picture', () => {
    for (const wish of manyScenes(16, 600, () => ({ trouble: 'cut' }))) {
      const scene = makeScene(wish);
      const found = findSheet(scene);
      expect(found === null || found.cut).toBe(true);
    }
  });
});
