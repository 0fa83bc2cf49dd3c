import * as yup from 'yup';
import type { PagePlan } from '../page/document';
import type { PartProgress } from '../page/progress';
import type { PdfStyle } from '../pdf/style';
import { isCalendarDay } from '../schedule/calendarDay';
import type { Completeness } from '../schedule/completeness';
import type { SendCheck } from '../schedule/sendChecks';
import type { RichText } from '../words/richText';
import type { MaterialView } from './activities';
import type { ChoicePlan, PartKind, ToldTask } from './plan';
import type { RubricRow } from '../review/rubric';
import type { Marking, MarkView, OwnMark } from '../review/rubric';
import type { Outcome, PieceFacts, PieceStanding } from '../schedule/pieceState';
import { LIMITS } from './limits';
import { trimmed } from './trimmed';

/** A part as people see it. */
export interface PartView {
  id: string;
  kind: PartKind;
  title: string;
  required: boolean;
  /** Whether pages of one's own may be added. */
  morePages: boolean;
  /** Whether it can be answered with photos of paper, or a voice, instead. */
  onPaper: boolean;
  /** Longest recording, in seconds. */
  seconds: number;
  /** How the teacher began a recording's title; the learner goes on. */
  titleStart: string | null;
  /** Whether a film may be a voice alone. */
  soundOnly: boolean;
  /** Whether the learner may keep a copy of a recording. */
  keepCopy: boolean;
  /** The choice it belongs to, if any. */
  choice: string | null;
  /** Waits until the part in front of it is complete. */
  waits: boolean;
  /** Taken out of the activity by the teacher; what a learner made for it stays. */
  removed: boolean;
  /** Of words: begun sentences, a picture above, and how many words there must and may be. */
  openings: string[];
  picture: string | null;
  leastWords: number | null;
  mostWords: number | null;
  /** Of a tick: whether a teacher has to confirm it. */
  confirm: boolean;
}

/** The longest recording where the teacher has not said, in seconds. */
export const RECORDING_SECONDS = 120;

/** One row of Now: an activity, and the learner's piece on it if there is one. */
export interface PieceCard {
  activityId: string;
  pieceId: string | null;
  title: string;
  subject: string;
  teacher: string;
  minutes: number | null;
  due: number | null;
  facts: PieceFacts;
  standing: PieceStanding;
  completeness: Completeness;
  touchedAt: number | null;
  /** The folder in which it lies. */
  folder: { id: string; title: string } | null;
  /** What its parts are answered with, each once. */
  kinds: PartKind[];
  /** The day that the learner chose for it, `yyyy-MM-dd`. */
  ownDay: string | null;
  /** Changes whenever the draft's picture does; part of the thumbnail's address. */
  pictureVersion: string;
}

export interface NowView {
  cards: PieceCard[];
  unseenUpdates: number;
}

export const FELT = ['easy', 'right', 'hard'] as const;
/** How a piece was for its learner. */
export type Felt = (typeof FELT)[number];
export const FELT_WORDS: Record<Felt, string> = { easy: 'Easy', right: 'Just right', hard: 'Hard' };

/** What came back of a go. */
export interface GoReviewView {
  id: string;
  outcome: Outcome;
  note: string;
  /** An answer that is spoken or filmed. */
  told: ToldTask | null;
  releasedAt: number;
  teacher: string;
  marked: MarkView | null;
}

/** What a learner says with a go. */
export interface SaidWithGo {
  word: string | null;
  felt: Felt | null;
  /** A word that is spoken: id of its Media. */
  voice: string | null;
}

export interface GoView extends SaidWithGo {
  id: string;
  go: number;
  sentAt: number;
  late: boolean;
  /** When it was sent before it was taken back and sent again; null where it was sent once. */
  firstSentAt: number | null;
  review: GoReviewView | null;
}

