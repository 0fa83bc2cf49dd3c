import fc from 'fast-check';
import { gatheredAnswers } from './gatheredAnswers';
import { FEWEST_TO_TELL, itemStatistics, keyDoubt, pointBiserial, type QuestionResult } from './itemStatistics';

const result = (learner: number, shares: number[], answer = 'a', seconds: number | null = null): QuestionResult => ({
  learner: String(learner),
  shares,
  answer,
  seconds,
});
const restOf = (values: readonly number[]): Map<string, number> =>
  new Map(values.map((value, index) => [String(index), value]));

describe('a question that a group has answered', () => {
  it('tells how many were right at first and at last, and how long they took', () => {
    const results = [result(0, [0, 1], 'a', 30), result(1, [1], 'a', 10), result(2, [0, 0.5], 'b', 20), result(3, [])];
    expect(itemStatistics(results, new Map())).toEqual({
      answered: 3,
      rightAtFirst: 1 / 3,
      rightAtLast: 2 / 3,
      seconds: 20,
      tells: null,
    });
    expect(itemStatistics([], new Map())).toMatchObject({ answered: 0, rightAtFirst: null, seconds: null });
  });

  it('tells who can do the rest, by a sum that was done by hand', () => {
    // Five right with 6 to 10 on the rest, five wrong with 1 to 5: (8 - 3) / 2.8723 * sqrt(5 * 5 / 100) = 0.8704.
    const results = Array.from({ length: 10 }, (_, index) => result(index, [index < 5 ? 0 : 1]));
    const rest = restOf([1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
    expect(pointBiserial(results, rest)).toBeCloseTo(0.8704, 4);
    expect(pointBiserial(results.slice(0, FEWEST_TO_TELL - 1), rest)).toBeNull();
    expect(pointBiserial(results, restOf(Array(10).fill(3)))).toBeNull();
  });

  it('never tells more than all, and turned round tells the opposite', () => {
    const group = fc.array(fc.tuple(fc.boolean(), fc.double({ min: 0, max: 50, noNaN: true })), {
      minLength: 10,
      maxLength: 40,
    });
    fc.assert(
      fc.property(group, (all) => {
        const rest = restOf(all.map(([, score]) => score));
        const results = all.map(([right], index) => result(index, [right ? 1 : 0]));
        const turned = all.map(([right], index) => result(index, [right ? 0 : 1]));
        const tells = pointBiserial(results, rest);
        if (tells === null) return expect(pointBiserial(turned, rest)).toBeNull();
        expect(Math.abs(tells)).toBeLessThanOrEqual(1);
        expect(pointBiserial(turned, rest)).toBeCloseTo(-tells, 9);
        expect(pointBiserial([...results].reverse(), rest)).toBeCloseTo(tells, 9);
      }),
    );
  });
});

describe('a key that is probably wrong', () => {
  const rest = restOf([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]);
  it('is one where those who did best chose another answer together', () => {
    const results = Array.from({ length: 12 }, (_, index) =>
      index >= 8 ? result(index, [index === 8 ? 1 : 0], index === 8 ? 'key' : 'other') : result(index, [1], 'key'),
    );
    expect(keyDoubt(results, rest)).toEqual({ answer: 'other', gave: 3, right: 1 });
  });

  it('is none where they were right, where each chose another, or where they are few', () => {
    const right = Array.from({ length: 12 }, (_, index) =>
      result(index, [index >= 8 ? 1 : 0], index >= 8 ? 'key' : 'other'),
    );
    expect(keyDoubt(right, rest)).toBeNull();
    const scattered = right.map((_, index) => result(index, [0], String(index)));
    expect(keyDoubt(scattered, rest)).toBeNull();
    expect(keyDoubt(right.slice(0, 9), rest)).toBeNull();
  });
});

describe('wrong answers that read alike', () => {
  it('are one, called as most wrote it', () => {
    expect(gatheredAnswers(['harbor', 'Harbour', 'harbour', 'harbour ', 'quay', ' ', 'Quai'])).toEqual([
      { words: 'harbour', count: 4 },
      { words: 'Quai', count: 2 },
    ]);
  });

  it('are counted once each, in whatever order they come', () => {
    const word = fc.constantFrom('quay', 'Quay', 'quai', 'harbour', 'harbor', 'pier', '7', '8', '');
    fc.assert(
      fc.property(fc.array(word, { maxLength: 30 }), (answers) => {
        const gathered = gatheredAnswers(answers);
        expect(gathered.reduce((sum, { count }) => sum + count, 0)).toBe(answers.filter((text) => text !== '').length);
        expect(gatheredAnswers([...answers].reverse())).toEqual(gathered);
      }),
    );
  });
});
