import type { TextBox } from '@lippet/core/page/item';
import { topOrder } from '@lippet/core/page/item';
import { breakLines } from '@lippet/core/page/textLines';
import { canvasFont } from '../surface/drawItem';
import type { Surface, Writing } from '../surface/surface';

let measuring: CanvasRenderingContext2D | null = null;

/** Breaks text as the page's canvas will draw it. */
export function linesOf(text: string, look: Pick<TextBox, 'font' | 'size' | 'width'>): string[] {
  measuring ??= document.createElement('canvas').getContext('2d')!;
  measuring.font = canvasFont(look);
  return breakLines(text, look.width, (piece) => measuring!.measureText(piece).width);
}

/** How words stand on the page. */
export type WordsLook = Pick<TextBox, 'text' | 'width' | 'font' | 'align' | 'size' | 'colour' | 'lines'>;

/** What is being written: where, how it looks, and what makes all of it one step. */
interface Written {
  surface: Surface;
  writing: Writing;
  look: WordsLook;
  row: object;
  /** They were there before. */
  kept: boolean;
}

/** Keeps what is written, all of it as one step. @returns whether it is there now */
export function keepWords({ surface, writing: { id, matrix, spot }, look, row, kept }: Written): boolean {
  const before = surface.top.items.get(id)?.toJSON();
  if (look.text.trim() === '' || (kept && !before)) return kept;
  const fields = before ?? {
    kind: 'text',
    matrix: [...matrix],
    order: topOrder(surface.top.items),
    at: Date.now(),
    ...(spot ? { spot } : {}),
  };
  surface.change([{ page: surface.page.id, id, after: { ...fields, ...look } }], row);
  return true;
}
