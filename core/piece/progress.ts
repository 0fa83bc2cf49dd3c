import type * as Y from 'yjs';
import { countItems } from '../page/countItems';
import { pageItems, readPages, type PagePlan } from '../page/document';
import { readItems, type Items } from '../page/item';
import { readShot } from '../page/readShot';
import { filledSpots } from '../page/spots';
import { answersIn, type PartProgress } from '../parts/part';
import type { PartContent } from '../parts/partKind';
import { partsWithTakes, readTakes } from '../recording/take';

/** What a piece's document holds, part by part: counted, never typed in. */
export interface PieceProgress {
  parts: Record<string, PartProgress>;
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
  answers: [],
};

function countPage(page: PagePlan, items: Items | undefined): PartContent {
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
    for (const key of Object.keys(counted) as (keyof PartContent)[]) part[key] += counted[key];
  }
  for (const id of partsWithTakes(doc)) {
    const recordings = readTakes(doc, id).length;
    if (recordings > 0) partOf(id).recordings = recordings;
  }
  for (const [id, answers] of answersIn(doc)) partOf(id).answers = answers;
  return { parts: Object.fromEntries(parts) };
}
