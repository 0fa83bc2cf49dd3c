import { isId } from '../../contract/ids';
import { DEFINITION_LIMITS } from '../../contract/definitionLimits';
import { flagOf, textsOf, wholeOf, withoutUndefined } from '../../contract/readRaw';
import { answerWords, partsWithWords } from '../../words/answers';
import { countWords } from '../../words/countWords';
import { wordCountWords } from '../../words/wordCount';
import { definePart, pagesComplete, type AnySettings } from '../partKind';

export interface WordsSettings extends AnySettings {
  /** Sentences that are begun. */
  openings?: string[];
  /** Id of a picture to write about. */
  picture?: string;
  leastWords?: number;
  mostWords?: number;
}

export interface WordsView {
  openings: string[];
  picture: string | null;
  /** How many words there must and may be; null for no limit. */
  leastWords: number | null;
  mostWords: number | null;
}

export interface WordsAnswer {
  /** How many words are written. */
  words: number;
}

/** A longer written answer. */
export const wordsPart = definePart<WordsSettings, WordsView, WordsAnswer>({
  sign: 'M18 26h64M18 42h64M18 58h44M18 74h28M62 78l20-22 8 8-22 18-8 2Z',
  newSettings: () => ({}),
  readSettings: (raw) =>
    withoutUndefined({
      onPaper: flagOf(raw.onPaper),
      leastWords: wholeOf(raw.leastWords, 1, DEFINITION_LIMITS.words),
      mostWords: wholeOf(raw.mostWords, 1, DEFINITION_LIMITS.words),
      picture: isId(raw.picture) ? raw.picture : undefined,
      openings: textsOf(raw.openings, DEFINITION_LIMITS.openings, DEFINITION_LIMITS.line),
    }),
  view: ({ openings = [], picture = null, leastWords = null, mostWords = null }) => ({
    openings,
    picture,
    leastWords,
    mostWords,
  }),
  trouble: ({ leastWords, mostWords }, name) =>
    leastWords !== undefined && mostWords !== undefined && leastWords > mostWords
      ? `${name} asks for at least ${leastWords} words and at most ${mostWords}.`
      : null,
  media: ({ picture }) => (picture === undefined ? [] : [picture]),
  answers(doc) {
    const counts = partsWithWords(doc).map((id) => [id, { words: countWords(answerWords(doc, id)) }] as const);
    return new Map(counts.filter(([, { words }]) => words > 0));
  },
  isComplete: ({ leastWords, mostWords }, answer, content) =>
    answer ? answer.words >= (leastWords ?? 1) && answer.words <= (mostWords ?? Infinity) : pagesComplete(content),
  lacking: ({ leastWords, mostWords }, answer) => answer && wordCountWords(answer.words, leastWords, mostWords),
  text: (doc, part) => answerWords(doc, part),
});
