import type * as Y from 'yjs';
import type { WalkNote } from './noteWalk';

const ANSWERED = 'answered';

const ticked = (doc: Y.Doc): Y.Map<unknown> => doc.getMap(ANSWERED);

/** Ids of the notes that the learner says are answered in this draft, or go. */
export function answeredNotes(doc: Y.Doc): Set<string> {
  const ids = new Set<string>();
  for (const [id, value] of ticked(doc).entries()) if (value === true) ids.add(id);
  return ids;
}

/** Ticks a note off, or takes the tick away. */
export const setAnswered = (doc: Y.Doc, note: string, on: boolean): void => void ticked(doc).set(note, on);

/** The notes that are not ticked off in `doc`. */
export function openNotes<T extends Pick<WalkNote, 'id'>>(doc: Y.Doc, notes: readonly T[]): T[] {
  const answered = answeredNotes(doc);
  return notes.filter(({ id }) => !answered.has(id));
}
