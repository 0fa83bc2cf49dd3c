/**
 * How many slips of the pen lie between two texts: letters that are missing, too many, wrong, or two beside each other
 * that changed places. It is the restricted edit distance (optimal string alignment) of Damerau, "A technique for computer
 * detection and correction of spelling errors", CACM 7 (1964), with Levenshtein's recurrence; computed only near the
 * diagonal, as by Ukkonen, "Algorithms for approximate string matching", Information and Control 64 (1985).
 *
 * @param most where there are more slips, the answer is `most + 1`; time grows with `most` and with the length of the
 *   texts, not with its square
 * @returns counted in letters as people see them, in any script
 */
export function slipsBetween(one: string, other: string, most: number): number {
  const [from, to] = [lettersOf(one), lettersOf(other)];
  const tooMany = most + 1;
  if (Math.abs(from.length - to.length) > most) return tooMany;
  const newRow = (): number[] => new Array<number>(to.length + 2).fill(tooMany);
  let [before, last, now] = [newRow(), newRow().map((_, column) => Math.min(column, tooMany)), newRow()];
  for (let row = 1; row <= from.length; row++) {
    const [first, end] = [Math.max(1, row - most), Math.min(to.length, row + most)];
    // Further from the diagonal there are more slips than asked for; three rows are used again and again.
    now[first - 1] = first === 1 ? Math.min(row, tooMany) : tooMany;
    now[end + 1] = tooMany;
    for (let column = first; column <= end; column++) {
      const same = from[row - 1] === to[column - 1];
      let least = Math.min(last[column]! + 1, now[column - 1]! + 1, last[column - 1]! + (same ? 0 : 1));
      const swapped = row > 1 && column > 1 && from[row - 1] === to[column - 2] && from[row - 2] === to[column - 1];
      if (swapped) least = Math.min(least, before[column - 2]! + 1);
      now[column] = Math.min(least, tooMany);
    }
    [before, last, now] = [last, now, before];
  }
  return last[to.length]!;
}

const segmenter = new Intl.Segmenter(undefined, { granularity: 'grapheme' });

/** Texts of Latin letters without marks that are added to them: each unit of theirs is a letter by itself. */
const PLAIN = /^[\u0020-\u02FF]*$/;

/** The letters of a text as people see them: a letter with its accents is one. */
export const lettersOf = (text: string): string[] =>
  PLAIN.test(text) ? text.split('') : [...segmenter.segment(text)].map(({ segment }) => segment);
