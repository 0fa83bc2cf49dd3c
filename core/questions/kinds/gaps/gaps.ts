import { isId } from '../../../contract/ids';
import { distinct, listOf, rawOf, textOf, textsOf, type Raw } from '../../../contract/readRaw';
import { asShare, type QuestionKind } from '../../questionKind';
import { sameWords, USUAL_WORD_RULES, type WordRules } from '../../text/sameWords';
import { readAccepted, readWordRules, SHORT_WORDS_LIMITS } from '../words/words';

/** A place in a text where something is missing. */
export interface Gap {
  id: string;
  /** Each of them is right. */
  accepted: string[];
  /** What is chosen from, the right one among it; null where it is typed. */
  list: string[] | null;
}

/** A text with gaps. Between the texts stand the gaps: there is one text more than there are gaps. */
export interface GapsSettings {
  texts: string[];
  gaps: Gap[];
  rules: WordRules;
}

export interface GapsAsked {
  texts: string[];
  gaps: { id: string; list: string[] | null }[];
}

/** What was put into which gap: its id, and the words. */
export interface GapsAnswer {
  filled: [string, string][];
}

const LIMITS = { gaps: 30, text: 2_000, list: 20 };
/** A list is chosen from as it stands. */
const EXACT: WordRules = { letterCase: true, accents: true, hyphens: true, spaces: true, oneSlip: false };

const isRight = ({ accepted, list }: Gap, filled: string, rules: WordRules): boolean =>
  accepted.some((text) => sameWords(filled, text, list ? EXACT : rules));

/** Each gap that is right earns its part. */
const shareOf = ({ gaps, rules }: GapsSettings, answer: GapsAnswer): number => {
  const filled = new Map(answer.filled);
  return asShare(gaps.filter((gap) => isRight(gap, filled.get(gap.id) ?? '', rules)).length / gaps.length);
};

const readGap = ({ id, accepted, list }: Raw): Gap[] => {
  if (!isId(id)) return [];
  const choices = textsOf(list, LIMITS.list, SHORT_WORDS_LIMITS.words)?.filter((text) => text.trim() !== '');
  return [{ id, accepted: readAccepted(accepted), list: choices ? [...new Set(choices)] : null }];
};

/** What is accepted, or what is chosen from with a mark behind what is right, as a letter has it in brackets. */
const fillingWords = ({ accepted, list }: Gap): string =>
  list ? list.map((text) => `${text}${accepted.includes(text) ? '*' : ''}`).join(' / ') : accepted.join('|');

function troubleOf({ texts, gaps }: GapsSettings, name: string): string | null {
  if (gaps.length === 0) return `${name} needs a gap in its text.`;
  if (gaps.some(({ accepted }) => accepted.length === 0)) return `${name} has a gap that nothing is right for.`;
  const unlisted = gaps.some(({ accepted, list }) => list && !accepted.some((text) => list.includes(text)));
  if (unlisted) return `${name} has a gap whose right answer is not in its list.`;
  return texts.every((text) => text.trim() === '') ? `${name} needs a text around its gaps.` : null;
}

export const gaps: QuestionKind<GapsSettings, GapsAsked, GapsAnswer> = {
  newSettings: () => ({ texts: [''], gaps: [], rules: USUAL_WORD_RULES }),
  readSettings(raw: Raw) {
    const read = distinct(listOf(raw.gaps, LIMITS.gaps).flatMap(readGap), ({ id }) => id);
    const texts = textsOf(raw.texts, LIMITS.gaps + 1, LIMITS.text) ?? [];
    return {
      texts: Array.from({ length: read.length + 1 }, (_, index) => texts[index] ?? ''),
      gaps: read,
      rules: readWordRules(rawOf(raw.rules)),
    };
  },
  options: () => [],
  filled: (settings, { text }) => ({
    ...settings,
    texts: settings.texts.map(text),
    gaps: settings.gaps.map(({ id, accepted, list }) => ({
      id,
      accepted: accepted.map(text),
      list: list && list.map(text),
    })),
  }),
  trouble: troubleOf,
  asked: (settings, shuffle) => ({
    texts: settings.texts,
    gaps: settings.gaps.map(({ id, list }) => ({
      id,
      list: list && shuffle(list.map((text) => ({ id: text }))).map((entry) => entry.id),
    })),
  }),
  readAnswer(settings, value) {
    const known = new Set(settings.gaps.map(({ id }) => id));
    const given = (value as GapsAnswer | null)?.filled;
    const filled = (Array.isArray(given) ? given.slice(0, LIMITS.gaps * 2) : []).flatMap(
      (entry): [string, string][] => {
        const [id, typed] = Array.isArray(entry) ? (entry as unknown[]) : [];
        const filling = textOf(typed, SHORT_WORDS_LIMITS.words);
        return typeof id === 'string' && known.has(id) && filling.trim() !== '' ? [[id, filling]] : [];
      },
    );
    return filled.length === 0 ? null : { filled: distinct(filled, ([id]) => id) };
  },
  complete: (asked, { filled }) => filled.length === asked.gaps.length,
  inWords({ texts, gaps: asked }, { filled }) {
    const put = new Map(filled);
    return texts.map((text, index) => text + (asked[index] ? (put.get(asked[index].id) ?? '…') : '')).join('');
  },
  share: shareOf,
  written: ({ texts, gaps: all }) => ({
    asked: texts.map((text, index) => `${text}${all[index] ? `[${fillingWords(all[index])}]` : ''}`).join(''),
    lines: [],
  }),
  right: (settings) => ({
    filled: settings.gaps.map(({ id, accepted, list }) => [
      id,
      (accepted.find((text) => list === null || list.includes(text)) ?? '').trim(),
    ]),
  }),
};
