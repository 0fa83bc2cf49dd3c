/** The pictures of a picture key, in the order they are shown. */
export const KEY_PICTURES = ['kettle', 'kite', 'drum', 'ladder', 'boot', 'bell', 'leaf', 'moon', 'key'] as const;
export type KeyPicture = (typeof KEY_PICTURES)[number];

/** How many pictures may make a key: a teacher chooses longer ones for those who can keep them in mind. */
export const KEY_LENGTHS = [3, 4, 5] as const;
export type KeyLength = (typeof KEY_LENGTHS)[number];

export const KEY_LENGTH_WORDS: Readonly<Record<KeyLength, string>> = { 3: 'three', 4: 'four', 5: 'five' };

/** How many make one where nobody chose. */
export const USUAL_KEY_LENGTH: KeyLength = 3;

/** Each as SVG path data: lines in a box of 24. */
export const KEY_DRAWINGS: Record<KeyPicture, string> = {
  kettle: 'M5 19v-6a6 6 0 0 1 11 0v6ZM8 8.500a2.500 2.500 0 0 1 5 0M16 13l4-3v6l-4 1',
  kite: 'M12 2.500l6 7-6 8-6-8ZM12 2.500v15M6 9.500h12M12 17.500c3 1-2 2 1 4',
  drum: 'M4 9v8c0 4 16 4 16 0V9M4 9a8 2.800 0 1 0 16 0a8 2.800 0 1 0-16 0M8 3l5 5M17 3l-5 5',
  ladder: 'M7.500 3L6 21M16.500 3L18 21M7.300 6.500h9.400M7 11h10M6.600 15.500h10.800',
  boot: 'M8 3h5v10l6 4v4H8ZM8 17.500h11',
  bell: 'M7 17c-2 0-2-1-1-2 1-2 0-9 6-9s5 7 6 9c1 1 1 2-1 2ZM12 3v3M10 20h4',
  leaf: 'M4 20C3 10 8 4 20 4c0 12-6 16-15 14M4 20L14 10',
  moon: 'M12 3a9 9 0 1 0 9 11.500A8 8 0 0 1 12 3Z',
  key: 'M3 12a4 4 0 1 0 8 0a4 4 0 1 0-8 0M11 11h10v6h-3v-4h-2.500v3H13v-3h-2M6.500 11.500v.1',
};
