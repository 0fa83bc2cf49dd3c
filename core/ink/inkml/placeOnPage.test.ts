import { inkFromRows } from '../ink';
import { placeOnPage } from './placeOnPage';
import type { InkmlStroke } from './inkmlStroke';

const line = (...places: [number, number][]): InkmlStroke => ({
  ink: inkFromRows(places.map(([x, y], i) => [x, y, 0.5, i])),
  tool: 'pen',
  colour: '#1C2A33',
  width: 2,
});
const A4 = { width: 595, height: 842 };
const placesOf = (strokes: readonly InkmlStroke[]): number[][][] =>
  strokes.map(({ ink: { x, y } }) => Array.from(x, (_, i) => [x[i]!, y[i]!]));

describe('ink of another program', () => {
  it('stays where it was written if that is on the page', () => {
    const strokes = [line([10, 20], [580, 800])];
    expect(placeOnPage(strokes, A4)).toEqual(strokes);
  });

  it('comes into the middle of the page from beside it, in its size', () => {
    const [first, second] = placesOf(placeOnPage([line([-100, -50], [0, -50]), line([-100, 50])], A4));
    expect(first).toEqual([
      [247.5, 371],
      [347.5, 371],
    ]);
    expect(second).toEqual([[247.5, 471]]);
  });

  it('is made smaller, its pen too, where it is larger than the page', () => {
    const [stroke] = placeOnPage([line([0, 0], [1190, 1190])], A4);
    expect(stroke!.width).toBeCloseTo(0.8);
    expect(Math.min(...stroke!.ink.x)).toBeCloseTo(59.5);
    expect(Math.max(...stroke!.ink.x)).toBeCloseTo(535.5);
  });

  it('of a single dot, or of none, is placed as well', () => {
    expect(placesOf(placeOnPage([line([2_000, 3_000])], A4))).toEqual([[[297.5, 421]]]);
    expect(placeOnPage([], A4)).toEqual([]);
  });
});
