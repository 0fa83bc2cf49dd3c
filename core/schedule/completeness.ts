import { NO_PROGRESS, type PieceProgress } from '../page/progress';

/** What completeness needs to know of a part. */
export interface PartNeed {
  id: string;
  required: boolean;
  /** The choice it belongs to, if any. */
  choice?: string | null;
  /** Cannot be begun before the part in front of it is complete. */
  waits?: boolean;
  /** Of a part of kind `words`: fewest words that complete it, and most that it may have; null for no limit. */
  leastWords?: number | null;
  mostWords?: number | null;
}

/**
 * A choice among parts. `pick`: so many of its free parts are wanted, besides those that are required ("fixed").
 * `level`: its parts are levels of challenge, and one of them is wanted.
 */
export interface ChoiceNeed {
  id: string;
  rule: 'pick' | 'level';
  /** For `pick`, how many of the free parts. */
  wanted: number;
}

export interface Completeness {
  /** Something has been made, in any part. */
  made: boolean;
  /**
   * All that is required is complete, and of every choice enough; of an activity that requires nothing, any part is.
   */
  complete: boolean;
  /** Parts that are complete, and how many are wanted: of a choice, no more than it asks for. */
  done: number;
  of: number;
  /** Ids of required parts that are not complete, in order. */
  missing: string[];
  /** Choices of which too few parts are complete. */
  short: { choice: string; done: number; wanted: number }[];
}

/**
 * A part is complete when every needed spot on its pages is filled; without such spots, when anything is on one of
 * them; written words, when there are enough and not too many; a tick, when it is set. A photo of paper, or a
 * recording, completes any part: it is another way to answer.
 */
export function partComplete(
  progress: PieceProgress,
  part: Pick<PartNeed, 'id' | 'leastWords' | 'mostWords'>,
): boolean {
  const made = progress.parts[part.id];
  if (!made) return false;
  if (made.photos > 0 || made.recordings > 0 || made.ticked) return true;
  if (made.words > 0) return made.words >= (part.leastWords ?? 1) && made.words <= (part.mostWords ?? Infinity);
  return made.neededSpots > 0 ? made.filledSpots >= made.neededSpots : made.drawnPages > 0;
}

/** Whether anything is in a part. */
export function partBegun(progress: PieceProgress, partId: string): boolean {
  const { drawnPages, recordings, words, ticked } = progress.parts[partId] ?? NO_PROGRESS;
  return drawnPages > 0 || recordings > 0 || words > 0 || ticked;
}

/**
 * The part that keeps another from being begun: the one in front of it that is not complete yet. Null if it can be
 * begun; what already holds work stays open, so that nobody is locked out of it.
 */
export function waitsFor<T extends PartNeed>(parts: readonly T[], progress: PieceProgress, partId: string): T | null {
  const at = parts.findIndex(({ id }) => id === partId);
  const before = parts[at - 1];
  if (!before || !parts[at]!.waits || partBegun(progress, partId)) return null;
  return partComplete(progress, before) ? null : before;
}

/** Judges a piece from what its document holds. */
export function completeness(
  parts: readonly PartNeed[],
  choices: readonly ChoiceNeed[],
  progress: PieceProgress,
): Completeness {
  const done = new Set(parts.filter((part) => partComplete(progress, part)).map(({ id }) => id));
  const known = new Set(choices.map(({ id }) => id));
  const inChoice = ({ choice }: PartNeed): boolean => choice !== null && choice !== undefined && known.has(choice);
  const alone = parts.filter((part) => !inChoice(part));
  const count = { done: alone.filter(({ id }) => done.has(id)).length, of: alone.length };
  // A level stands for the others, so none of them is required by itself.
  const levels = new Set(choices.filter(({ rule }) => rule === 'level').map(({ id }) => id));
  const required = parts.filter((part) => part.required && !(inChoice(part) && levels.has(part.choice!)));
  const missing = required.filter(({ id }) => !done.has(id)).map(({ id }) => id);
  const short: Completeness['short'] = [];
  for (const { id, rule, wanted: asked } of choices) {
    const free = parts.filter((part) => part.choice === id && (rule === 'level' || !part.required));
    const fixed = parts.filter((part) => part.choice === id && rule === 'pick' && part.required);
    const wanted = Math.min(rule === 'level' ? 1 : asked, free.length);
    const made = free.filter((part) => done.has(part.id)).length;
    count.done += Math.min(made, wanted) + fixed.filter((part) => done.has(part.id)).length;
    count.of += wanted + fixed.length;
    if (made < wanted) short.push({ choice: id, done: made, wanted });
  }
  const asks = required.length > 0 || choices.length > 0;
  return {
    made: Object.keys(progress.parts).some((id) => partBegun(progress, id)),
    complete: asks ? missing.length === 0 && short.length === 0 : done.size > 0,
    ...count,
    missing,
    short,
  };
}
