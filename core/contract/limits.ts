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
  /** What one person adds to a document that belongs to several, until it is opened anew, in bytes. */
  sharedByOne: 2 * 1024 * 1024,
  /** All documents of one person, and of a school, in bytes. */
  documents: { person: 512 * 1024 * 1024, school: 256 * 1024 * 1024 * 1024 },
  /** How deep anything in a document may lie: an editor's lists within lists are some dozens of steps. */
  documentDepth: 120,
  /** Things in one update: those of the fullest document that a person could draw. */
  updateStructs: 400_000,
  /** Bytes of a document that hang on what has not come yet: devices say things in order, so there is hardly any. */
  documentPending: 256 * 1024,
  /** Messages on one line: a pen gives some ten a second, and what was drawn while away comes at once. */
  messages: { perSecond: 100, atMost: 2_000 },
  /** Bytes on one line. */
  messageBytes: { perSecond: 4 * 1024 * 1024, atMost: 96 * 1024 * 1024 },
  /** Bytes that may come for documents before any is opened: asking for one is some hundred. */
  unopenedBytes: 64 * 1024,
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
