import { flagOf, type Raw } from '../../../contract/readRaw';
import { isEmptyOption, knownIds, optionWords, readOptions, type Option } from '../../option';
import { asShare, filledOptions, type QuestionKind } from '../../questionKind';

/** One of several options is right, or several of them are. */
export interface ChooseSettings {
  options: Option[];
  /** Ids of those that are right. */
  right: string[];
  /** Whether several may be chosen. */
  several: boolean;
  /** Whether each learner has them in another order. */
  shuffled: boolean;
}

export interface ChooseAsked {
  options: Option[];
  several: boolean;
  /** Whether it does not matter in which order they stand. */
  shuffled: boolean;
}

/** What was chosen, in the order of the options. */
export interface ChooseAnswer {
  chosen: string[];
}

/**
 * Of several, each right one earns its part and each wrong one takes as much away, never below nothing: choosing all of
 * them earns no more than choosing none. (Right minus wrong, as in M. A. Albanese and D. L. Sabers, "Multiple true-false
 * items: A study of interitem correlations, scoring alternatives, and reliability estimation", Journal of Educational
 * Measurement 25, 1988.) Of one, it is all or nothing.
 */
function shareOf({ right, several }: ChooseSettings, { chosen }: ChooseAnswer): number {
  const hits = chosen.filter((id) => right.includes(id)).length;
  if (!several) return chosen.length === 1 && hits === 1 ? 1 : 0;
  return asShare((hits - (chosen.length - hits)) / right.length);
}

export const choose: QuestionKind<ChooseSettings, ChooseAsked, ChooseAnswer> = {
  newSettings: () => ({ options: [], right: [], several: false, shuffled: true }),
  readSettings(raw: Raw) {
    const options = readOptions(raw.options);
    const right = knownIds(raw.right, options);
    return {
      options,
      right,
      several: flagOf(raw.several) ?? right.length > 1,
      shuffled: flagOf(raw.shuffled) ?? true,
    };
  },
  options: ({ options }) => options,
  filled: (settings, fill) => ({ ...settings, options: filledOptions(settings.options, fill) }),
  trouble({ options, right, several }, name) {
    if (options.length < 2) return `${name} needs at least two options.`;
    if (options.some(isEmptyOption)) return `${name} has an option with nothing in it.`;
    if (right.length === 0) return `${name} needs a right option.`;
    return !several && right.length > 1 ? `${name} lets one be chosen, and has several that are right.` : null;
  },
  asked: ({ options, several, shuffled }, shuffle) => ({
    options: shuffled ? shuffle(options) : options,
    several,
    shuffled,
  }),
  laidOut: (asked, shuffle) => (asked.shuffled ? { ...asked, options: shuffle(asked.options) } : asked),
  readAnswer({ options, several }, value) {
    const chosen = knownIds((value as ChooseAnswer | null)?.chosen, options);
    if (chosen.length === 0 || (!several && chosen.length > 1)) return null;
    return { chosen: options.filter(({ id }) => chosen.includes(id)).map(({ id }) => id) };
  },
  complete: () => true,
  inWords: ({ options }, { chosen }) => chosen.map((id) => optionWords(options, id)).join(', '),
  share: shareOf,
  written: ({ options, right }) => ({
    lines: options.map(({ id, words }) => `- ${words}${right.includes(id) ? ' *' : ''}`),
  }),
  right: ({ options, right }) => ({ chosen: options.filter(({ id }) => right.includes(id)).map(({ id }) => id) }),
};
