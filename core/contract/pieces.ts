import * as yup from 'yup';
import type { WallWay } from './wallWays';
import type { PartnerPlan } from '../review/partners/partnerPlan';
import type { PieceFacts, PieceStanding, Outcome } from '../piece/pieceState';
import type { Completeness } from '../piece/completeness';
import type { RecordedMessage, ChoicePlan } from './activityDefinition';
import type { MarkView, RubricRow } from '../review/rubric';
import type { PartKind, PartProgress, PartView } from '../parts/part';
import type { RichText } from '../words/richText';
import type { MaterialView } from './activities';
import type { PagePlan } from '../page/document';
import type { SendCheck } from '../piece/sendChecks';
import { bytes } from './base64';
import { trimmed } from './trimmed';
import { LIMITS } from './limits';
import { isCalendarDay } from '../schedule/calendarDay';

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
  status: PieceStanding;
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
  told: RecordedMessage | null;
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
  /** The first go is 1. */
  number: number;
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
  told: RecordedMessage | null;
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
  /** How many look at each other's work, and whether with names; null where only teachers do. */
  partners: Pick<PartnerPlan, 'reviews' | 'named'> | null;
  /** Whether what was sent can be hung, and who lets it hang; and the group on whose wall. */
  wall: { way: WallWay; group: string };
  pages: PagePlan[];
  /** Newest first; what was taken back is not among them. */
  goes: GoView[];
  /** What was said with the newest go, where that was taken back: it is there again when one sends anew. */
  takenBack: SaidWithGo | null;
}

/** What was in a go when it was sent. */
export interface Manifest {
  /** What was found then; goes that were sent before this was looked at have none. */
  checks?: SendCheck[];
  parts: (PartProgress & { id: string; title: string; kind: PartView['kind'] })[];
}

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

/** Where a calendar program finds a learner's dates. */
export interface CalendarView {
  address: string;
}
