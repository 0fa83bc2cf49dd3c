import type { Matrix } from '../math/matrix';
import { coverWords, nearestWord, textFlow, wordsBetween, type TextRun } from './textFlow';

/** A run of 10-point text at a place of an upright A4 page, in user space (y up). */
const run = (text: string, x: number, y: number, size = 10): TextRun => ({
  text,
  transform: [size, 0, 0, size, x, y],
  width: text.length * size * 0.5,
  ascent: 0.8,
  descent: -0.2,
});
const UPRIGHT: Matrix = [1, 0, 0, -1, 0, 842];
const words = (flow: ReturnType<typeof textFlow>): string => flow.map(({ text }) => text).join(' ');

describe('the text of a page', () => {
  it('is cut into words whose corners lie where the run says', () => {
    const [first, second] = textFlow([run('low tide', 100, 700)], UPRIGHT);
    expect(first!.text).toBe('low');
    expect(first!.quad.slice(0, 2)).toEqual([100, 842 - 708]);
    expect(first!.quad.slice(6, 8)).toEqual([100, 842 - 698]);
    expect(second!.quad[2]).toBeCloseTo(140);
    expect(second!.quad[0]! > first!.quad[2]!).toBe(true);
  });

  it('is read column by column, though the file draws it row by row', () => {
    const rows = [0, 1, 2].flatMap((i) => [
      run(`left${i} one`, 50, 700 - i * 12),
      run(`right${i} two`, 300, 700 - i * 12),
    ]);
    expect(words(textFlow(rows, UPRIGHT))).toBe('left0 one left1 one left2 one right0 two right1 two right2 two');
  });

  it('reads a heading over both columns first, whatever order it was drawn in', () => {
    const columns = [0, 1, 2].flatMap((i) => [run(`left${i}`, 50, 600 - i * 12), run(`right${i}`, 300, 600 - i * 12)]);
    const heading = run('A heading that is wide enough to cover both columns of it', 50, 660, 14);
    expect(words(textFlow([...columns, heading], UPRIGHT)).startsWith('A heading that is wide')).toBe(true);
    expect(words(textFlow([...columns, heading], UPRIGHT)).endsWith('left0 left1 left2 right0 right1 right2')).toBe(
      true,
    );
  });

  it('joins runs of one line, also where letters change their face within it', () => {
    const flow = textFlow([run('the', 50, 700), run('old', 70, 700.6), run('pier', 92, 700)], UPRIGHT);
    expect(new Set(flow.map(({ block, line }) => `${block}.${line}`)).size).toBe(1);
  });

  it.each<[string, Matrix, number]>([
    ['a quarter', [0, 1, 1, 0, 0, 0], 90],
    ['half', [-1, 0, 0, 1, 595, 0], 180],
    ['three quarters', [0, -1, -1, 0, 842, 595], 270],
  ])('is read the same on a page turned by %s', (_, toPage) => {
    const rows = [0, 1].flatMap((i) => [
      run(`left${i} one`, 50, 700 - i * 12),
      run(`right${i} two`, 300, 700 - i * 12),
    ]);
    const flow = textFlow(rows, toPage);
    expect(words(flow)).toBe('left0 one left1 one right0 two right1 two');
    const inside = flow.every(({ quad }) => quad.every((value) => value >= 0 && value <= 842));
    expect(inside).toBe(true);
  });

  it('is nothing of runs without a size', () => {
    expect(textFlow([{ ...run('x', 0, 0), transform: [0, 0, 0, 0, 5, 5] }], UPRIGHT)).toEqual([]);
  });
});

describe('dragging over words', () => {
  const flow = textFlow(
    [run('one two three', 50, 700), run('four five six', 50, 688), run('other column', 300, 700)],
    UPRIGHT,
  );
  const placeOf = (text: string) => {
    const [x0, y0, , , x2, y2] = flow.find((word) => word.text === text)!.quad as number[];
    return { x: (x0! + x2!) / 2, y: (y0! + y2!) / 2 };
  };

  it('takes all words between the two ends, either way round, and none of the next column', () => {
    expect(words(wordsBetween(flow, placeOf('two'), placeOf('five')))).toBe('two three four five');
    expect(words(wordsBetween(flow, placeOf('five'), placeOf('two')))).toBe('two three four five');
  });

  it('covers them with one piece a line', () => {
    const { quads, text } = coverWords(wordsBetween(flow, placeOf('two'), placeOf('five')));
    expect(text).toBe('two three four five');
    expect(quads).toHaveLength(2);
    expect(quads[0]![0]).toBeCloseTo(flow[1]!.quad[0]!);
    expect(quads[0]![2]).toBeCloseTo(flow[2]!.quad[2]!);
  });

  it('stays on its line in the margin, and finds nothing far from any word', () => {
    expect(flow[nearestWord(flow, 20, placeOf('four').y)]!.text).toBe('four');
    expect(nearestWord(flow, 300, 20, 30)).toBe(-1);
    expect(wordsBetween([], { x: 0, y: 0 }, { x: 1, y: 1 })).toEqual([]);
    expect(coverWords([])).toEqual({ quads: [], text: '' });
  });
});
