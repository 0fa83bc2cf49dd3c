import { A4 } from '../../parts/page/pagePart';
import type { TextBox } from '../../page/item';
import { ownBox } from '../../page/geometry';
import type { CopyBlock } from './answersCopy';
import { copyPages } from './copyPages';

/** Every letter as wide as half its size. */
const measure = (words: string, _font: string, size: number): number => words.length * size * 0.5;
const boxesOf = (blocks: readonly CopyBlock[]): TextBox[][] =>
  copyPages(blocks, measure).map(({ items }) => items as TextBox[]);

it('puts every word on a page, in order, within its margins, and on no other word', () => {
  const blocks = Array.from({ length: 90 }, (_, index): CopyBlock[] => [
    { style: 'heading', words: `${index + 1}  Which of these is a knot?` },
    { style: 'answer', words: 'a reef '.repeat(1 + (index % 40)).trim() },
  ]).flat();
  const pages = boxesOf(blocks);
  expect(pages.length).toBeGreaterThan(3);
  const words = (text: string): string[] => text.split(/\s+/);
  expect(pages.flat().flatMap(({ text }) => words(text))).toEqual(blocks.flatMap((block) => words(block.words)));
  for (const boxes of pages) {
    let foot = 0;
    for (const box of boxes) {
      const top = box.matrix[5];
      expect(top).toBeGreaterThanOrEqual(foot);
      foot = top + ownBox(box)!.height;
      for (const line of box.lines) expect(measure(line, box.font, box.size)).toBeLessThanOrEqual(box.width);
    }
    expect(foot).toBeLessThanOrEqual(A4.height - 40);
    // A heading is followed by its answer on the same page.
    expect(boxes.at(-1)!.font).toBe('interface');
  }
});

it('goes on with what is longer than a page, and makes one page of nothing', () => {
  const pages = boxesOf([{ style: 'answer', words: 'line\n'.repeat(150).trim() }]);
  expect(pages.flat().flatMap(({ lines }) => lines)).toHaveLength(150);
  expect(pages.length).toBeGreaterThan(2);
  expect(boxesOf([])).toEqual([[]]);
});
