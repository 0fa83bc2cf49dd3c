import type { Raw } from '../../../contract/readRaw';
import { isEmptyOption, knownIds, optionWords, readOptions, type Option } from '../../option';
import { asShare, filledOptions, type QuestionKind } from '../../questionKind';

/** Things that belong in one order, in which they stand here. */
export interface OrderSettings {
  options: Option[];
}

export interface OrderAsked {
  /** In no right order, and in none that the right one comes of by moving the first things to the end. */
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

/** What stands first goes last, so many times. */
const turned = <T>(all: readonly T[], times: number): T[] => [...all.slice(times), ...all.slice(0, times)];

/** Whether one order comes of the other by moving what stands first to the end, however often. */
function isTurnOf(one: readonly Option[], other: readonly Option[]): boolean {
  const start = other.findIndex(({ id }) => id === one[0]?.id);
  return turned(other, start).every(({ id }, index) => id === one[index]?.id);
}

/** Two things can only stand the other way round; of more, two that change places break every turn of the right order. */
function neverRight(right: readonly Option[], shuffled: readonly Option[]): Option[] {
  if (right.length < 3) return turned(right, 1);
  const [first, second, ...rest] = shuffled;
  return isTurnOf(shuffled, right) ? [second!, first!, ...rest] : [...shuffled];
}

export const order: QuestionKind<OrderSettings, OrderAsked, OrderAnswer> = {
  newSettings: () => ({ options: [] }),
  readSettings: (raw: Raw) => ({ options: readOptions(raw.options) }),
  options: ({ options }) => options,
  filled: (settings, fill) => ({ options: filledOptions(settings.options, fill) }),
  trouble({ options }, name) {
    if (options.length < 2) return `${name} needs at least two things to put in order.`;
    return options.some(isEmptyOption) ? `${name} has something to put in order with nothing in it.` : null;
  },
  asked: ({ options }, shuffle) => ({ options: neverRight(options, shuffle(options)) }),
  // A device does not know which order is right: it turns what it got, and no turn of that is right.
  laidOut({ options }, shuffle) {
    if (options.length < 3) return { options };
    const [first] = shuffle(options);
    return { options: turned(options, options.indexOf(first!)) };
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
