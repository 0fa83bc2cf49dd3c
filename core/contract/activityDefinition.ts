/**
 * An activity as a teacher makes it: one plain value that is typed into, kept as a draft, set for groups, copied, and
 * taken out and in again. `readPlan` (readDefinition.ts) reads it from anything; `planTroubles` (definitionTroubles.ts)
 * says what still keeps it from being set.
 */
import type { PartPlan } from '../parts/part';
import type { Span } from '../recording/spans';
import type { TakeSort } from '../recording/take';
import { type RichText, NO_TEXT } from '../words/richText';
import type { WallWay } from './wallWays';
import type { PartnerPlan } from '../review/partners/partnerPlan';
import { type RubricRow, type Marking, NO_MARKING } from '../review/rubric';

export interface ChoicePlan {
  id: string;
  title: string;
  rule: 'pick' | 'level';
  wanted: number;
}

export const MATERIAL_KINDS = ['text', 'link', 'picture', 'pdf', 'sound', 'film', 'file'] as const;

export type MaterialKind = (typeof MATERIAL_KINDS)[number];

export const MATERIAL_TIMES = ['start', 'at', 'sent'] as const;

/** `start`: from the start. `at`: from a set time. `sent`: only once the learner has sent a go. */
export type MaterialTime = (typeof MATERIAL_TIMES)[number];

export interface MaterialPlan {
  id: string;
  kind: MaterialKind;
  title: string;
  /** Of a text. */
  words: string;
  /** Of a link. */
  address: string;
  /** Of all others: id of its Media. */
  media: string | null;
  /** Of sound and film: how long it is in seconds, and what of it is played. */
  seconds: number | null;
  spans: Span[];
  shown: MaterialTime;
  /** Milliseconds since 1970, with `at`. */
  at: number | null;
}

/** The task as the teacher says or shows it. */
export interface RecordedMessage {
  sort: TakeSort;
  media: string;
  seconds: number;
  spans: Span[];
}

/** Dates in milliseconds since 1970; null for none. */
export interface Dates {
  opens: number | null;
  due: number | null;
  closes: number | null;
}

/** Years, both ends in it. */
export interface Ages {
  from: number;
  to: number;
}

/** A group that an activity is for. */
export interface GroupPlan extends Dates {
  group: string;
  /** The folder of that group in which it lies. */
  folder: string | null;
  /** Its learners choose whether they begin it: it stands in the collection, not on Now. */
  free: boolean;
  /** Crews of it that alone have it; none for everybody. */
  crews: string[];
}

export const TAKE_BACK = ['begun', 'due', 'never'] as const;

/** Until when a learner may take a go back: until a teacher has begun, at most until it is due, or not at all. */
export type TakeBack = (typeof TAKE_BACK)[number];

export interface ActivityPlan {
  title: string;
  subject: string;
  goal: string;
  task: RichText;
  told: RecordedMessage | null;
  /** What is needed on the table. */
  supplies: string;
  minutes: number | null;
  parts: PartPlan[];
  choices: ChoicePlan[];
  materials: MaterialPlan[];
  rubric: RubricRow[];
  /** What mark it gets. */
  marking: Marking;
  /** Learners who look at each other's work; null where only teachers do. */
  partners: PartnerPlan | null;
  /** Whether learners hang what they have sent, and who lets it hang. */
  wall: WallWay;
  lateAllowed: boolean;
  takeBack: TakeBack;
  /** What it is about and for what ages, by which it is found in the collection. */
  topic: string;
  ages: Ages | null;
  /** Who it is for: groups, each with its own dates, and other dates for single learners. */
  groups: GroupPlan[];
  learners: ({ person: string } & Dates)[];
}

export const EMPTY_PLAN: ActivityPlan = {
  title: '',
  subject: '',
  goal: '',
  task: NO_TEXT,
  told: null,
  supplies: '',
  minutes: null,
  parts: [],
  choices: [],
  materials: [],
  rubric: [],
  marking: NO_MARKING,
  partners: null,
  wall: 'none',
  lateAllowed: true,
  takeBack: 'begun',
  topic: '',
  ages: null,
  groups: [],
  learners: [],
};
