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

/** Width of the line around it where it leaves in files, in points. */
export const PIN_LINE = 1.5;

const [STAKE_HALF, STAKE_TOP] = PIN_SIGN[1]!;
/** How far the line's mitred corner reaches beyond the stake's point, in points. */
const POINT_REACH = (PIN_LINE / 2) * Math.hypot(STAKE_TOP / STAKE_HALF, 1);

/** The box around all that is drawn of it, in points from the place. */
export const PIN_BOX = {
  left: Math.min(...PIN_SIGN.map(([x]) => x)) - PIN_LINE / 2,
  top: Math.min(...PIN_SIGN.map(([, y]) => y)) - PIN_LINE / 2,
  right: Math.max(...PIN_SIGN.map(([x]) => x)) + PIN_LINE / 2,
  bottom: POINT_REACH,
} as const;
