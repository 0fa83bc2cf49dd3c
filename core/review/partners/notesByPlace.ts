import type * as Y from 'yjs';
import { readPages } from '../../page/document';
import { walkNotes, type WalkNote } from '../noteWalk';

/** Marks of one person on a work. */
export interface MarksFrom {
  name: string;
  marks: Y.Doc;
}

/** A note, and who wrote it. */
export type NoteFrom = WalkNote & { from: string };

/**
 * The notes of several people on one work as one walks over it: part by part, page by page, from the top of each; then
 * the moments of its recording. What two wrote at the same place stands together.
 *
 * @param parts ids of its parts, in order
 */
export function notesByPlace(work: Y.Doc, all: readonly MarksFrom[], parts: readonly string[]): NoteFrom[] {
  const pages = readPages(work).map(({ id }) => id);
  const notes = all.flatMap(({ name, marks }) =>
    walkNotes(work, marks, parts).map((note): NoteFrom => ({ ...note, from: name })),
  );
  const placeOf = ({ part, page, at, second }: NoteFrom): number[] => [
    parts.indexOf(part),
    page === null ? pages.length : pages.indexOf(page),
    at?.y ?? second ?? 0,
    at?.x ?? 0,
  ];
  return notes
    .map((note) => ({ note, place: placeOf(note) }))
    .sort((one, other) => firstDifference(one.place, other.place))
    .map(({ note }) => note);
}

const firstDifference = (one: readonly number[], other: readonly number[]): number =>
  one.map((value, index) => value - other[index]!).find((difference) => difference !== 0) ?? 0;
