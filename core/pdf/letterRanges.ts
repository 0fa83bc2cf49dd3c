/** Ranges of code points, in rising order: the first and the last of each, one after the other. */
export type LetterRanges = readonly number[];

/** Whether a code point lies in one of the ranges. */
export function isInRanges(ranges: LetterRanges, point: number): boolean {
  for (let i = 0; i < ranges.length; i += 2) {
    if (point < ranges[i]!) return false;
    if (point <= ranges[i + 1]!) return true;
  }
  return false;
}

/** All letters of the ranges, in their order. */
export function lettersOf(ranges: LetterRanges): string[] {
  const letters: string[] = [];
  for (let i = 0; i < ranges.length; i += 2)
    for (let point = ranges[i]!; point <= ranges[i + 1]!; point++) letters.push(String.fromCodePoint(point));
  return letters;
}
