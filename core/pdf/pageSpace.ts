import type { Matrix } from '../math/matrix';

/** What a PDF says of where a page lies in its user space. */
export interface PageBox {
  /** The visible box: left, bottom, right, top in user space units. */
  box: readonly [number, number, number, number];
  /** Clockwise turn in degrees. What is no multiple of 90 counts as none, as programs that show PDFs have it. */
  rotate: number;
  /** How many points a user space unit has. */
  userUnit: number;
}

/** The page's size in page points, as it is seen. */
export function pageSize({ box: [left, bottom, right, top], rotate, userUnit }: PageBox): {
  width: number;
  height: number;
} {
  const [width, height] = [(right - left) * userUnit, (top - bottom) * userUnit];
  return turns(rotate) % 2 === 0 ? { width, height } : { width: height, height: width };
}

const turns = (rotate: number): number => (rotate % 90 === 0 ? (((rotate / 90) % 4) + 4) % 4 : 0);

/**
 * From user space (y up, origin anywhere, unturned) to page points (origin top left, y down, as the page is seen):
 * PDF 32000-1, 7.7.3.3 (Rotate, CropBox, UserUnit) and 8.3.2.3.
 */
export function userToPage({ box: [left, bottom, right, top], rotate, userUnit: u }: PageBox): Matrix {
  switch (turns(rotate)) {
    case 0:
      return [u, 0, 0, -u, -left * u, top * u];
    case 1:
      return [0, u, u, 0, -bottom * u, -left * u];
    case 2:
      return [-u, 0, 0, u, right * u, -bottom * u];
    default:
      return [0, -u, -u, 0, top * u, right * u];
  }
}
