import type { PieceProgress } from '../page/progress';

/** What completeness needs to know of a part. */
export interface PartNeed {
  id: string;
  required: boolean;
}

export interface Completeness {
  /** Something has been made, in any part. */
  made: boolean;
  /** Every required part is complete; of an activity with no required part, any part. */
  complete: boolean;
  /** Parts that are complete, and all parts. */
  done: number;
  of: number;
  /** Ids of required parts that are not complete, in order. */
  missing: string[];
}

/**
 * A part is complete when every needed spot on its pages is filled; without such spots, when anything is on one of them.
 * A photo of paper, or a recording, completes any part: it is another way to answer.
 */
export function partComplete(progress: PieceProgress, partId: string): boolean {
  const part = progress.parts[partId];
  if (!part) return false;
  if (part.photos > 0 || part.recordings > 0) return true;
  return part.neededSpots > 0 ? part.filledSpots >= part.neededSpots : part.drawnPages > 0;
}

/** Judges a piece from what its document holds. */
export function completeness(parts: readonly PartNeed[], progress: PieceProgress): Completeness {
  const done = parts.filter((part) => partComplete(progress, part.id));
  const missing = parts.filter((part) => part.required && !done.includes(part)).map((part) => part.id);
  const anyRequired = parts.some((part) => part.required);
  return {
    made: Object.values(progress.parts).some((part) => part.drawnPages > 0 || part.recordings > 0),
    complete: anyRequired ? missing.length === 0 : done.length > 0,
    done: done.length,
    of: parts.length,
    missing,
  };
}
