import type { TextFont } from './item';

/** The faces that words on a page are set in: families that we ship, with what to fall back on. */
export const TEXT_FACES: Record<TextFont, { family: string; weight: 400 | 800; word: string }> = {
  reading: { family: 'Andika, sans-serif', weight: 400, word: 'School' },
  interface: { family: 'Atkinson Hyperlegible Next, sans-serif', weight: 400, word: 'Plain' },
  heading: { family: 'Bricolage Grotesque, sans-serif', weight: 800, word: 'Bold' },
};

/** Where the letters stand within a line, from its top, in multiples of the size. */
export const BASELINE = 1.02;

/** Where a line of a box is anchored, as a share of the box's width. */
export const ANCHOR = { left: 0, centre: 0.5, right: 1 } as const;
