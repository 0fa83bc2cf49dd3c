/** Partners: learners who look at each other's work, as the API says it. */
import * as yup from 'yup';
import type { PartView } from '../parts/part';
import type { PartnerAsks } from '../review/partners/partnerPlan';
import type { ChosenLevels, RubricRow } from '../review/rubric';
import type { RecordedMessage } from './activityDefinition';
import { bytes } from './base64';
import { LIMITS } from './limits';
import type { TaskView } from './pieces';
import { told, version } from './reviewBodies';
import { trimmed } from './trimmed';

/**
 * `waits`: the partner's work has not come, or was taken back. `to-do`: it is there. `begun`: something is said of it.
 * `given`: it went to the partner, or to the teacher first.
 */
export type PartnerReviewState = 'waits' | 'to-do' | 'begun' | 'given';

/** One review that a learner gives. */
export interface PartnerCard {
  id: string;
  /** The partner's name, or "Partner 2" where there are no names. */
  name: string;
  state: PartnerReviewState;
}

/** What a learner has to look at of one activity. */
export interface PartnerDuty {
  activityId: string;
  title: string;
  named: boolean;
  /** Milliseconds since 1970; null for as long as the activity is open. */
  until: number | null;
  cards: PartnerCard[];
  /** How many more partners there will be, once their work has come. */
  toCome: number;
}

/** What a partner looks at, and what they have said of it. Nothing in it tells who made it, where there are no names. */
export interface PartnerReviewView {
  id: string;
  activityId: string;
  groupId: string;
  title: string;
  name: string;
  named: boolean;
  state: PartnerReviewState;
  until: number | null;
  throughTeacher: boolean;
  asks: PartnerAsks;
  task: TaskView;
  parts: PartView[];
  /** The lines of the rubric that are asked for. */
  rubric: RubricRow[];
  halves: boolean;
  note: string;
  levels: ChosenLevels;
  told: RecordedMessage | null;
  /** Id of a picture or a PDF that goes with it. */
  attached: string | null;
  /** Counts every change of what is said. */
  version: number;
  /** What the partner answered, and whether it helped; null while they have not said. */
  answer: string;
  helped: boolean | null;
}

/** What a learner gets back from a partner. */
export interface PartnerAnswerView {
  id: string;
  name: string;
  /** Which go it is about. */
  goId: string;
  goNumber: number;
  givenAt: number;
  note: string;
  /** What was said by the rubric, line by line. */
  lines: { title: string; words: string }[];
  told: RecordedMessage | null;
  /** Id of a picture or a PDF that goes with it. */
  attached: string | null;
  helped: boolean | null;
  answer: string;
}

/** One review as the teacher sees it. */
export interface PartnerBoardReview {
  id: string;
  /** The go that is looked at; null before it was opened. */
  goId: string | null;
  reviewer: string;
  author: string;
  state: PartnerReviewState;
  givenAt: number | null;
  note: string;
  lines: { title: string; words: string }[];
  told: RecordedMessage | null;
  /** Id of a picture or a PDF that goes with it. */
  attached: string | null;
  /** Whether the author sees it. */
  shown: boolean;
  held: boolean;
  counts: boolean;
  helped: boolean | null;
  answer: string;
}

/** All that partners do at one activity, for the teachers of a group. */
export interface PartnerBoard {
  title: string;
  group: { id: string; name: string };
  /** What the activity asks for, to show a go by. */
  parts: PartView[];
  /** Why nobody has partners yet; null once they have. */
  waiting: string | null;
  /** By which they were given out; the same seed gives the same partners. */
  seed: string | null;
  named: boolean;
  throughTeacher: boolean;
  learners: { id: string; name: string; badge: string; sent: boolean }[];
  reviews: PartnerBoardReview[];
  /** Of each partner who has judged eight works or more that the teacher has judged: how near they come. */
  agreements: { person: string; words: string; works: number }[];
  /** Of all partners together; null under eight works. */
  agreement: { words: string; works: number } | null;
  /** Learners on whose work partners differ widely, the widest first. */
  differ: { person: string; spread: number }[];
}

/** What a partner says beside the marks. */
export const partnerSayBody = yup.object({
  version,
  note: yup
    .string()
    .defined('A note is needed; it may be empty.')
    .max(LIMITS.note, `A note has at most ${LIMITS.note} characters.`),
  // Read by readLevels, which takes anything.
  levels: yup.mixed<object>(),
  told,
  /** What is left out stays as it is. */
  attached: yup.string().uuid('The file’s id must be a UUID.').nullable(),
});

export const partnerGiveBody = yup.object({
  extent: bytes.required('Say what was marked: the extent of the marks.'),
});

/** What the author says of it. What is left out stays as it is. */
export const partnerThanksBody = yup.object({
  helped: yup.boolean().nullable(),
  answer: trimmed().max(LIMITS.word, `An answer has at most ${LIMITS.word} characters.`),
});

/** What a teacher decides of it. */
export const partnerDecideBody = yup.object({
  /** Null leaves it as it is. */
  shown: yup.boolean().nullable().defined('Say whether the author sees it, or null.'),
  counts: yup.boolean().required('Say whether it counts.'),
});