/** A go as it was sent, with all that is needed to show it. */
export interface GoPageView {
  go: GoView;
  pieceId: string;
  activityId: string;
  title: string;
  /** Whether the piece waits for another go of just this one. */
  mayGoOn: boolean;
  parts: PartView[];
}

/** What says what is to be done. */
export interface TaskView {
  /** Words of the task alone, and with all that is in it. */
  task: string;
  taskText: RichText;
  told: ToldTask | null;
  goal: string | null;
  supplies: string;
}

export interface PieceView extends TaskView {
  id: string;
  card: PieceCard;
  parts: PartView[];
  choices: ChoicePlan[];
  /** What may be looked at now. */
  materials: MaterialView[];
  /** How many more there are to look at once a go is sent, and the next time at which something is shown. */
  later: { afterSending: number; next: number | null };
  rubric: RubricRow[];
  pages: PagePlan[];
  /** Newest first; what was taken back is not among them. */
  goes: GoView[];
  /** What was said with the newest go, where that was taken back: it is there again when one sends anew. */
  takenBack: SaidWithGo | null;
}

export const UPDATE_KINDS = [
  'new',
  'asked',
  'answered',
  'removed',
  'sent',
  'taken-back',
  'again',
  'finished',
  'notice',
  'due',
  'unsent',
] as const;
export type UpdateKind = (typeof UPDATE_KINDS)[number];

export interface UpdateView {
  id: string;
  kind: UpdateKind;
  words: string;
  at: number;
  seen: boolean;
  /** Where in Lippet it leads. */
  path: string;
}

/** How one activity stands for its teacher. */
export interface ReviewActivity {
  activityId: string;
  title: string;
  subject: string;
  group: string;
  due: number | null;
  counts: Record<PieceStanding['state'], number>;
  /** Send time of the oldest go that waits, if any waits. */
  oldestWaiting: number | null;
}

/** A piece that waits for an answer, whatever activity it belongs to. */
export interface WaitingPiece {
  activityId: string;
  title: string;
  personId: string;
  name: string;
  badge: string;
  go: { id: string; go: number; sentAt: number };
  due: number | null;
  late: boolean;
}

/** One hung piece on the line. */
export interface HungPiece {
  personId: string;
  name: string;
  badge: string;
  pieceId: string | null;
  standing: PieceStanding;
  completeness: Completeness;
  go: { id: string; go: number; sentAt: number; word: string | null; felt: Felt | null; voice: string | null } | null;
  /** When this go was sent before it was taken back and sent again; null where it was sent once. */
  firstSentAt: number | null;
  /** The outcome that is decided for the latest go, and not told yet. */
  held: Outcome | null;
  /** The review of the latest go, if one was begun. */
  reviewId: string | null;
  /** What was found when it was sent. */
  checks: SendCheck[];
  /** When the learner was last reminded to send it; null for never. */
  remindedAt: number | null;
  pictureVersion: string;
}

export interface ReviewLineView {
  activityId: string;
  title: string;
  group: string;
  task: TaskView;
  parts: PartView[];
  pages: PagePlan[];
  rubric: RubricRow[];
  marking: Marking;
  line: HungPiece[];
}

export interface ReviewView {
  id: string;
  goId: string;
  note: string;
  outcome: Outcome | null;
  /** Decided, and not told yet. */
  held: Outcome | null;
  releasedAt: number | null;
  levels: Record<string, number>;
  own: OwnMark;
  /** For teachers alone. */
  aside: string;
  /** An answer that is spoken or filmed. */
  told: ToldTask | null;
  /** Counts every change of what is said, so that two who answer at once can't overwrite each other. */
  version: number;
}

/** What is said under a note, by its learner or a teacher. */
export interface NoteReplyView {
  id: string;
  /** The note that it is under. */
  note: string;
  name: string;
  mine: boolean;
  words: string;
  /** What is spoken instead, or as well. */
  voice: string | null;
  at: number;
}

/** All that was said under the notes of a review. */
export interface NoteTalkView {
  /** The group that what is spoken here belongs to. */
  groupId: string;
  replies: NoteReplyView[];
}

