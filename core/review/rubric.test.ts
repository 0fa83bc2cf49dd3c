import fc from 'fast-check';
import type { RubricRow } from './rubric';
import {
  explainTotal,
  finalMark,
  isLevel,
  levelOf,
  NO_MARKING,
  NO_OWN_MARK,
  pointsOf,
  readLevels,
  rubricTotal,
  type Marking,
} from './rubric';

const row = (id: string, weight = 1, levels = ['Best', 'Middle', 'Not yet']): RubricRow => ({
  id,
  title: id.toUpperCase(),
  levels,
  weight,
});
const rows = [row('a'), row('b', 2), row('c', 1, ['Yes', 'No'])];

describe('the total', () => {
  it('is the mean of the lines by their weights, worked out by hand', () => {
    // a best (1), b middle (0.5, twice), c not chosen: (1 + 2 × 0.5) / 3
    const total = rubricTotal(rows, { a: 0, b: 1 })!;
    expect(total.share).toBeCloseTo(2 / 3, 12);
    expect(total.open).toEqual(['C']);
    expect(explainTotal(total)).toEqual(['A: Best (all of it)', 'B: Middle (half of it, counts twice)']);
  });

  it('knows halves, and says between what they lie', () => {
    const total = rubricTotal([row('a')], { a: 0.5 })!;
    expect([total.share, explainTotal(total)]).toEqual([0.75, ['A: between “Best” and “Middle” (75% of it)']]);
  });

  it('is none while nothing is chosen', () => {
    expect([rubricTotal(rows, {}), rubricTotal([], { a: 0 })]).toEqual([null, null]);
  });

  it('never leaves 0 to 1, is 1 for the best and 0 for the last, and a better level never makes it worse', () => {
    const anyRow = fc.record({ levels: fc.integer({ min: 2, max: 8 }), weight: fc.integer({ min: 1, max: 10 }) });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(anyRow, fc.double({ min: 0, max: 1, noNaN: true })), { minLength: 1, maxLength: 12 }),
        (made) => {
          const all = made.map(([{ levels, weight }], i) =>
            row(
              `r${i}`,
              weight,
              Array.from({ length: levels }, (_, n) => `L${n}`),
            ),
          );
          const chosen = Object.fromEntries(
            made.map(([{ levels }, at], i) => [`r${i}`, Math.round(at * (levels - 1))]),
          );
          const share = rubricTotal(all, chosen)!.share;
          expect(share).toBeGreaterThanOrEqual(0);
          expect(share).toBeLessThanOrEqual(1 + 1e-12);
          expect(rubricTotal(all, Object.fromEntries(all.map(({ id }) => [id, 0])))!.share).toBeCloseTo(1, 12);
          expect(
            rubricTotal(all, Object.fromEntries(all.map(({ id, levels }) => [id, levels.length - 1])))!.share,
          ).toBeCloseTo(0, 12);
          for (const { id } of all)
            if (chosen[id]! > 0)
              expect(rubricTotal(all, { ...chosen, [id]: chosen[id]! - 1 })!.share).toBeGreaterThanOrEqual(
                share - 1e-12,
              );
        },
      ),
    );
  });
});

describe('a mark', () => {
  const marking = (change: Partial<Marking>): Marking => ({ ...NO_MARKING, ...change });
  const half = rubricTotal([row('a')], { a: 1 });

  it('is what was computed, unless the teacher says another', () => {
    const points = marking({ kind: 'points', outOf: 15 });
    expect(finalMark(points, NO_OWN_MARK, half)).toEqual({ points: 7.5, level: null, words: '7.5 of 15', own: false });
    expect(finalMark(points, { ...NO_OWN_MARK, points: 9 }, half)).toEqual({
      points: 9,
      level: null,
      words: '9 of 15',
      own: true,
    });
    const level = marking({ kind: 'level', levels: ['Sure', 'Nearly', 'Not yet'] });
    expect(finalMark(level, NO_OWN_MARK, half)!.words).toBe('Nearly');
    expect(finalMark(level, { ...NO_OWN_MARK, level: 0 }, null)!.words).toBe('Sure');
    expect(finalMark(marking({ kind: 'words' }), { ...NO_OWN_MARK, words: ' Well seen ' }, half)!.words).toBe(
      'Well seen',
    );
  });

  it('is none where there is none', () => {
    for (const [how, own] of [
      [{}, NO_OWN_MARK],
      [{ kind: 'points' }, NO_OWN_MARK],
      [{ kind: 'level' }, NO_OWN_MARK],
      [{ kind: 'words' }, NO_OWN_MARK],
      [
        { kind: 'level', levels: ['A'] },
        { ...NO_OWN_MARK, level: 4 },
      ],
    ] as const) {
      expect(finalMark(marking(how as Partial<Marking>), own, null)).toBeNull();
    }
  });

  it.each([
    [1, 0],
    [0.67, 0],
    [0.5, 1],
    [0.34, 1],
    [0.2, 2],
    [0, 2],
  ])('a share of %d is level %d of three', (share, level) => expect(levelOf(share, ['a', 'b', 'c'])).toBe(level));
  it.each([
    [1, 10, 10],
    [0.66, 10, 6.5],
    [0.333, 20, 6.5],
    [0, 5, 0],
  ])('a share of %d of %d points is %d', (share, outOf, points) => expect(pointsOf(share, outOf)).toBe(points));
});

it('reads only levels that there are', () => {
  expect([
    isLevel(rows[0]!, 2, false),
    isLevel(rows[0]!, 3, false),
    isLevel(rows[0]!, 0.5, false),
    isLevel(rows[0]!, 0.5, true),
    isLevel(rows[0]!, '1', false),
  ]).toEqual([true, false, false, true, false]);
  expect(readLevels({ a: 1, b: 7, c: 'x', z: 0 }, rows, true)).toEqual({ a: 1 });
  for (const value of [null, 3, 'x', []]) expect(readLevels(value, rows, false)).toEqual({});
});
