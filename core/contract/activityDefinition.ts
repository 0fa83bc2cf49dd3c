/**
 * An activity as a teacher makes it: one plain value that is typed into, kept as a draft, set for groups, copied, and
 * taken out and in again. `readPlan` (readDefinition.ts) reads it from anything; `planTroubles` (definitionTroubles.ts)
 * says what still keeps it from being set.
 */
import type { Background } from '../page/background';
import type { Spot } from '../page/spots';
import type { Span } from '../recording/spans';
import type { TakeSort } from '../recording/take';
import { type RichText, NO_TEXT, picturesOf } from '../words/richText';
import { type RubricRow, type Marking, NO_MARKING } from '../review/rubric';

export const PART_KINDS = ['page', 'photo', 'sound', 'film', 'words', 'tick'] as const;

export type PartKind = (typeof PART_KINDS)[number];

export interface SheetPlan {
  /** In points. */
  width: number;
  height: number;
  background: Background;
  spots?: Spot[];
}

/** Settings of a part: what its kind needs. */
export interface PartSettings {
  /** The sheets it asks for, if any (only a part of kind `page` begins with some). */
  sheets: SheetPlan[];
  /** Whether learners may add pages of their own. */
  morePages?: boolean;
  /** False where photos of paper, or a voice, are no answer in place of what is asked for. */
  onPaper?: boolean;
  /** Of a recording: its longest, in seconds. */
  seconds?: number;
  /** How the teacher began its title. */
  titleStart?: string;
  /** False where a film must be a film: a voice alone is no answer. */
  soundOnly?: boolean;
  /** False where the learner may keep no copy of it. */
  keepCopy?: boolean;
  /** Of words: sentences that are begun, a picture to write about, and how many words at least and at most. */
  openings?: string[];
  picture?: string;
  leastWords?: number;
  mostWords?: number;
  /** Of a tick: whether a teacher has to confirm it. */
  confirm?: boolean;
}

export interface PartPlan {
  id: string;
  kind: PartKind;
  title: string;
  required: boolean;
  /** The choice it belongs to. */
  choice: string | null;
  /** Waits until the part in front of it is complete. */
  waits: boolean;
  settings: PartSettings;
}

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
  lateAllowed: boolean;
  takeBack: TakeBack;
  /** What it is about and for what ages, by which it is found in the collection. */
  topic: string;
  ages: Ages | null;
  /** Who it is for: groups, each with its own dates, and other dates for single learners. */
  groups: GroupPlan[];
  learners: ({ person: string } & Dates)[];
}

export const PLAN_LIMITS = {
  parts: 40,
  sheets: 400,
  materials: 40,
  rows: 20,
  levels: 8,
  groups: 60,
  learners: 400,
  openings: 20,
  title: 120,
  line: 500,
  words: 10_000,
} as const;

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
  lateAllowed: true,
  takeBack: 'begun',
  topic: '',
  ages: null,
  groups: [],
  learners: [],
};

/** Ids of all files that a plan shows, each once. */
export function mediaOfPlan({ task, told, parts, materials }: ActivityPlan): string[] {
  const ids = [
    told?.media,
    ...picturesOf(task),
    ...materials.map(({ media }) => media),
    ...parts.flatMap(({ settings }) => [
      settings.picture,
      ...settings.sheets.map(({ background }) => ('media' in background ? background.media : null)),
    ]),
  ];
  return [...new Set(ids.filter((id): id is string => typeof id === 'string'))];
}
