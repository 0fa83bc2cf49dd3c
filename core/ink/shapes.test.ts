import { inkFromRows, type Ink } from './ink';
import { recogniseShape } from './shapes';

type Spot = readonly [number, number];

/** A steady generator of trembling, so that the cases are always the same. */
function shaky(seed: number, amount: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
    return (state / 2_147_483_648 - 0.5) * 2 * amount;
  };
}

/** Drawn through corners with a trembling hand. */
function drawn(corners: readonly Spot[], amount = 1.2, seed = 7): Ink {
  const tremble = shaky(seed, amount);
  const rows: [number, number, number, number][] = [];
  for (let i = 1; i < corners.length; i++) {
    const [[ax, ay], [bx, by]] = [corners[i - 1]!, corners[i]!];
    const steps = Math.max(2, Math.round(Math.hypot(bx - ax, by - ay) / 4));
    for (let k = 0; k < steps; k++)
      rows.push([
        ax + ((bx - ax) * k) / steps + tremble(),
        ay + ((by - ay) * k) / steps + tremble(),
        0.5,
        rows.length * 8,
      ]);
  }
  rows.push([...corners.at(-1)!, 0.5, rows.length * 8]);
  return inkFromRows(rows);
}

const round = (cx: number, cy: number, rx: number, ry: number, turn = 0): Spot[] =>
  Array.from({ length: 61 }, (_, i): Spot => {
    const [u, v] = [rx * Math.cos((i * 2 * Math.PI) / 60), ry * Math.sin((i * 2 * Math.PI) / 60)];
    return [cx + u * Math.cos(turn) - v * Math.sin(turn), cy + u * Math.sin(turn) + v * Math.cos(turn)];
  });

const farthest = (ink: Ink, cx: number, cy: number): number =>
  Math.max(...Array.from(ink.x, (x, i) => Math.hypot(x - cx, ink.y[i]! - cy)));
const nearest = (ink: Ink, cx: number, cy: number): number =>
  Math.min(...Array.from(ink.x, (x, i) => Math.hypot(x - cx, ink.y[i]! - cy)));

describe('recogniseShape', () => {
  it.each([1, 2, 3, 4, 5, 6])('knows a line, a circle, an oval, a triangle, a box and an arrow of hand %i', (seed) => {
    expect(
      recogniseShape(
        drawn(
          [
            [10, 10],
            [200, 140],
          ],
          1.2,
          seed,
        ),
      )?.kind,
    ).toBe('line');
    expect(recogniseShape(drawn(round(100, 100, 60, 60), 1.2, seed))?.kind).toBe('ellipse');
    expect(recogniseShape(drawn(round(100, 100, 90, 40, 0.5), 1.2, seed))?.kind).toBe('ellipse');
    expect(
      recogniseShape(
        drawn(
          [
            [100, 10],
            [190, 160],
            [20, 150],
            [100, 10],
          ],
          1.2,
          seed,
        ),
      )?.kind,
    ).toBe('triangle');
    expect(
      recogniseShape(
        drawn(
          [
            [10, 10],
            [160, 14],
            [158, 110],
            [8, 104],
            [10, 10],
          ],
          1.2,
          seed,
        ),
      )?.kind,
    ).toBe('rectangle');
    expect(
      recogniseShape(
        drawn(
          [
            [10, 100],
            [200, 60],
            [176, 48],
            [200, 60],
            [182, 82],
          ],
          1,
          seed,
        ),
      )?.kind,
    ).toBe('arrow');
  });

  it('gives the shape that was meant', () => {
    const circle = recogniseShape(drawn(round(100, 100, 60, 57)))!.ink;
    expect(farthest(circle, 100, 100) - nearest(circle, 100, 100)).toBeLessThan(3);
    expect(farthest(circle, 100, 100)).toBeGreaterThan(57);
    const oval = recogniseShape(drawn(round(100, 100, 90, 40, 0.5)))!.ink;
    expect(farthest(oval, 100, 100)).toBeCloseTo(90, -0.7);
    expect(nearest(oval, 100, 100)).toBeCloseTo(40, -0.7);
    const box = recogniseShape(
      drawn([
        [10, 10],
        [160, 14],
        [158, 110],
        [8, 104],
        [10, 10],
      ]),
    )!.ink;
    // Snapped to the axes: the left and right sides are upright.
    expect(
      new Set(
        Array.from(box.x)
          .filter((x) => x < 20)
          .map((x) => x.toFixed(3)),
      ).size,
    ).toBe(1);
    const level = recogniseShape(
      drawn([
        [10, 50],
        [200, 54],
      ]),
    )!.ink;
    expect(level.y[0]).toBeCloseTo(level.y.at(-1)!, 6);
  });

  it('keeps how long the hand took, and ends where it ended', () => {
    const ink = drawn([
      [10, 10],
      [200, 140],
    ]);
    const line = recogniseShape(ink)!.ink;
    expect(line.time.at(-1)).toBe(ink.time.at(-1));
    expect(Math.hypot(line.x.at(-1)! - 200, line.y.at(-1)! - 140)).toBeLessThan(4);
  });

  it.each<[string, Spot[]]>([
    ['a wave', Array.from({ length: 60 }, (_, i): Spot => [i * 4, 60 + 20 * Math.sin(i / 4)])],
    ['an open bow', round(100, 100, 60, 60).slice(0, 35)],
    [
      'a star',
      [
        [100, 10],
        [130, 180],
        [10, 70],
        [190, 70],
        [60, 180],
        [100, 10],
      ],
    ],
    [
      'a letter',
      [
        [0, 0],
        [0, 60],
        [30, 30],
        [0, 25],
        [35, 60],
      ],
    ],
    [
      'a dot',
      [
        [5, 5],
        [6, 6],
      ],
    ],
    [
      'a leaning four-cornered kite',
      [
        [100, 0],
        [130, 60],
        [100, 200],
        [60, 60],
        [100, 0],
      ],
    ],
  ])('leaves %s as it is', (_, spots) => {
    expect(recogniseShape(drawn(spots, 0.4))).toBeNull();
  });
});
