import * as Y from 'yjs';
import { pageItems, readPages, type PagePlan } from './document';
import { readItems, type Items } from './item';
import { partsWithTakes, readTakes } from '../recording/take';
import { readShot } from './readShot';
import { filledSpots } from './spots';
import { countWords } from '../words/countWords';
import { answerWords, partsWithWords, tickedParts } from '../words/answers';

/** What a piece's document holds, part by part: counted, never typed in. */
export interface PieceProgress {
  parts: Record<string, PartProgress>;
}

export interface PartProgress {
  pages: number;
  /** Pages that carry at least one item, or are a photo of paper. */
  drawnPages: number;
  strokes: number;
  /** All items: strokes, colours, words, pictures, marks, pins, fields. */
  items: number;
  /** Spots that must be filled, and how many of them are. */
  neededSpots: number;
  filledSpots: number;
  /** Photos of paper among the pages. */
  photos: number;
  /** Takes of sound or film. */
  recordings: number;
  /** Words written in an answer of words. */
  words: number;
  /** "I have done this". */
  ticked: boolean;
}

export const NO_PROGRESS: PartProgress = {
  pages: 0,
  drawnPages: 0,
  strokes: 0,
  items: 0,
  neededSpots: 0,
  filledSpots: 0,
  photos: 0,
  recordings: 0,
  words: 0,
  ticked: false,
};

/** An item that is empty (a text box without words, a field left blank) is no work. */
export function countItems(items: Items): { items: number; strokes: number } {
  const count = { items: 0, strokes: 0 };
  items.forEach((item: unknown) => {
    if (!(item instanceof Y.Map)) return;
    const kind = item.get('kind') as unknown;
    if (kind === 'stroke') count.strokes += 1;
    const value = kind === 'field' ? (item.get('value') as unknown) : 'something';
    const words = kind === 'text' ? (item.get('text') as unknown) : value;
    if (typeof kind === 'string' && typeof words === 'string' && words.trim() !== '') count.items += 1;
  });
  return count;
}

type PageCount = Omit<PartProgress, 'words' | 'ticked'>;

function countPage(page: PagePlan, items: Items | undefined): PageCount {
  const { items: all, strokes } = items ? countItems(items) : { items: 0, strokes: 0 };
  const needed = (page.spots ?? []).filter((spot) => spot.needed);
  // Ink is only looked into where spots ask for it: counting must be quick enough while someone draws.
  const filled = needed.length > 0 && items ? filledSpots(needed, readItems(items)).size : 0;
  const photos = readShot(page.background) ? 1 : 0;
  return {
    pages: 1,
    drawnPages: all + photos > 0 ? 1 : 0,
    strokes,
    items: all,
    neededSpots: needed.length,
    filledSpots: filled,
    photos,
    recordings: 0,
  };
}

/**
 * Counts what each part of a document holds, whatever it holds: what is not in shape counts as nothing. A part's id
 * comes out of the document, so it may be anything, too.
 */
export function measureProgress(doc: Y.Doc): PieceProgress {
  const parts = new Map<string, PartProgress>();
  const partOf = (id: string): PartProgress => {
    const part = parts.get(id) ?? { ...NO_PROGRESS };
    parts.set(id, part);
    return part;
  };
  for (const page of readPages(doc)) {
    const part = partOf(page.part);
    const counted = countPage(page, pageItems(doc, page.id));
    for (const key of Object.keys(counted) as (keyof PageCount)[]) part[key] += counted[key];
  }
  for (const id of partsWithTakes(doc)) {
    const recordings = readTakes(doc, id).length;
    if (recordings > 0) partOf(id).recordings = recordings;
  }
  for (const id of partsWithWords(doc)) {
    const words = countWords(answerWords(doc, id));
    if (words > 0) partOf(id).words = words;
  }
  for (const id of tickedParts(doc)) partOf(id).ticked = true;
  return { parts: Object.fromEntries(parts) };
}
