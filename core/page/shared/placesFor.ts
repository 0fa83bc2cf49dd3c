/** Places on a sheet that is filled together: one for each, laid out by number. */
export interface NumberedPlace {
  /** Counted from 1, row by row. */
  number: number;
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Places are laid out for so many more at a time, so that somebody who comes later does not move all others. */
const STEP = 4;

/** How many places are laid out for so many people: some stay free for whoever comes. */
export const placesOf = (people: number): number => Math.max(STEP, Math.ceil(people / STEP) * STEP);

/** So much is left free around each place, in points. */
const GAP = 8;

/**
 * Lays out places in rows of the same size, as nearly square as the sheet allows.
 *
 * @param count at least 1
 * @param sheet its size in points
 */
export function placesFor(count: number, { width, height }: { width: number; height: number }): NumberedPlace[] {
  const columns = bestColumns(count, width / height);
  const rows = Math.ceil(count / columns);
  const [wide, high] = [(width - GAP) / columns, (height - GAP) / rows];
  return Array.from({ length: count }, (_, i) => ({
    number: i + 1,
    x: GAP + (i % columns) * wide,
    y: GAP + Math.floor(i / columns) * high,
    width: wide - GAP,
    height: high - GAP,
  }));
}

/** The number of columns with which the places are nearest to squares. */
function bestColumns(count: number, proportion: number): number {
  let [best, least] = [1, Infinity];
  for (let columns = 1; columns <= count; columns++) {
    const rows = Math.ceil(count / columns);
    const unlike = Math.abs(Math.log((proportion * rows) / columns));
    // Places that would stay empty count against it.
    const empty = (rows * columns - count) / count;
    if (unlike + empty < least) [best, least] = [columns, unlike + empty];
  }
  return best;
}
