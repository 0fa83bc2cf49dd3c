/** The longest side that a page may have, in points: what PDF itself can say (ISO 32000-1, annex C). */
export const MAX_SIDE = 14_400;

/** Whether a page can have a side of this many points. */
export const isPageSide = (value: unknown): value is number =>
  typeof value === 'number' && value > 0 && value <= MAX_SIDE;
