/** Blocks of words laid out on pages of A4. */
import { LINE_HEIGHT } from '../../page/geometry';
import { A4 } from '../../parts/page/pagePart';
import { breakLines } from '../../page/textLines';
import type { TextBox, TextFont } from '../../page/item';
import type { PdfPage } from '../../pdf/write';
import type { CopyBlock, CopyStyle } from './answersCopy';

/** In points. */
const MARGIN = { side: 56, top: 56, bottom: 64 };
const INK = '#1E2A32';

interface Look {
  font: TextFont;
  /** In points. */
  size: number;
  /** Room above, in points. */
  above: number;
}

const LOOKS: Record<CopyStyle, Look> = {
  title: { font: 'heading', size: 22, above: 14 },
  heading: { font: 'reading', size: 13, above: 18 },
  answer: { font: 'interface', size: 12, above: 4 },
  small: { font: 'interface', size: 10, above: 3 },
};

/** How wide words are, in points. */
export type MeasureWords = (words: string, font: TextFont, size: number) => number;

const textBox = (lines: readonly string[], { font, size }: Look, y: number, id: string): TextBox => ({
  id,
  kind: 'text',
  order: id,
  at: 0,
  matrix: [1, 0, 0, 1, MARGIN.side, y],
  text: lines.join('\n'),
  lines,
  width: A4.width - 2 * MARGIN.side,
  size,
  font,
  colour: INK,
  align: 'left',
  spot: null,
});

/** Lays blocks out from the top, and begins a new page where one does not fit; a long one goes on there. */
export function copyPages(blocks: readonly CopyBlock[], measure: MeasureWords): PdfPage[] {
  const pages: TextBox[][] = [[]];
  let y = MARGIN.top;
  let count = 0;
  const put = (lines: readonly string[], look: Look): void => {
    pages.at(-1)!.push(textBox(lines, look, y, String(count++).padStart(6, '0')));
    y += lines.length * look.size * LINE_HEIGHT;
  };
  for (const { style, words } of blocks) {
    const look = LOOKS[style];
    const width = A4.width - 2 * MARGIN.side;
    let lines = breakLines(words, width, (text) => measure(text, look.font, look.size));
    y += look.above;
    while (lines.length > 0) {
      const room = Math.floor((A4.height - MARGIN.bottom - y) / (look.size * LINE_HEIGHT));
      // A heading does not stand alone at the foot of a page.
      const least = style === 'heading' ? Math.min(lines.length + 2, 4) : 1;
      if (room < least && y > MARGIN.top) {
        pages.push([]);
        y = MARGIN.top;
        continue;
      }
      put(lines.slice(0, Math.max(1, room)), look);
      lines = lines.slice(Math.max(1, room));
    }
  }
  return pages.map((items, index) => ({
    plan: { id: `copy.${index + 1}`, part: 'copy', ...A4, background: { kind: 'blank' } },
    items,
  }));
}
