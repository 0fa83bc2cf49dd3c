import type * as Y from 'yjs';
import { markItems, readPages } from '../page/document';
import { readItems } from '../page/item';
import { gatherMarks, pinsInReadingOrder } from '../page/notes';
import { readMoments } from '../recording/moments';
import { chosenTake, readTakes } from '../recording/take';

/** One note of a review, and where it is stuck. */
export interface WalkNote {
  id: string;
  part: string;
  /** The page it lies on; null for a note on a recording, or on written words. */
  page: string | null;
  /** In points of the page, where it lies on one. */
  at: { x: number; y: number } | null;
  /** Of a recording, in seconds. */
  second: number | null;
  words: string;
  /** Id of the Media in which it is spoken. */
  voice: string | null;
}

/**
 * The notes of a review in the order in which one walks through them: part by part, in each page by page from the top,
 * pins and marked words as they are read, then the moments of its recording. Marks without a word are not among them.
 *
 * @param go the frozen go
 * @param parts ids of its parts, in order
 */
export function walkNotes(work: Y.Doc, marks: Y.Doc, parts: readonly string[]): WalkNote[] {
  const pages = readPages(work);
  return parts.flatMap((part): WalkNote[] => {
    const onPages = pages
      .filter((page) => page.part === part)
      .flatMap(({ id: page }) => {
        const items = readItems(markItems(marks, page));
        const pins = pinsInReadingOrder(items).map(({ id, note, voice, matrix }): WalkNote => ({
          id,
          part,
          page,
          at: { x: matrix[4], y: matrix[5] },
          second: null,
          words: note,
          voice,
        }));
        const marked = gatherMarks([{ id: page, items }], 'place').map(({ mark: { id, note, quads } }): WalkNote => ({
          id,
          part,
          page,
          at: { x: quads[0]![0]!, y: quads[0]![1]! },
          second: null,
          words: note,
          voice: null,
        }));
        return [...pins, ...marked]
          .filter(({ words, voice }) => words.trim() !== '' || voice)
          .sort((a, b) => a.at!.y - b.at!.y || a.at!.x - b.at!.x);
      });
    const take = chosenTake(readTakes(work, part));
    const moments = take ? readMoments(markItems(marks, take.id)) : [];
    return [
      ...onPages,
      ...moments
        .filter(({ note, voice }) => note.trim() !== '' || voice)
        .map(({ id, second, note, voice }): WalkNote => ({
          id,
          part,
          page: null,
          at: null,
          second,
          words: note,
          voice,
        })),
    ];
  });
}
