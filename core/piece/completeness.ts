import { enoughIn, type PartAsk } from '../parts/part';
import { NO_PROGRESS, type PieceProgress } from './progress';

/** What completeness needs to know of a part. */
export type PartNeed = PartAsk & {
  id: string;
  required: boolean;
  /** The choice it belongs to, if any. */
  choice?: string | null;
  /** Cannot be begun before the part in front of it is complete. */
  waits?: boolean;
};

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

/** Whether a part is complete: its kind says when. */
export function partComplete(progress: PieceProgress, part: PartAsk & { id: string }): boolean {
  const made = progress.parts[part.id];
  return made !== undefined && enoughIn(part, made);
}

/** Whether anything is in a part. */
export function partBegun(progress: PieceProgress, partId: string): boolean {
  const { drawnPages, recordings, answers } = progress.parts[partId] ?? NO_PROGRESS;
  return drawnPages > 0 || recordings > 0 || answers.length > 0;
}

/** How far a choice is: of its free parts so many are wanted, and its fixed ones are wanted each. */
interface ChoiceProgress {
  made: number;
  wanted: number;
  fixedMade: number;
  fixed: number;
}

function choiceProgress(
  parts: readonly PartNeed[],
  { id, rule, wanted }: ChoiceNeed,
  isDone: (part: PartNeed) => boolean,
): ChoiceProgress {
  const members = parts.filter((part) => part.choice === id);
  const free = members.filter((part) => rule === 'level' || !part.required);
  const fixed = members.filter((part) => rule === 'pick' && part.required);
  return {
    made: free.filter(isDone).length,
    wanted: Math.min(rule === 'level' ? 1 : wanted, free.length),
    fixedMade: fixed.filter(isDone).length,
    fixed: fixed.length,
  };
}

/**
 * The part that keeps another from being begun: the one in front of it that is not complete yet; where that belongs to a
 * choice, the choice as a whole counts, and what is told is the first of its parts that is not complete. Null if it can
 * be begun; what already holds work stays open, so that nobody is locked out of it. Parts of one choice never wait for
 * each other: which of them are made is for the learner to say.
 */
export function waitsFor<T extends PartNeed>(
  parts: readonly T[],
  choices: readonly ChoiceNeed[],
  progress: PieceProgress,
  partId: string,
): T | null {
  const index = parts.findIndex(({ id }) => id === partId);
  const before = parts[index - 1];
  if (!before || !parts[index]!.waits || partBegun(progress, partId)) return null;
  const isDone = (part: PartNeed): boolean => partComplete(progress, part);
  const choice = choices.find(({ id }) => id === before.choice);
  if (!choice) return isDone(before) ? null : before;
  if (parts[index]!.choice === choice.id) return null;
  const { made, wanted, fixedMade, fixed } = choiceProgress(parts, choice, isDone);
  if (made >= wanted && fixedMade >= fixed) return null;
  return parts.find((part) => part.choice === choice.id && !isDone(part)) ?? null;
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
  for (const choice of choices) {
    const { made, wanted, fixedMade, fixed } = choiceProgress(parts, choice, ({ id }) => done.has(id));
    count.done += Math.min(made, wanted) + fixedMade;
    count.of += wanted + fixed;
    if (made < wanted) short.push({ choice: choice.id, done: made, wanted });
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