/** Marks that a teacher keeps as a stamp, their top left corner at the origin. */
export interface KeptStampView {
  id: string;
  name: string;
  /** Fields of its items, as they are stored of a page; bytes as Base64. */
  items: Record<string, unknown>[];
  /** In points. */
  width: number;
  height: number;
}

/** What was done for several pieces at once. */
export interface ManyAnswered {
  done: number;
  /** Those for whom it could not be done, and why. */
  left: { personId: string; why: string }[];
}

export interface ClassView {
  id: string;
  name: string;
  code: string;
  learners: ClassLearner[];
}

/** A learner of a group, and how their work stands. */
export interface ClassLearner {
  id: string;
  name: string;
  badge: string;
  counts: Record<PieceStanding['state'], number>;
  /** How many pieces are past their date and not sent. */
  late: number;
}

/** A file that is made of a go. */
export interface ExportView {
  id: string;
  state: 'waiting' | 'ready' | 'failed';
  why: string | null;
  size: number | null;
}

/** An earlier copy of a draft. */
export interface CopyView {
  id: string;
  at: number;
  /** How much was on how many pages. */
  items: number;
  pages: number;
}

/** What was in a go when it was sent. */
export interface Manifest {
  /** What was found then; goes that were sent before this was looked at have none. */
  checks?: SendCheck[];
  parts: (PartProgress & { id: string; title: string; kind: PartView['kind'] })[];
}

const bytes = yup
  .string()
  .matches(/^[A-Za-z0-9+/]*={0,2}$/, 'That is not Base64.')
  .max(LIMITS.jsonBody);

export const sendBody = yup.object({
  /** Made by the client once for each wish to send; the same key twice is the same go. */
  key: yup.string().uuid('The key must be a UUID.').required('A key is needed, so that sending twice is one go.'),
  /** Base64 of the draft's extent (see core/page/holds). */
  extent: bytes.required('Say what was drawn: the extent of the document.'),
  word: trimmed().max(LIMITS.word, `A word with it has at most ${LIMITS.word} characters.`),
  felt: yup
    .string<Felt>()
    .oneOf([...FELT], 'It was "easy", "right" or "hard".')
    .nullable(),
  voice: yup.string().uuid('The voice’s id must be a UUID.').nullable(),
});

/** A mark that a teacher says; what is left out is left to the computation. */
const ownMark = yup.object({
  points: yup
    .number()
    .min(0, 'A mark has no fewer points than none.')
    .max(1_000, 'A mark has at most 1000 points.')
    .nullable()
    .default(null),
  level: yup.number().integer().min(0).max(20).nullable().default(null),
  words: trimmed().max(LIMITS.word).default(''),
});

const version = yup.number().integer().min(0);
/** Read by readTold, which takes anything. */
const told = yup.mixed<object>().nullable();

export const noteBody = yup.object({
  /** The version that was read; where somebody has said something since, nothing is overwritten. */
  version,
  aside: yup.string().max(LIMITS.note, `What is kept for teachers has at most ${LIMITS.note} characters.`),
  told,
  // Read by readLevels, which takes anything.
  levels: yup.mixed<object>(),
  own: ownMark.default(undefined),
  note: yup
    .string()
    .defined('A note is needed; it may be empty.')
    .max(LIMITS.note, `A note has at most ${LIMITS.note} characters.`),
});

/** What was held before it was told is held again when it is taken back. */
export const recallBody = yup.object({
  held: yup
    .string<Outcome>()
    .oneOf(['again', 'finished'], 'The outcome is "again" or "finished".')
    .nullable()
    .default(null),
});

export const holdBody = yup.object({
  outcome: yup
    .string<Outcome>()
    .oneOf(['again', 'finished'], 'The outcome is "again" or "finished".')
    .nullable()
    .defined('Say which outcome is held, or none.'),
  extent: bytes.required('Say what was marked: the extent of the marks.'),
});

