/**
 * What the computation has to know of a kind of question. Each kind is one folder in `kinds/`, with one line in the
 * registry; nothing outside of it asks which kind a question is.
 */
import type { Raw } from '../contract/readRaw';
import type { DecimalMark } from './numbers/typedNumber';
import type { Option } from './option';

/** What is the same for everybody who answers at a school. */
export interface School {
  decimalMark: DecimalMark;
}

/** No school has said otherwise yet. */
export const USUAL_SCHOOL: School = { decimalMark: 'point' };

/**
 * A kind of question. It is given what is its own: its settings, which hold what is right, what of them learners see,
 * and an answer. Right answers are nowhere but in the settings, and `asked` is all of them that leaves the school.
 *
 * Its functions are methods, so that the registry can hand any of them a question whose kind is only known when it
 * runs.
 */
export interface QuestionKind<Settings extends object, Asked extends object, Answer extends object> {
  /** Nothing is right, so that nothing is earned. */
  readonly unmarked?: true;
  /** Settings of a new question. */
  newSettings(): Settings;
  /** Reads settings from anything: what is not in shape is left out, what is too long is cut. It never throws. */
  readSettings(raw: Raw): Settings;
  /** Everything that is laid out to be chosen or put somewhere. */
  options(settings: Settings): readonly Option[];
  /** A template's settings with the numbers of a variant in them. */
  filled(settings: Settings, fill: Fill): Settings;
  /** What keeps the question called `name` from being set, as a sentence; null for nothing. */
  trouble(settings: Settings, name: string): string | null;
  /**
   * What learners see of it. Where an order would tell what is right, it is another one.
   * @param shuffle puts a list in an order that is always the same for this learner and this question
   */
  asked(settings: Settings, shuffle: Shuffle): Asked;
  /** Reads an answer from anything; null for none. What it names that is not asked is left out. */
  readAnswer(asked: Asked, value: unknown): Answer | null;
  /** Whether all that is asked for has been answered. */
  complete(asked: Asked, answer: Answer): boolean;
  /** An answer in words, for people. */
  inWords(asked: Asked, answer: Answer): string;
  /**
   * What share of the marks an answer earns, from 0 to 1; null where a teacher has to look, or where nothing is right.
   * How part of the marks is earned stands with each kind.
   */
  share(settings: Settings, answer: Answer, school: School): number | null;
  /** The answer that earns all marks; null where there is none. */
  right(settings: Settings, school: School): Answer | null;
  /** Ids of other parts of the activity in which it is answered. */
  parts?(settings: Settings): readonly string[];
  /** What is laid out in another order, for one learner; where an order would tell what is right, it stays. */
  laidOut?(asked: Asked, shuffle: Shuffle): Asked;
  /** How far an answer says that something holds, from 0 to 1; null where it says no such thing. */
  level?(answer: Answer): number | null;
  /** As a teacher writes it in a letter, below what is asked; null for what can't be written in words. */
  written(settings: Settings, school: School): Written | null;
}

/** A question's settings in the lines of a letter, as `paste/pastedQuestions` reads them. */
export interface Written {
  /** Stands in the place of what is asked, where the text itself holds what is right. */
  asked?: string;
  lines: string[];
}

/** Puts the numbers of a variant into a template. */
export interface Fill {
  /** A text in which sums in braces, as `{a * b}`, are written out. */
  text: (text: string) => string;
  /** What a sum comes to. */
  number: (sum: string) => number;
}

/** Options with the numbers of a variant in their words. */
export const filledOptions = (options: readonly Option[], { text }: Fill): Option[] =>
  options.map((option) => ({ ...option, words: text(option.words) }));

/** A list in another order. It is told the ids, and decides by them alone. */
export type Shuffle = <T extends { id: string }>(list: readonly T[]) => T[];

/** A share that is a number from 0 to 1, whatever was computed. */
export const asShare = (value: number): number => (Number.isFinite(value) ? Math.min(1, Math.max(0, value)) : 0);
