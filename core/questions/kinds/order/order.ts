import type { Raw } from '../../../contract/readRaw';
import { isEmptyOption, knownIds, optionWords, readOptions, type Option } from '../../option';
import { asShare, filledOptions, type QuestionKind } from '../../questionKind';

/** Things that belong in one order, in which they stand here. */
export interface OrderSettings {
  options: Option[];
}

export interface OrderAsked {
  /** In an order of this learner's own, which is never the right one. */
  options: Option[];
}

export interface OrderAnswer {
  order: string[];
}

/**
 * Kendall's tau (M. G. Kendall, "A new measure of rank correlation", Biometrika 30, 1938), where it is above nothing: of
 * all pairs, those in the right order minus those that are turned round, as a share of all. So two neighbours that
 * changed places cost little, an order by chance earns nothing on the average, and one turned round earns nothing.
 */
function shareOf({ options }: OrderSettings, { order }: OrderAnswer): number {
  const place = new Map(order.map((id, index) => [id, index]));
  let [right, turned] = [0, 0];
  options.forEach(({ id }, index) => {
    for (const later of options.slice(index + 1)) {
      const [here, there] = [place.get(id), place.get(later.id)];
      if (here === undefined || there === undefined) continue;
      if (here < there) right += 1;
      else turned += 1;
    }
  });
  return asShare((2 * (right - turned)) / (options.length * (options.length - 1)));
}

const inOrder = (one: readonly Option[], other: readonly Option[]): boolean =>
  one.every(({ id }, index) => id === other[index]?.id);

export const order: QuestionKind<OrderSettings, OrderAsked, OrderAnswer> = {
  newSettings: () => ({ options: [] }),
  readSettings: (raw: Raw) => ({ options: readOptions(raw.options) }),
  options: ({ options }) => options,
  filled: (settings, fill) => ({ options: filledOptions(settings.options, fill) }),
  trouble({ options }, name) {
    if (options.length < 2) return `${name} needs at least two things to put in order.`;
    return options.some(isEmptyOption) ? `${name} has something to put in order with nothing in it.` : null;
  },
  asked({ options }, shuffle) {
    const shuffled = shuffle(options);
    // Turned by one, where chance would have given the answer away.
    return { options: inOrder(shuffled, options) ? [...options.slice(1), ...options.slice(0, 1)] : shuffled };
  },
  readAnswer({ options }, value) {
    const named = knownIds((value as OrderAnswer | null)?.order, options);
    return named.length === 0 ? null : { order: named };
  },
  complete: ({ options }, answer) => answer.order.length === options.length,
  inWords: ({ options }, answer) =>
    answer.order.map((id, index) => `${index + 1} ${optionWords(options, id)}`).join(', '),
  share: shareOf,
  written: ({ options }) => ({ lines: options.map(({ words }, index) => `${index + 1}. ${words}`) }),
  right: ({ options }) => ({ order: options.map(({ id }) => id) }),
};
