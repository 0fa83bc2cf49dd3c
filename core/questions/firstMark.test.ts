import { firstMark } from './firstMark';

const part = {
  id: 'part',
  settings: {
    counted: 'best',
    earnBack: true,
    questions: [
      { id: 'one', marks: 2 },
      { id: 'two', marks: 3 },
    ],
  },
} as const;
const tried = (question: string, share: number | null, variant = 0) => ({ part: 'part', question, share, variant });

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
