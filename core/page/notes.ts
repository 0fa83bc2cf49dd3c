import type { Item, Pin, TextMark } from './item';

/** Pins whose heights differ by less than this (points) are read as one line. */
const SAME_LINE = 14;

/** Pins in the order in which they are read: line by line from the top, within a line from the left. */
export function pinsInReadingOrder(items: readonly Item[]): Pin[] {
  const pins = items
    .filter((item) => item.kind === 'pin')
    .sort((a, b) => a.matrix[5] - b.matrix[5] || (a.id < b.id ? -1 : 1));
  const lines: Pin[][] = [];
  for (const pin of pins) {
    const line = lines.at(-1);
    // A line is as high as its first pin: a slanting row does not run together for ever.
    if (line && pin.matrix[5] - line[0]!.matrix[5] < SAME_LINE) line.push(pin);
    else lines.push([pin]);
  }
  return lines.flatMap((line) => line.sort((a, b) => a.matrix[4] - b.matrix[4] || (a.id < b.id ? -1 : 1)));
}

/** One entry of the list of marked words. */
export interface MarkEntry {
  page: string;
  mark: TextMark;
}

export type MarkOrder = 'place' | 'colour';

/**
 * The marked words of several pages, page by page from the top, or gathered by colour in the order colours first
 * appear.
 */
export function gatherMarks(pages: readonly { id: string; items: readonly Item[] }[], order: MarkOrder): MarkEntry[] {
  const entries = pages.flatMap(({ id, items }) =>
    items
      .filter((item): item is TextMark => item.kind === 'mark' && item.quads.length > 0)
      .sort((a, b) => a.quads[0]![1]! - b.quads[0]![1]! || a.quads[0]![0]! - b.quads[0]![0]!)
      .map((mark): MarkEntry => ({ page: id, mark })),
  );
  if (order === 'place') return entries;
  const colours = [...new Set(entries.map(({ mark }) => mark.colour))];
  return colours.flatMap((colour) => entries.filter(({ mark }) => mark.colour === colour));
}

/** The marked words as text to be copied, each with its note. */
export const marksAsText = (entries: readonly MarkEntry[]): string =>
  entries
    .map(({ mark }) =>
      mark.note ? `${mark.text || '(a marked place)'}\n    ${mark.note.replaceAll('\n', '\n    ')}` : mark.text,
    )
    .filter(Boolean)
    .join('\n');