export const keptNoteBody = yup.object({
  id: yup.string().uuid('The id must be a UUID.').required('An id is needed, so that keeping it twice is once.'),
  words: trimmed().max(LIMITS.note, `A note has at most ${LIMITS.note} characters.`).required('Say what the note is.'),
});
export const useNoteBody = yup.object({
  activity: yup.string().uuid('That is no activity.').required('Say for which activity.'),
});

/** One learner, or all whose piece is complete. */
export const remindBody = yup.object({ person: yup.string().uuid('That is no learner.').nullable().default(null) });

/** Milliseconds since 1970. */
const date = yup.number().integer().min(0).max(8.64e15).nullable();

export const releaseBody = yup.object({
  outcome: yup
    .string<Outcome>()
    .oneOf(['again', 'finished'], 'The outcome is "again" or "finished".')
    .required('Say whether it is finished or gets another go.'),
  note: yup
    .string()
    .defined('A note is needed; it may be empty.')
    .max(LIMITS.note, `A note has at most ${LIMITS.note} characters.`),
  extent: bytes.required('Say what was marked: the extent of the marks.'),
  version,
  /** For another go: this learner's own dates from now on; null for none. */
  due: date,
  closes: date,
});

/** The same for several pieces: a note behind what was said of each, and an outcome, told or held. */
export const manyBody = yup.object({
  people: yup
    .array(yup.string().uuid('That is no learner.').required())
    .min(1, 'Choose at least one piece.')
    .max(400)
    .required('Choose at least one piece.'),
  note: trimmed().max(LIMITS.note, `A note has at most ${LIMITS.note} characters.`).default(''),
  outcome: yup
    .string<Outcome>()
    .oneOf(['again', 'finished'], 'The outcome is "again" or "finished".')
    .nullable()
    .default(null),
  hold: yup.boolean().default(false),
});

export const replyBody = yup.object({
  id: yup.string().uuid('The id must be a UUID.').required('An id is needed, so that saying it twice is once.'),
  note: yup.string().max(64, 'That is no note.').required('Say under which note.'),
  words: trimmed().max(LIMITS.word, `That has at most ${LIMITS.word} characters.`).default(''),
  voice: yup.string().uuid('The voice’s id must be a UUID.').nullable().default(null),
});

export const stampBody = yup.object({
  id: yup.string().uuid('The id must be a UUID.').required('An id is needed, so that keeping it twice is once.'),
  name: trimmed().max(40, 'A stamp’s name has at most 40 characters.').required('Give the stamp a name.'),
  // Read by readStampItems, which takes anything.
  items: yup
    .array(yup.mixed<object>().required())
    .min(1, 'A stamp needs something on it.')
    .max(60, 'A stamp has at most 60 things on it.')
    .required('A stamp needs something on it.'),
  width: yup.number().positive().max(2_000, 'That is too large for a stamp.').required('Say how wide it is.'),
  height: yup.number().positive().max(2_000, 'That is too large for a stamp.').required('Say how high it is.'),
});

/** The day on which a learner wants to do something; null takes it away. */
export const dayBody = yup.object({
  day: yup
    .string()
    .test(
      'day',
      'Say a day that there is, as in 2026-11-27.',
      (day) => day === null || day === undefined || isCalendarDay(day),
    )
    .nullable()
    .defined('Say which day, or none.'),
});

/** What was told of all that was held. */
export interface ToldHeld {
  /** Each can be taken back for as long as one can, and is held again then. */
  reviews: { id: string; held: Outcome }[];
}

/** Where a calendar program finds a learner's dates. */
export interface CalendarView {
  address: string;
}

/** `zip`: the whole piece with all its goes, what came back, and its files. */
export type ExportStyle = PdfStyle | 'zip';

export const exportBody = yup.object({
  style: yup
    .string<ExportStyle>()
    .oneOf(['flat', 'annotations', 'zip'], 'The style is "flat", "annotations" or "zip".')
    .required('Say how it is to be written.'),
});
