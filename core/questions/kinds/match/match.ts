import { distinct, listOf, rawOf, type Raw } from '../../../contract/readRaw';
import {
  isEmptyOption,
  knownPairs,
  OPTION_LIMITS,
  optionWords,
  readOption,
  readOptions,
  type Option,
} from '../../option';
import { asShare, filledOptions, type QuestionKind } from '../../questionKind';

/** Pairs that belong together, and perhaps a few that belong to nothing. */
export interface MatchSettings {
  pairs: { from: Option; to: Option }[];
  /** Beside those that something is laid to. */
  spare: Option[];
}

export interface MatchAsked {
  from: Option[];
  /** In an order of its own. */
  to: Option[];
}

/** What was laid to what: ids of both sides. */
export interface MatchAnswer {
  pairs: [string, string][];
}

const sources = ({ pairs }: MatchSettings): Option[] => pairs.map(({ from }) => from);
const targets = ({ pairs, spare }: MatchSettings): Option[] => [...pairs.map(({ to }) => to), ...spare];

/** Each pair that is right earns its part; a wrong one takes nothing away, as it has cost the right one already. */
const shareOf = ({ pairs }: MatchSettings, answer: MatchAnswer): number => {
  const laid = new Map(answer.pairs);
  return asShare(pairs.filter(({ from, to }) => laid.get(from.id) === to.id).length / pairs.length);
};

export const match: QuestionKind<MatchSettings, MatchAsked, MatchAnswer> = {
  newSettings: () => ({ pairs: [], spare: [] }),
  readSettings(raw: Raw) {
    const read = listOf(raw.pairs, OPTION_LIMITS.options).flatMap((pair) => {
      const [from, to] = [readOption(rawOf(pair.from)), readOption(rawOf(pair.to))];
      return from && to ? [{ from, to }] : [];
    });
    const pairs = distinct(
      distinct(read, ({ from }) => from.id),
      ({ to }) => to.id,
    );
    const taken = new Set(pairs.map(({ to }) => to.id));
    return { pairs, spare: readOptions(raw.spare).filter(({ id }) => !taken.has(id)) };
  },
  options: targets,
  filled: (settings, fill) => ({
    pairs: settings.pairs.map(({ from, to }) => ({
      from: { ...from, words: fill.text(from.words) },
      to: { ...to, words: fill.text(to.words) },
    })),
    spare: filledOptions(settings.spare, fill),
  }),
  trouble(settings, name) {
    if (settings.pairs.length < 2) return `${name} needs at least two pairs.`;
    const all = [...sources(settings), ...targets(settings)];
    return all.some(isEmptyOption) ? `${name} has a pair with nothing on one side.` : null;
  },
  asked: (settings, shuffle) => ({ from: sources(settings), to: shuffle(targets(settings)) }),
  laidOut: ({ from, to }, shuffle) => ({ from: shuffle(from), to: shuffle(to) }),
  readAnswer({ from, to }, value) {
    const laid = knownPairs((value as MatchAnswer | null)?.pairs, from, to);
    // To one thing only one is laid.
    const pairs = distinct(laid, ([, target]) => target);
    return pairs.length === 0 ? null : { pairs };
  },
  complete: ({ from }, { pairs }) => pairs.length === from.length,
  inWords: ({ from, to }, { pairs }) =>
    pairs.map(([one, other]) => `${optionWords(from, one)}: ${optionWords(to, other)}`).join('; '),
  share: shareOf,
  written: ({ pairs }) => ({ lines: pairs.map(({ from, to }) => `${from.words} -> ${to.words}`) }),
  right: ({ pairs }) => ({ pairs: pairs.map(({ from, to }) => [from.id, to.id]) }),
};
