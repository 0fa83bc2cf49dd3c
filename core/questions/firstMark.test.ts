import { firstMark } from './firstMark';

const part = {
  id: 'part',
  settings: {
    counted: 'best',
    earnBack: true,
    roundsCounted: 'best',
    questions: [
      { id: 'one', marks: 2 },
      { id: 'two', marks: 3 },
    ],
  },
} as const;
const tried = (question: string, share: number | null, variant = 0, round = 1) => ({
  part: 'part',
  question,
  share,
  variant,
  round,
});

it('is what each question earned, with what was earned back', () => {
  expect(firstMark([part], [tried('one', 0.5), tried('one', 0)])).toEqual({ earned: 1, outOf: 5, unread: 0 });
  expect(firstMark([part], [tried('one', 0), tried('two', 0), tried('two', 1, 1)])).toEqual({
    earned: 3,
    outOf: 5,
    unread: 0,
  });
});

it('leaves out what a teacher has to read, and says so', () => {
  expect(firstMark([part], [tried('one', 1), tried('two', null)])).toEqual({ earned: 2, outOf: 2, unread: 3 });
});

it('is nothing of all where nothing was tried, and none where nothing is asked', () => {
  expect(firstMark([part], [])).toEqual({ earned: 0, outOf: 5, unread: 0 });
  expect(firstMark([], [])).toBeNull();
});

it('goes by the time through that counts', () => {
  const twice = [tried('one', 1), tried('two', 0), tried('one', 0, 0, 2), tried('two', 1, 0, 2)];
  const counting = (roundsCounted: 'best' | 'last' | 'first') =>
    firstMark([{ ...part, settings: { ...part.settings, roundsCounted } }], twice)?.earned;
  expect([counting('first'), counting('last'), counting('best')]).toEqual([2, 3, 3]);
  const worse = firstMark([part], [...twice, tried('one', 0, 0, 3)]);
  expect(worse?.earned).toBe(3);
});
