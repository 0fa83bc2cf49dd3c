import { MARK_COLOURS, MARK_EDGE, markEdge, markInk, type MarkColourName } from './tools';

/** Relative luminance, as WCAG 2.2 has it. */
function luminance(colour: string): number {
  const [red, green, blue] = [1, 3, 5]
    .map((start) => parseInt(colour.slice(start, start + 2), 16) / 255)
    .map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4));
  return 0.2126 * red! + 0.7152 * green! + 0.0722 * blue!;
}
const contrast = (a: string, b: string): number => {
  const [dark, light] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (light! + 0.05) / (dark! + 0.05);
};
const PAPER = '#FFFFFF';
const LEARNERS_INK = '#1C2A33';

describe('the colours of marks', () => {
  const names = Object.keys(MARK_COLOURS) as MarkColourName[];

  it.each(names)('are seen on paper as ink, and read through where they highlight: %s', (name) => {
    expect(contrast(markInk('pen', name), PAPER)).toBeGreaterThan(4);
    expect(contrast(markInk('highlighter', name), LEARNERS_INK)).toBeGreaterThan(7);
  });

  it.each(names)('stand out from their edge: %s', (name) => {
    expect(contrast(markInk('words', name), MARK_EDGE.colour)).toBeGreaterThan(3);
  });
});

it('makes the edge as wide as can be seen, however small the page is shown', () => {
  expect(markEdge(4)).toBe(MARK_EDGE.reach);
  expect(markEdge(0.25) * 0.25).toBe(MARK_EDGE.leastPixels);
});
