/** The pictures of a picture key, in the order they are shown. */
export const KEY_PICTURES = ['kettle', 'kite', 'drum', 'ladder', 'boot', 'bell', 'leaf', 'moon', 'key'] as const;
export type KeyPicture = (typeof KEY_PICTURES)[number];

/** How many pictures make a key. */
export const KEY_LENGTH = 3;
