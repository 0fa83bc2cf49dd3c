/** Our outlines against those of perfect-freehand, which is here for that alone. */
import fc from 'fast-check';
import { getStroke } from 'perfect-freehand';
import { inkFromRows, type Ink } from './ink';
import { pressureOutline, type OutlineShape } from './pressureOutline';
import { TOOL_STYLES } from './tools';

const theirs = ({ x, y, pressure }: Ink, { size, thinning, taper }: OutlineShape): number[] => {
  // Of two samples it would forget the pressure: it gets what lies between them as well.
  const mix = (column: ArrayLike<number>, share: number): number => column[0]! + (column[1]! - column[0]!) * share;
  const points =
    x.length === 2
      ? [0, 0.25, 0.5, 0.75, 1].map(
          (share) => [mix(x, share), mix(y, share), mix(pressure, share)] as [number, number, number],
        )
      : Array.from(x, (place, i): [number, number, number] => [place, y[i]!, pressure[i]!]);
  const end = { taper, cap: true };
  return getStroke(points, {
    size,
    thinning,
    smoothing: 0.4,
    streamline: 0,
    simulatePressure: false,
    start: end,
    end,
    last: true,
  }).flatMap(([px, py]) => [px!, py!]);
};

function expectSame(ink: Ink, shape: OutlineShape): void {
  const [ours, known] = [pressureOutline(ink, shape), theirs(ink, shape)];
  expect(ours.length).toBe(known.length);
  let worst = 0;
  ours.forEach((value, i) => (worst = Math.max(worst, Math.abs(value - known[i]!))));
  expect(worst).toBeLessThan(1e-7);
}

const shapes: OutlineShape[] = Object.values(TOOL_STYLES).flatMap(({ thinning, taper, widths }) =>
  Object.values(widths).map((size) => ({ size, thinning, taper: taper * size })),
);

/**
 * Walks of a pen, with repeated places, sharp turns, going back on itself. Every step is a little off its grid: at a
 * turn by exactly a quarter, or a way of exactly a limit, the last bit of a root decides which corners there are, and
 * ours (sqrt) is not theirs (hypot).
 */
const walks = fc
  .array(
    fc.tuple(fc.integer({ min: -40, max: 40 }), fc.integer({ min: -40, max: 40 }), fc.integer({ min: 0, max: 255 })),
    { minLength: 1, maxLength: 60 },
  )
  .map((steps) => {
    let [x, y] = [300, 400];
    return inkFromRows(
      steps.map(([dx, dy, pressure], i) => {
        const off = dx === 0 && dy === 0 ? 0 : 1e-3;
        return [
          (x += dx / 8 + off * Math.sin(7 * i + 1)),
          (y += dy / 8 + off * Math.sin(11 * i + 2)),
          pressure / 255,
          i * 8,
        ] as [number, number, number, number];
      }),
    );
  });

describe('pressure outlines', () => {
  it('have the corners that perfect-freehand gives, for every tool and any walk of the pen', () => {
    fc.assert(
      fc.property(walks, fc.constantFrom(...shapes), (ink, shape) => expectSame(ink, shape)),
      { numRuns: 600 },
    );
  });

  it.each([
    ['a touch', [[10, 20, 0.5, 0]]],
    [
      'a touch twice at one place',
      [
        [10, 20, 0.5, 0],
        [10, 20, 0.7, 8],
      ],
    ],
    [
      'a touch that stays',
      [
        [10, 20, 0.5, 0],
        [10, 20, 0.5, 8],
        [10, 20, 0.6, 16],
        [10, 20, 0.5, 24],
      ],
    ],
    [
      'two places',
      [
        [10, 20, 0.9, 0],
        [90, 45, 0.2, 8],
      ],
    ],
    [
      'there and back',
      [
        [10, 20, 0.5, 0],
        [60, 20, 0.5, 8],
        [10, 20, 0.5, 16],
        [60, 20, 0.5, 24],
      ],
    ],
    [
      'a stroke shorter than it is wide',
      [
        [10, 20, 0.5, 0],
        [11, 20, 0.5, 8],
        [12, 21, 0.5, 16],
      ],
    ],
  ] as [string, [number, number, number, number][]][])('are the same for %s', (_, rows) => {
    for (const shape of shapes) expectSame(inkFromRows(rows), shape);
  });

  it('of a long stroke do not change those that are made after it', () => {
    const short = inkFromRows([
      [10, 20, 0.5, 0],
      [30, 40, 0.5, 8],
      [60, 30, 0.8, 16],
    ]);
    const before = pressureOutline(short, shapes[0]!);
    const kept = before.slice();
    pressureOutline(
      inkFromRows(
        Array.from(
          { length: 5_000 },
          (_, i) => [i / 3, 200 + 40 * Math.sin(i / 9), 0.5, i] as [number, number, number, number],
        ),
      ),
      shapes[2]!,
    );
    expect(before).toEqual(kept);
    expect(pressureOutline(short, shapes[0]!)).toEqual(kept);
  });

  it('of a straightened line are as wide as it was pressed', () => {
    const wide = (pressure: number): number => {
      const outline = pressureOutline(
        inkFromRows([
          [10, 50, pressure, 0],
          [110, 50, pressure, 8],
        ]),
        shapes[0]!,
      );
      const ys = Array.from({ length: outline.length / 2 }, (_, i) => outline[2 * i + 1]!);
      return Math.max(...ys) - Math.min(...ys);
    };
    const { size, thinning } = shapes[0]!;
    for (const pressure of [0.1, 0.5, 1])
      expect(wide(pressure)).toBeCloseTo(2 * size * (0.5 - thinning * (0.5 - pressure)), 5);
  });

  it('of nothing are empty', () => {
    expect(pressureOutline(inkFromRows([]), shapes[0]!)).toHaveLength(0);
    expect(pressureOutline(inkFromRows([[1, 2, 0.5, 0]]), { ...shapes[0]!, size: 0 })).toHaveLength(0);
  });
});
