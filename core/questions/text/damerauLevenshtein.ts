/**
 * How many slips of the pen lie between two texts: letters that are missing, too many, wrong, or two beside each other
 * that changed places. It is the restricted edit distance (optimal string alignment) of Damerau, "A technique for computer
 * detection and correction of spelling errors", CACM 7 (1964), with Levenshtein's recurrence.
 *
 * @param most where there are more slips, the answer is `most + 1`, and little is computed
 * @returns counted in letters as people see them, in any script
 */
export function slipsBetween(one: string, other: string, most: number): number {
  const [from, to] = [lettersOf(one), lettersOf(other)];
  if (Math.abs(from.length - to.length) > most) return most + 1;
  let [before, last]: [number[], number[]] = [[], to.map((_, column) => column)];
  last.push(to.length);
  for (let row = 1; row <= from.length; row++) {
    const now = [row];
    for (let column = 1; column <= to.length; column++) {
      const same = from[row - 1] === to[column - 1];
      let least = Math.min(last[column]! + 1, now[column - 1]! + 1, last[column - 1]! + (same ? 0 : 1));
      const swapped = row > 1 && column > 1 && from[row - 1] === to[column - 2] && from[row - 2] === to[column - 1];
      if (swapped) least = Math.min(least, before[column - 2]! + 1);
      now.push(least);
    }
    if (Math.min(...now) > most) return most + 1;
    [before, last] = [last, now];
  }
  return Math.min(last[to.length]!, most + 1);
}

const segmenter = new Intl.Segmenter(undefined, { granularity: 'grapheme' });

/** The letters of a text as people see them: a letter with its accents is one. */
export const lettersOf = (text: string): string[] => [...segmenter.segment(text)].map(({ segment }) => segment);
