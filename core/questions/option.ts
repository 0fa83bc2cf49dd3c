import { isId } from '../contract/ids';
import { distinct, listOf, textOf, type Raw } from '../contract/readRaw';

/** Something to choose, to match or to put somewhere: words, a picture, a sound, or several of them. */
export interface Option {
  /** Made at random, so that it tells nothing of what is right. */
  id: string;
  words: string;
  /** A file of the activity, or null. */
  picture: string | null;
  sound: string | null;
}

/** Of a question. */
export const OPTION_LIMITS = { options: 40, words: 500 };

const mediaOf = (value: unknown): string | null => (isId(value) ? value : null);

export function readOption(raw: Raw): Option | null {
  const { id, words, picture, sound } = raw;
  if (!isId(id)) return null;
  return { id, words: textOf(words, OPTION_LIMITS.words), picture: mediaOf(picture), sound: mediaOf(sound) };
}

/** Reads options from anything; of two with the same id the first stays. */
export const readOptions = (value: unknown): Option[] =>
  distinct(
    listOf(value, OPTION_LIMITS.options).flatMap((raw) => readOption(raw) ?? []),
    ({ id }) => id,
  );

/** Whether there is nothing to see or hear of it. */
export const isEmptyOption = ({ words, picture, sound }: Option): boolean =>
  words.trim() === '' && picture === null && sound === null;

/** What an option is called in words: a picture or a sound alone has none. */
export const optionWords = (options: readonly Option[], id: string): string => {
  const option = options.find((known) => known.id === id);
  return option?.words || (option?.picture ? 'a picture' : 'a sound');
};

/** Ids out of a list of anything that are among the known ones, each once, in their order. */
export const knownIds = (value: unknown, known: readonly { id: string }[]): string[] => {
  const ids = new Set(known.map(({ id }) => id));
  const named = Array.isArray(value) ? value.slice(0, OPTION_LIMITS.options * 2) : [];
  return [...new Set(named.filter((id): id is string => typeof id === 'string' && ids.has(id)))];
};

/**
 * What was laid to what, read from anything: pairs of ids, of which the first is among `from` and the second among `to`.
 * Each of `from` is laid once; what comes later does not count.
 */
export function knownPairs(
  value: unknown,
  from: readonly { id: string }[],
  to: readonly { id: string }[],
): [string, string][] {
  const [left, right] = [new Set(from.map(({ id }) => id)), new Set(to.map(({ id }) => id))];
  const named = Array.isArray(value) ? value.slice(0, OPTION_LIMITS.options * 2) : [];
  const pairs = named.filter(
    (pair): pair is [string, string] =>
      Array.isArray(pair) && pair.length === 2 && left.has(pair[0] as string) && right.has(pair[1] as string),
  );
  return distinct(
    pairs.map(([one, other]): [string, string] => [one, other]),
    ([one]) => one,
  );
}
