import { inkFromRows } from './ink';
import { LONGEST_PAUSE, samplesAfter, timeline } from './playback';

const stroke = (id: string, begun: number, took: number, from = 0) => ({
  id,
  at: begun,
  ink: inkFromRows([
    [0, 0, 0.5, from],
    [1, 1, 0.5, from + took / 2],
    [2, 2, 0.5, from + took],
  ]),
});

describe('the way a page was drawn', () => {
  it('runs from the first touch to the last lift, with long pauses cut', () => {
    const { total, entries } = timeline([
      stroke('late', 100_000, 400),
      stroke('early', 1_000, 300),
      stroke('next', 1_700, 200),
    ]);
    expect(entries).toEqual([
      { id: 'early', start: 0, end: 300 },
      { id: 'next', start: 800, end: 1_000 },
      { id: 'late', start: 1_000 + LONGEST_PAUSE, end: 1_400 + LONGEST_PAUSE },
    ]);
    expect(total).toBe(1_400 + LONGEST_PAUSE);
  });

  it('lets what two devices drew at once overlap', () => {
    expect(timeline([stroke('a', 1_000, 600), stroke('b', 1_100, 600)]).entries).toEqual([
      { id: 'a', start: 0, end: 600 },
      { id: 'b', start: 100, end: 700 },
    ]);
  });

  it('is nothing of nothing', () => {
    expect(timeline([])).toEqual({ total: 0, entries: [] });
  });

  it('shows the samples up to a time, in a piece whose times begin late too', () => {
    expect([0, 99, 100, 200].map((elapsed) => samplesAfter(stroke('s', 0, 200).ink, elapsed))).toEqual([1, 1, 2, 3]);
    expect(samplesAfter(stroke('s', 0, 200, 5_000).ink, 100)).toBe(2);
  });
});
