/**
 * What a class shares beside its work: notices, a question of the day, a lesson by link, folders, and activities to
 * choose from.
 */
import * as yup from 'yup';
import type { PieceState } from '../piece/pieceState';
import { LIMITS } from './limits';
import { KEY_PICTURES, USUAL_KEY_LENGTH, type KeyPicture } from './pictureKey';
import type { Ages } from './activityDefinition';
import type { PartKind } from '../parts/part';
import { safeAddress } from '../words/richText';
import { idParam } from './idParam';
import { trimmed } from './trimmed';

/** How it is today, as weather: stamps that need no reading. */
export const DAY_STAMPS = ['calm', 'breeze', 'gusty', 'storm', 'fog'] as const;
export type DayStamp = (typeof DAY_STAMPS)[number];
export const DAY_STAMP_WORDS: Record<DayStamp, string> = {
  calm: 'Calm',
  breeze: 'A good breeze',
  gusty: 'Gusty',
  storm: 'Stormy',
  fog: 'Foggy',
};

/** An answer to a question of the day that the teacher offers, in place of the weather. */
export interface DayChoice {
  id: string;
  words: string;
  /** A picture of it; null for words alone. */
  media: string | null;
}
/** So many answers can be offered. */
export const DAY_CHOICES = { least: 2, most: 6 } as const;

export const SEEN_BY = ['teacher', 'all'] as const;
/** Who sees the answers to a question of the day: the teachers alone, or everybody. */
export type SeenBy = (typeof SEEN_BY)[number];

export interface LiveLesson {
  /** `https:` address of the room. */
  address: string;
  words: string;
  /** When it begins, milliseconds since 1970; null for none. */
  at: number | null;
}

/** Somebody of the class, as everybody in it sees them. */
export interface Face {
  id: string;
  name: string;
  badge: string;
}

export interface NoticeView {
  id: string;
  author: Face & { teacher: boolean };
  words: string;
  media: { id: string; kind: 'picture' | 'sound' | 'film' } | null;
  /** Why it was taken away; its words and its file are gone then. */
  removed: string | null;
  at: number;
}

export interface DayAnswer {
  stamp: DayStamp | null;
  /** Which of the offered answers; null for none. */
  choice: string | null;
  words: string;
}

export interface DayQuestionView {
  id: string;
  words: string;
  seenBy: SeenBy;
  /** What is offered to choose from; null for the weather. */
  choices: DayChoice[] | null;
  /** One's own answer of today. */
  mine: DayAnswer | null;
  /** Today's answers, for those who may see them. */
  answers: (DayAnswer & Face)[] | null;
}

export interface ClassroomView {
  id: string;
  name: string;
  /** Whether one teaches here. */
  teaches: boolean;
  teachers: Face[];
  learners: Face[];
  live: LiveLesson | null;
  question: DayQuestionView | null;
  /** Newest first, each with what was said to it, oldest first. */
  notices: (NoticeView & { replies: NoticeView[] })[];
}

/** Work of a week or a unit. */
export interface FolderView {
  id: string;
  title: string;
  /** Nothing in it is reached before; milliseconds since 1970. */
  opens: number | null;
}

/** An activity that learners may choose. */
export interface ChoosableView {
  activityId: string;
  title: string;
  subject: string;
  topic: string;
  ages: Ages | null;
  goal: string;
  minutes: number | null;
  teacher: string;
  kinds: PartKind[];
  /** Null until it is begun. */
  state: PieceState | null;
}

/** How one may join an activity without being in its class. */
export interface JoiningView {
  /** Null while nobody may join. */
  code: string | null;
  guests: (Face & { state: PieceState })[];
  /** Who a guest may turn out to be. */
  learners: (Face & { group: string })[];
}

const id = yup.string().uuid('The id must be a UUID.').required('An id is needed, so that saying it twice is once.');
const words = trimmed().max(LIMITS.note, `A notice has at most ${LIMITS.note} characters.`).default('');
const media = yup.string().uuid('The file’s id must be a UUID.').nullable().default(null);
const time = yup
  .number()
  .integer('A time is milliseconds since 1970.')
  .min(0)
  .max(7_258_118_400_000)
  .nullable()
  .default(null);

export const noticeBody = yup.object({ id, words, media });
const dayChoice = yup.object({
  id,
  words: trimmed()
    .max(LIMITS.name, `An answer to choose has at most ${LIMITS.name} characters.`)
    .required('Each answer to choose needs a word, so that it can be heard.'),
  media,
});
const { least, most } = DAY_CHOICES;
export const questionBody = yup.object({
  id,
  words: trimmed().max(LIMITS.word, `A question has at most ${LIMITS.word} characters.`).required('Say what you ask.'),
  seenBy: yup
    .string<SeenBy>()
    .oneOf([...SEEN_BY], 'Answers are seen by "teacher" or "all".')
    .required('Say who sees the answers.'),
  choices: yup
    .array(dayChoice.required())
    .min(least, `Offer at least ${least} answers, or the weather.`)
    .max(most, `Offer at most ${most} answers.`)
    .test(
      'distinct',
      'Two answers have the same id.',
      (choices) => !choices || new Set(choices.map((choice) => choice.id)).size === choices.length,
    )
    .nullable()
    .default(null),
});
export const dayAnswerBody = yup.object({
  stamp: yup
    .string<DayStamp>()
    .oneOf([...DAY_STAMPS], 'That is none of the stamps.')
    .nullable()
    .default(null),
  choice: yup.string().uuid('An answer’s id must be a UUID.').nullable().default(null),
  words: trimmed().max(LIMITS.word, `An answer has at most ${LIMITS.word} characters.`).default(''),
});
export const liveBody = yup.object({
  address: trimmed()
    .max(2_000)
    .required('Say where the lesson is.')
    .test(
      'safe',
      'The lesson’s address must begin with https:// to be safe.',
      (value) => value.startsWith('https://') && safeAddress(value) !== null,
    ),
  words: trimmed().max(LIMITS.word).default(''),
  at: time,
});
export const joinBody = yup.object({
  name: trimmed()
    .required('Say what you are called.')
    .max(LIMITS.name, `A name has at most ${LIMITS.name} characters.`),
  pictures: yup
    .array(
      yup
        .string<KeyPicture>()
        .oneOf([...KEY_PICTURES], 'That is not one of the pictures.')
        .required(),
    )
    .length(USUAL_KEY_LENGTH, `Choose ${USUAL_KEY_LENGTH} pictures.`)
    .required('Choose your pictures.'),
});
export const matchBody = yup.object({ person: idParam });
export const folderBody = yup.object({
  id: idParam,
  title: trimmed().max(LIMITS.name, `A name has at most ${LIMITS.name} characters.`).required('A folder needs a name.'),
  opens: time,
});
