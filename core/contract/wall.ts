/** The wall of an activity in a group: what learners hang there of what they have sent, and what is said to it. */
import * as yup from 'yup';
import type { RecordedMessage } from './activityDefinition';
import { LIMITS } from './limits';
import { trimmed } from './trimmed';
import type { WallWay } from './wallWays';

/** What can be said to a piece without a word. */
export const WALL_STAMPS = ['boat', 'eye', 'torch', 'tide'] as const;
export type WallStamp = (typeof WALL_STAMPS)[number];
export const WALL_STAMP_WORDS: Record<WallStamp, string> = {
  boat: 'It carries me along',
  eye: 'I looked for long',
  torch: 'A bright idea',
  tide: 'It flows',
};

export const WALL_LIMITS = {
  /** Of one learner on one wall. */
  own: 12,
  /** Under one piece. */
  answers: 300,
  /** So long is a wall open to families at most. */
  openDays: 60,
  title: 120,
  alt: 500,
} as const;

/** `waits`: a teacher has not let it hang yet. `held`: a teacher keeps it back, and says why. */
export type HangingState = 'hangs' | 'waits' | 'held';

/**
 * Whether work is shown to classes that do the activity after this one. `asked`: a teacher would like to, and its learner
 * has not said yes yet. `named`, `nameless`: they have, with their name or without.
 */
export const EXAMPLE_STATES = ['none', 'asked', 'named', 'nameless'] as const;
export type ExampleState = (typeof EXAMPLE_STATES)[number];

/** What is said to a piece on the wall. */
export interface WallAnswerView {
  id: string;
  name: string;
  mine: boolean;
  stamp: WallStamp | null;
  words: string;
  /** A voice: id of its Media. */
  voice: string | null;
  state: HangingState;
  /** Why it is held back; to whoever said it, and teachers. */
  why: string;
  at: number;
}

/** One piece on the wall. */
export interface HangingView {
  id: string;
  personId: string;
  name: string;
  badge: string;
  mine: boolean;
  title: string;
  /** What it shows, for those who can't see or hear it. */
  alt: string;
  /** How many pages it has; none for a film or a sound. */
  pages: number;
  recording: RecordedMessage | null;
  state: HangingState;
  why: string;
  /** To its learner and their teachers; `none` to others. */
  example: ExampleState;
  hungAt: number;
  /** Oldest first. */
  answers: WallAnswerView[];
}

export interface WallView {
  activityId: string;
  title: string;
  group: { id: string; name: string };
  /** How many learners and which teachers see it. */
  seenBy: { learners: number; teachers: string[] };
  way: WallWay;
  teaches: boolean;
  /** Open to families until then, with names or without; null where it is not. */
  families: { named: boolean; endsAt: number } | null;
  /** How many of the pieces classes that come later may see, too. */
  shownLater: number;
  /** One looks from home, and says nothing to it. */
  fromHome: boolean;
  /** What hangs, newest first; before it one's own that waits, and for teachers all that waits. */
  pieces: HangingView[];
  /** Work of classes that did this before, which its learners let others see. */
  examples: HangingView[];
}

/** A wall that somebody may look at. */
export interface WallCard {
  activityId: string;
  title: string;
  hangs: number;
  /** How much waits for a teacher: of one's own, and for teachers of all. */
  waits: number;
  /** How much there is of classes that did this before. */
  examples: number;
  teaches: boolean;
}

/** What of a go is hung: all its pages, one of them, or a recording of a part. */
export const hangBody = yup.object({
  id: yup.string().uuid('The id must be a UUID.').required('Say which piece this is.'),
  page: yup.string().max(100).nullable().default(null),
  /** The part whose recording is hung. */
  part: yup.string().uuid('That is no part.').nullable().default(null),
  title: trimmed().max(WALL_LIMITS.title, `A title has at most ${WALL_LIMITS.title} characters.`).default(''),
  alt: trimmed().max(WALL_LIMITS.alt, `What it shows has at most ${WALL_LIMITS.alt} characters.`).default(''),
});

/** A teacher lets something hang, or keeps it back and says why. */
export const letBody = yup.object({
  hangs: yup.boolean().required('Say whether it hangs.'),
  why: trimmed().max(LIMITS.word, `A reason has at most ${LIMITS.word} characters.`).default(''),
});

/** A teacher asks for work to be an example, or its learner says so; either takes it back. */
export const exampleBody = yup.object({
  example: yup
    .string<ExampleState>()
    .oneOf(EXAMPLE_STATES, 'It is an example with a name, without one, or not at all.')
    .required('Say whether it is an example.'),
});

/** A stamp under all that hangs. */
export const thankAllBody = yup.object({
  stamp: yup.string<WallStamp>().oneOf(WALL_STAMPS, 'There is no such stamp.').required('Say which stamp.'),
});

/** Opens a wall to families, until a time; null closes it. */
export const wallFamiliesBody = yup.object({
  opening: yup
    .object({
      named: yup.boolean().required('Say whether with names.'),
      days: yup
        .number()
        .integer('That is a whole number of days.')
        .min(1, 'At least for a day.')
        .max(WALL_LIMITS.openDays, `At most for ${WALL_LIMITS.openDays} days.`)
        .required('Say for how long.'),
    })
    .nullable()
    .default(null),
});

export const wallAnswerBody = yup.object({
  id: yup.string().uuid('The id must be a UUID.').required('Say which answer this is.'),
  stamp: yup.string<WallStamp>().oneOf(WALL_STAMPS, 'There is no such stamp.').nullable().default(null),
  words: trimmed().max(LIMITS.word, `An answer has at most ${LIMITS.word} characters.`).default(''),
  media: yup.string().uuid('The file’s id must be a UUID.').nullable().default(null),
});

export const wallPictureQuery = yup.object({
  page: yup.number().integer('A page is a whole number.').min(1, 'Pages count from 1.').max(400).default(1),
  large: yup.boolean().default(false),
});
