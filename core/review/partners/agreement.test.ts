import { agreementOf, agreementWords, spreadOf, type BothSaid } from './agreement';
import type { RubricRow } from '../rubric';

const row = (id: string, levels: number): RubricRow => ({
  id,
  title: id,
  levels: Array.from({ length: levels }, (_, index) => `level ${index}`),
  weight: 1,
});
const LINES = [row('lines', 3)];
const both = (pairs: readonly (readonly [partner: number, teacher: number])[]): BothSaid[] =>
  pairs.map(([partner, teacher]) => ({ partner: { lines: partner }, teacher: { lines: teacher } }));

describe('how near a partner comes to the teacher', () => {
  it('is what the formula gives, reckoned by hand', () => {
    // Seen: one of ten lies one level apart, (1/2)² = 0.25.
    // By chance: partner 0.4, 0.3, 0.3; teacher 0.3, 0.4, 0.3. One level apart are 0.4·0.4 + 0.3·0.3 + 0.3·0.3 + 0.3·0.4
    // = 0.46, a quarter of which counts; two apart are 0.4·0.3 + 0.3·0.3 = 0.21. Of ten works: 10 × (0.46/4 + 0.21) = 3.25.
    const pairs = [
      [0, 0],
      [0, 0],
      [0, 0],
      [0, 1],
      [1, 1],
      [1, 1],
      [1, 1],
      [2, 2],
      [2, 2],
      [2, 2],
    ] as const;
    const one = agreementOf(LINES, both(pairs))!;
    expect(one.works).toBe(10);
    expect(one.kappa).toBeCloseTo(1 - 0.25 / 3.25, 10);
  });

  it('is 1 where both always say the same, and nothing where all is one level or there are too few', () => {
    const same = [0, 1, 2, 0, 1, 2, 0, 1].map((level) => [level, level] as const);
    expect(agreementOf(LINES, both(same))!.kappa).toBe(1);
    expect(agreementOf(LINES, both(same.slice(0, 7)))).toBeNull();
    expect(agreementOf(LINES, both(Array.from({ length: 9 }, () => [1, 1] as const)))).toBeNull();
    // A work on which only one of the two has said anything is none that both have judged.
    const half = [...both(same.slice(0, 7)), { partner: { lines: 1 }, teacher: {} }];
    expect(agreementOf(LINES, half)).toBeNull();
  });

  it('is below 0 where they say the opposite, and lines of other lengths count by how far they lie apart', () => {
    const opposite = [0, 2, 0, 2, 0, 2, 0, 2].map((level) => [level, 2 - level] as const);
    expect(agreementOf(LINES, both(opposite))!.kappa).toBe(-1);
    const two = [row('lines', 3), row('words', 5)];
    const all = opposite.map(([partner, teacher]) => ({
      partner: { lines: partner, words: partner * 2 },
      teacher: { lines: teacher, words: teacher * 2 },
    }));
    expect(agreementOf(two, all)!.kappa).toBe(-1);
  });

  it('is said in words', () => {
    const words = [0.9, 0.7, 0.5, 0.3, -0.2].map((kappa) => agreementWords({ kappa, works: 8 }));
    expect(words[0]).toBe('judges almost as you do');
    expect(new Set(words).size).toBe(5);
  });
});

it('partners lie apart by the widest distance of each line that two have judged', () => {
  const rows = [row('lines', 3), row('words', 5), row('light', 2)];
  expect(spreadOf(rows, [{ lines: 0, words: 1 }, { lines: 2, words: 1 }, { lines: 1 }])).toBe(0.5);
  expect(spreadOf(rows, [{ light: 0 }, { light: 1 }])).toBe(1);
  expect(spreadOf(rows, [{ lines: 0 }])).toBeNull();
  expect(spreadOf(rows, [])).toBeNull();
});
