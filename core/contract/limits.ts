/** Limits that both sides keep, each said once. */
export const LIMITS = {
  /** A JSON body, in bytes. */
  jsonBody: 256 * 1024,
  /** An activity as a teacher makes it, in bytes. */
  plan: 2 * 1024 * 1024,
  /** One sync message (the strokes drawn while away arrive as one), in bytes. */
  syncMessage: 8 * 1024 * 1024,
  /** All of a piece's document, in bytes. */
  document: 48 * 1024 * 1024,
  /** The learner's word with a go, and a teacher's note, in characters. */
  word: 500,
  note: 4000,
  name: 80,
  password: 200,
} as const;

/** How long a teacher can take an outcome back, in milliseconds. */
export const RECALL = 60_000;

/** The header that our own client sends with every changing request; a foreign page can't. */
export const OWN_HEADER = 'x-lippet';
