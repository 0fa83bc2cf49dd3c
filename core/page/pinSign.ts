/**
 * A pin is a garden sign: a board for its number on a stake, whose point is the place. Corners in points from there, y
 * down.
 */
export const PIN_SIGN: readonly (readonly [x: number, y: number])[] = [
  [0, 0],
  [-2.5, -9],
  [-10, -9],
  [-10, -25],
  [10, -25],
  [10, -9],
  [2.5, -9],
];

/** The middle of the board, where the number stands. */
export const PIN_NUMBER = { x: 0, y: -17 } as const;
