import { flagOf, rawOf, textOf, textsOf, type Raw } from '../../../contract/readRaw';
import type { QuestionKind } from '../../questionKind';
import { sameWords, USUAL_WORD_RULES, type WordRules } from '../../text/sameWords';

/** A few words that are typed. */
export interface WordsSettings {
  /** Each of them is right. The first is shown as what was right. */
  accepted: string[];
  rules: WordRules;
}

export type WordsAsked = Record<string, never>;

export interface WordsAnswer {
  words: string;
}

export const SHORT_WORDS_LIMITS = { accepted: 40, words: 200 };

export function readWordRules(raw: Raw): WordRules {
  const usual = USUAL_WORD_RULES;
  return {
    letterCase: flagOf(raw.letterCase) ?? usual.letterCase,
    accents: flagOf(raw.accents) ?? usual.accents,
    hyphens: flagOf(raw.hyphens) ?? usual.hyphens,
    spaces: flagOf(raw.spaces) ?? usual.spaces,
    oneSlip: flagOf(raw.oneSlip) ?? usual.oneSlip,
  };
}

/** Reads what is accepted; what is empty is left out. */
export const readAccepted = (value: unknown): string[] =>
  (textsOf(value, SHORT_WORDS_LIMITS.accepted, SHORT_WORDS_LIMITS.words) ?? []).filter((text) => text.trim() !== '');

export const words: QuestionKind<WordsSettings, WordsAsked, WordsAnswer> = {
  newSettings: () => ({ accepted: [], rules: USUAL_WORD_RULES }),
  readSettings: (raw: Raw) => ({ accepted: readAccepted(raw.accepted), rules: readWordRules(rawOf(raw.rules)) }),
  options: () => [],
  filled: (settings, { text }) => ({ ...settings, accepted: settings.accepted.map(text) }),
  trouble: ({ accepted }, name) => (accepted.length === 0 ? `${name} needs an answer that is right.` : null),
  asked: () => ({}),
  readAnswer(_, value) {
    const typed = textOf((value as WordsAnswer | null)?.words, SHORT_WORDS_LIMITS.words);
    return typed.trim() === '' ? null : { words: typed };
  },
  complete: () => true,
  inWords: (_, answer) => answer.words,
  /** All or nothing: what is accepted is a matter of the list and its rules. */
  share: ({ accepted, rules }, answer) => (accepted.some((text) => sameWords(answer.words, text, rules)) ? 1 : 0),
  written: ({ accepted }) => ({ lines: accepted.map((words) => `= ${words}`) }),
  right: ({ accepted }) => (accepted[0] === undefined ? null : { words: accepted[0].trim() }),
};
