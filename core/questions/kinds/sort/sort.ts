import { isId } from '../../../contract/ids';
import { distinct, listOf, rawOf, textOf, type Raw } from '../../../contract/readRaw';
import { isEmptyOption, knownPairs, OPTION_LIMITS, optionWords, readOption, type Option } from '../../option';
import { asShare, type QuestionKind } from '../../questionKind';

export interface Basket {
  id: string;
  title: string;
}

/** Things that belong into groups. */
export interface SortSettings {
  baskets: Basket[];
  /** Each with the basket that it belongs into. */
  things: { option: Option; basket: string }[];
}

export interface SortAsked {
  baskets: Basket[];
  options: Option[];
}

/** What was put where: ids of things and of baskets. */
export interface SortAnswer {
  pairs: [string, string][];
}

const MOST_BASKETS = 8;
const options = ({ things }: SortSettings): Option[] => things.map(({ option }) => option);

/** Each thing that lies where it belongs earns its part. */
const shareOf = ({ things }: SortSettings, answer: SortAnswer): number => {
  const put = new Map(answer.pairs);
  return asShare(things.filter(({ option, basket }) => put.get(option.id) === basket).length / things.length);
};

export const sort: QuestionKind<SortSettings, SortAsked, SortAnswer> = {
  newSettings: () => ({ baskets: [], things: [] }),
  readSettings(raw: Raw) {
    const baskets = distinct(
      listOf(raw.baskets, MOST_BASKETS).flatMap(({ id, title }) =>
        isId(id) ? [{ id, title: textOf(title, OPTION_LIMITS.words) }] : [],
      ),
      ({ id }) => id,
    );
    const known = new Set(baskets.map(({ id }) => id));
    const things = listOf(raw.things, OPTION_LIMITS.options).flatMap(({ option, basket }) => {
      const read = readOption(rawOf(option));
      return read && typeof basket === 'string' && known.has(basket) ? [{ option: read, basket }] : [];
    });
    return { baskets, things: distinct(things, ({ option }) => option.id) };
  },
  options,
  filled: (settings, fill) => ({
    baskets: settings.baskets.map(({ id, title }) => ({ id, title: fill.text(title) })),
    things: settings.things.map(({ option, basket }) => ({
      option: { ...option, words: fill.text(option.words) },
      basket,
    })),
  }),
  trouble(settings, name) {
    if (settings.baskets.length < 2) return `${name} needs at least two groups to sort into.`;
    if (settings.baskets.some(({ title }) => title.trim() === '')) return `${name} has a group without a name.`;
    if (settings.things.length < 2) return `${name} needs at least two things to sort.`;
    return options(settings).some(isEmptyOption) ? `${name} has something to sort with nothing in it.` : null;
  },
  asked: (settings, shuffle) => ({ baskets: settings.baskets, options: shuffle(options(settings)) }),
  laidOut: (asked, shuffle) => ({ ...asked, options: shuffle(asked.options) }),
  readAnswer(asked, value) {
    const pairs = knownPairs((value as SortAnswer | null)?.pairs, asked.options, asked.baskets);
    return pairs.length === 0 ? null : { pairs };
  },
  complete: (asked, { pairs }) => pairs.length === asked.options.length,
  inWords: (asked, { pairs }) =>
    asked.baskets
      .map(({ id, title }) => {
        const inside = pairs.filter(([, basket]) => basket === id).map(([thing]) => optionWords(asked.options, thing));
        return `${title}: ${inside.join(', ') || 'nothing'}`;
      })
      .join('; '),
  share: shareOf,
  written: ({ baskets, things }) => ({
    lines: things.map(
      ({ option, basket }) => `${option.words} -> ${baskets.find(({ id }) => id === basket)?.title ?? ''}`,
    ),
  }),
  right: ({ things }) => ({ pairs: things.map(({ option, basket }) => [option.id, basket]) }),
};
