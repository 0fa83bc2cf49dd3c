/** Which word is heard when: for a voice that says no more than a sound and its phonemes. */

export interface SpokenWord {
  /** Where it lies in the text: from `start` up to `end`. */
  start: number;
  end: number;
  /** How long one rests behind it, as a multiple of a phoneme. */
  pause: number;
}

/** Rests that a voice makes behind marks, in phonemes: about 60 ms each at an even pace. */
const PAUSES: readonly [RegExp, number][] = [
  [/[.!?…]/u, 6],
  [/[,;:–]/u, 3],
  [/\n/, 6],
];
const WORD = /[\p{L}\p{N}]+(?:['’.,-][\p{L}\p{N}]+)*/gu;

/** The words of a text, with the rests behind them. */
export function spokenWords(text: string): SpokenWord[] {
  const found = [...text.matchAll(WORD)];
  return found.map((match, i) => {
    const end = match.index + match[0].length;
    const between = text.slice(end, found[i + 1]?.index ?? text.length);
    return {
      start: match.index,
      end,
      pause: PAUSES.reduce((most, [mark, rest]) => (mark.test(between) ? Math.max(most, rest) : most), 0),
    };
  });
}

/**
 * How many phonemes each word has, from what espeak-ng writes with `-x --sep=_`: words apart by spaces and lines,
 * phonemes by underscores.
 *
 * @returns null where its words are not those of the text (numbers are read out as several)
 */
export function phonemeCounts(written: string, words: number): number[] | null {
  const groups = written.split(/\s+/).filter(Boolean);
  return groups.length === words ? groups.map((group) => group.split('_').length) : null;
}

/**
 * When each word begins, in seconds: the sound is shared out by phonemes and rests; without phonemes, by letters.
 *
 * @param seconds length of the whole sound
 */
export function wordTimes(words: readonly SpokenWord[], counts: readonly number[] | null, seconds: number): number[] {
  const weights = words.map(({ start, end }, i) => counts?.[i] ?? Math.max(1, (end - start) * 0.8));
  // Behind the last word the sound ends.
  const rests = words.map(({ pause }, i) => (i === words.length - 1 ? 0 : pause));
  const total = [...weights, ...rests].reduce((sum, seconds) => sum + seconds, 0) || 1;
  let offset = 0;
  return words.map((_, i) => {
    const begins = (offset / total) * seconds;
    offset += weights[i]! + rests[i]!;
    return begins;
  });
}

/** The word that is heard at a moment; -1 before the first. `times` are in order. */
export function wordAt(times: readonly number[], second: number): number {
  let found = -1;
  for (let i = 0; i < times.length && times[i]! <= second; i++) found = i;
  return found;
}
