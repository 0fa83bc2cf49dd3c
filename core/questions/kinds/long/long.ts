import { textOf } from '../../../contract/readRaw';
import type { QuestionKind } from '../../questionKind';

/** A long answer, in the learner's own words: a teacher reads it, and says what it earns. */
export type LongSettings = Record<string, never>;
export type LongAsked = Record<string, never>;

export interface LongAnswer {
  text: string;
}

/** In characters. */
export const LONG_LIMITS = { text: 5_000 };
/** Stands below what is asked, in a letter. */
const ROOM = '____';

export const long: QuestionKind<LongSettings, LongAsked, LongAnswer> = {
  newSettings: () => ({}),
  readSettings: () => ({}),
  options: () => [],
  filled: (settings) => settings,
  trouble: () => null,
  asked: () => ({}),
  readAnswer(_, value) {
    const text = textOf((value as LongAnswer | null)?.text, LONG_LIMITS.text);
    return text.trim() === '' ? null : { text };
  },
  complete: () => true,
  inWords: (_, { text }) => text,
  /** A teacher has to look. */
  share: () => null,
  written: () => ({ lines: [ROOM] }),
  right: () => null,
};
