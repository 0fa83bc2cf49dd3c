import fc from 'fast-check';
import type { MarkView } from './rubric';
import { levelsPerLine, sendingTimes, spreadOfMarks, spreadWords } from './spread';

const points = (value: number, outOf = 10): MarkView => ({
  mark: { words: '', points: value, outOf, level: null, own: false },
  lines: [],
  explained: [],
});
const level = (words: string, time: number): MarkView => ({
  mark: { words, points: null, outOf: null, level: time, own: false },
  lines: [],
  explained: [],
});
const lined = (words: string, share: number): MarkView => ({
  mark: null,
  lines: [{ id: 'a', title: 'Over', words, share, weight: 1 }],
  explained: [],
});

it('puts marks into fifths of the scale, the full mark into the last', () => {
  expect(spreadOfMarks([points(0), points(1.5), points(2), points(10), null])!.map(({ count }) => count)).toEqual([
    2, 1, 0, 0, 1,
  ]);
  expect(spreadOfMarks([points(5)])![2]!.word).toBe('4 to 6');
  expect([spreadOfMarks([]), spreadOfMarks([null, lined('x', 1)])]).toEqual([null, null]);
});

it('loses no mark, whatever the points', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 1 }), (all) => {
      expect(spreadOfMarks(all.map((half) => points(half / 2, 20)))!.reduce((sum, { count }) => sum + count, 0)).toBe(
        all.length,
      );
    }),
  );
});

it('counts levels in the order of the scale, not by the alphabet', () => {
  expect(spreadOfMarks([level('Not yet', 2), level('Surely', 0), level('Not yet', 2)])).toEqual([
    { word: 'Surely', count: 1 },
    { word: 'Not yet', count: 2 },
  ]);
  expect(levelsPerLine([lined('Nearly', 0.5), lined('Surely', 1), lined('Nearly', 0.5), null])).toEqual([
    {
      title: 'Over',
      bins: [
        { word: 'Surely', count: 1 },
        { word: 'Nearly', count: 2 },
      ],
    },
  ]);
});

it('says when things were sent, on both sides of the due time', () => {
  const hour = 3_600_000;
  const sent = (hours: number) => ({ sentAt: 1e12 + hours * hour, due: 1e12 });
  expect(
    sendingTimes([
      sent(-72),
      sent(-48),
      sent(-25),
      sent(-24),
      sent(-1),
      sent(0),
      sent(1),
      sent(24),
      sent(25),
      { sentAt: 1, due: null },
    ])!.map(({ count }) => count),
  ).toEqual([2, 2, 2, 2, 1]);
  expect([sendingTimes([]), sendingTimes([{ sentAt: 1, due: null }])]).toEqual([null, null]);
  expect(spreadWords(sendingTimes([sent(-72), sent(1)])!)).toBe(
    '1 of 2: 2 days early or more; 1 of 2: up to a day late',
  );
});
