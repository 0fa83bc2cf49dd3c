import * as yup from 'yup';
import { LIMITS } from './limits';
import { trimmed } from './trimmed';

export const AUDIENCES = ['teacher', 'class'] as const;
/** Who reads a question: the teacher alone, or everybody in the group. */
export type Audience = (typeof AUDIENCES)[number];

/** A place on a sheet, in points from its top left corner. */
export interface ThreadPlace {
  page: string;
  x: number;
  y: number;
}

export interface MessageView {
  id: string;
  /** Null where the name is not told: somebody else's question that was shared. */
  author: { name: string; badge: string; teacher: boolean; me: boolean } | null;
  words: string;
  media: { id: string; kind: 'picture' | 'sound' | 'film' } | null;
  /** Why it was taken away; its words and its file are gone then. */
  removed: string | null;
  at: number;
}

export interface ThreadView {
  id: string;
  /** As whose member it was asked; what teachers say with a file belongs there. */
  group: string;
  audience: Audience;
  /** The part that it is about; null for the whole activity. */
  part: { id: string; title: string } | null;
  place: ThreadPlace | null;
  /** The question of the part that it is about; null for none. */
  question: { id: string; words: string } | null;
  /** A question to the teacher alone that was shared with the class, without a name. */
  shared: boolean;
  closed: boolean;
  mine: boolean;
  /** Whether one more can be said here by who looks. */
  mayAnswer: boolean;
  /** For teachers: the learner's name, and their piece's owner id. */
  asker: { id: string; name: string } | null;
  messages: MessageView[];
}

/** Who will read a question: told above the box, before a word is typed. */
export interface Readers {
  teachers: string[];
  group: string;
  /** How many learners are in it. */
  learners: number;
}

export interface ThreadsView {
  activityId: string;
  title: string;
  /** Null for teachers: they answer, they don't ask. */
  readers: Readers | null;
  threads: ThreadView[];
}

const words = trimmed().max(LIMITS.note, `A message has at most ${LIMITS.note} characters.`).default('');
const media = yup.string().uuid('The file’s id must be a UUID.').nullable().default(null);
const id = yup.string().uuid('The id must be a UUID.').required('An id is needed, so that saying it twice is once.');

export const askBody = yup.object({
  /** Of the thread and of its first message. */
  id,
  message: id,
  words,
  media,
  audience: yup
    .string<Audience>()
    .oneOf([...AUDIENCES], 'A question goes to "teacher" or "class".')
    .required('Say who is to read it.'),
  part: yup.string().uuid('The part’s id must be a UUID.').nullable().default(null),
  /** Of that part. */
  question: yup.string().uuid('The question’s id must be a UUID.').nullable().default(null),
  place: yup
    .object({
      page: yup.string().max(120).required('Say on which page.'),
      x: yup.number().min(-5_000).max(10_000).required(),
      y: yup.number().min(-5_000).max(10_000).required(),
    })
    .nullable()
    .default(null),
});
export const answerBody = yup.object({ message: id, words, media });
export const removeBody = yup.object({
  why: trimmed().max(LIMITS.word).required('Say why, so that it can be understood.'),
});
