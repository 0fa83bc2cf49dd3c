import { lettersOf, slipsBetween } from './damerauLevenshtein';

/** What counts in a short answer; what does not may be left out or written otherwise. */
export interface WordRules {
  /** Whether large and small letters are told apart. */
  letterCase: boolean;
  accents: boolean;
  hyphens: boolean;
  /** Whether words must be apart as they are in the answer; how many spaces there are never counts. */
  spaces: boolean;
  /** Whether one slip of a letter is forgiven in words of at least SHORTEST_FORGIVEN letters. */
  oneSlip: boolean;
}

export const USUAL_WORD_RULES: WordRules = {
  letterCase: false,
  accents: true,
  hyphens: false,
  spaces: true,
  oneSlip: false,
};

/** Of shorter words one slip makes another word. */
export const SHORTEST_FORGIVEN = 4;

/**
 * Marks above and below letters of these scripts are accents. In others, as in Devanagari or Thai, such marks are the
 * vowels, and leaving them out would leave another word.
 */
const ACCENTED = /([\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}])\p{Mn}+/gu;

const HYPHENS = /[\p{Pd}\u00AD\u2010\u2011]/gu;
/** Marks that are written in several ways and mean the same. */
const APOSTROPHES = /[\u2018\u2019\u02BC\u0060\u00B4]/g;
const QUOTES = /[\u201C-\u201F\u00AB\u00BB]/g;

/** Large letters first, then small ones: so that "ß" and "SS" are the same, and every sigma. */
const withoutCase = (text: string): string =>
  text
    .toUpperCase()
    .toLowerCase()
    .replace(/i\u0307/g, 'i')
    .replace(/ς/g, 'σ');

function compared(text: string, { letterCase, accents, spaces }: WordRules, hyphen: string | null): string {
  let form = text.normalize('NFKC').replace(APOSTROPHES, "'").replace(QUOTES, '"');
  if (!letterCase) form = withoutCase(form);
  if (!accents) form = form.normalize('NFD').replace(ACCENTED, '$1');
  form = form.normalize('NFC').replace(HYPHENS, hyphen ?? '-');
  return spaces ? form.replace(/\s+/gu, ' ').trim() : form.replace(/\s+/gu, '');
}

/** Where hyphens don't count, "co-operate" is "cooperate" as well as "co operate". */
const hyphenForms = ({ hyphens }: WordRules): (string | null)[] => (hyphens ? [null] : ['', ' ']);

const mayForgive = (form: string): boolean => lettersOf(form).length >= SHORTEST_FORGIVEN && !/\p{Nd}/u.test(form);

/**
 * Whether an answer says the same as what is accepted, by the teacher's rules, in any script.
 *
 * Texts are compared in Unicode's form NFKC, so that it does not matter how a letter with its accent was typed.
 */
export function sameWords(answer: string, accepted: string, rules: WordRules): boolean {
  return hyphenForms(rules).some((hyphen) => {
    const [given, wanted] = [compared(answer, rules, hyphen), compared(accepted, rules, hyphen)];
    if (given === wanted) return given !== '';
    return rules.oneSlip && mayForgive(wanted) && slipsBetween(given, wanted, 1) === 1;
  });
}
