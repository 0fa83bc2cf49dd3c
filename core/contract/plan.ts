/**
 * An activity as a teacher makes it: one plain value that is typed into, kept as a draft, set for groups, copied, and
 * taken out and in again. {@link readPlan} reads it from anything; {@link planTroubles} says what still keeps it from
 * being set.
 */
import type { Background } from '../page/background';
import { isPageSide } from '../page/pageSide';
import { readSheetBackground } from '../page/readBackground';
import { readSpans, type Span } from '../recording/spans';
import { TAKE_SORTS, type TakeSort } from '../recording/take';
import { readSpots, type Spot } from '../page/spots';
import { MARK_KINDS, NO_MARKING, type Marking, type RubricRow } from '../review/rubric';
import { NO_TEXT, picturesOf, plainWords, readRichText, safeAddress, type RichText } from '../words/richText';

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
export interface ToldTask {
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
  told: ToldTask | null;
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
const LONGEST_RECORDING = 900;
/** What is brought as a file may be longer: a day, in seconds. */
const LONGEST_FILE = 86_400;
const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

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

type Raw = Record<string, unknown>;
const rawOf = (value: unknown): Raw =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Raw) : {};
const listOf = (value: unknown, most: number): Raw[] => (Array.isArray(value) ? value.slice(0, most).map(rawOf) : []);
const textOf = (value: unknown, most: number): string => (typeof value === 'string' ? value.slice(0, most) : '');
export const isId = (value: unknown): value is string => typeof value === 'string' && UUID.test(value);
const idOr = (value: unknown): string | null => (isId(value) ? value : null);
const oneOf = <T extends string>(all: readonly T[], value: unknown, otherwise: T): T =>
  all.includes(value as T) ? (value as T) : otherwise;
/** Years 2000 to 2200. */
const timeOf = (value: unknown): number | null =>
  typeof value === 'number' && value > 946_684_800_000 && value < 7_258_118_400_000 ? Math.round(value) : null;
const wholeOf = (value: unknown, least: number, most: number): number | undefined =>
  typeof value === 'number' && Number.isFinite(value) && value >= least && value <= most
    ? Math.round(value)
    : undefined;
const datesOf = (raw: Raw): Dates => ({ opens: timeOf(raw.opens), due: timeOf(raw.due), closes: timeOf(raw.closes) });

/** School is for people of 4 and more. */
const AGE = { least: 4, most: 99 };
function agesOf({ from, to }: Raw): Ages | null {
  const [least, most] = [wholeOf(from, AGE.least, AGE.most), wholeOf(to, AGE.least, AGE.most)];
  return least === undefined || most === undefined ? null : { from: Math.min(least, most), to: Math.max(least, most) };
}

const readMarking = ({ kind, outOf, halves, levels }: Raw): Marking => ({
  kind: oneOf(MARK_KINDS, kind, 'none'),
  outOf: wholeOf(outOf, 1, 1_000) ?? NO_MARKING.outOf,
  halves: halves === true,
  levels: (Array.isArray(levels) ? levels : [])
    .slice(0, PLAN_LIMITS.levels)
    .map((level) => textOf(level, PLAN_LIMITS.title)),
});

const secondsOf = (value: unknown): number | null =>
  typeof value === 'number' && value > 0 && value <= LONGEST_FILE ? value : null;

/** Each id once: of two alike, the first stays. */
function distinct<T>(all: readonly T[], idOf: (each: T) => string): T[] {
  const seen = new Set<string>();
  return all.filter((each) => !seen.has(idOf(each)) && seen.add(idOf(each)));
}

function readSheet(raw: Raw): SheetPlan | null {
  const { width, height } = raw;
  if (!isPageSide(width) || !isPageSide(height)) return null;
  const spots = distinct(readSpots(raw.spots).slice(0, 200), ({ id }) => id).map(
    ({ id, kind, label, needed, x, y, width: w, height: h }) => ({
      id: id.slice(0, 60),
      kind,
      label: label.slice(0, PLAN_LIMITS.title),
      needed,
      x,
      y,
      width: w,
      height: h,
    }),
  );
  return { width, height, background: readSheetBackground(raw.background), ...(spots.length > 0 ? { spots } : {}) };
}

/** Reads what is said or shown from anything; null for what is none. */
export function readTold(value: unknown): ToldTask | null {
  if (typeof value !== 'object' || value === null) return null;
  const { sort, media, seconds, spans } = value as Raw;
  const [length, kept] = [secondsOf(seconds), readSpans(spans)];
  return TAKE_SORTS.includes(sort as TakeSort) && isId(media) && length !== null && kept
    ? { sort: sort as TakeSort, media, seconds: length, spans: kept }
    : null;
}

function readSettings(kind: PartKind, raw: Raw): PartSettings {
  const flags = (...keys: (keyof PartSettings)[]): Raw =>
    Object.fromEntries(keys.flatMap((key) => (typeof raw[key] === 'boolean' ? [[key, raw[key]]] : [])));
  const numbers = (least: number, most: number, ...keys: (keyof PartSettings)[]): Raw =>
    Object.fromEntries(
      keys.flatMap((key) => {
        const whole = wholeOf(raw[key], least, most);
        return whole === undefined ? [] : [[key, whole]];
      }),
    );
  const sheets =
    kind === 'page' ? listOf(raw.sheets, PLAN_LIMITS.sheets).flatMap((sheet) => readSheet(sheet) ?? []) : [];
  const recording = kind === 'sound' || kind === 'film';
  return {
    sheets,
    ...flags('onPaper'),
    ...(kind === 'page' ? flags('morePages') : {}),
    ...(recording
      ? {
          ...flags('soundOnly', 'keepCopy'),
          ...numbers(5, LONGEST_RECORDING, 'seconds'),
          ...(textOf(raw.titleStart, PLAN_LIMITS.title)
            ? { titleStart: textOf(raw.titleStart, PLAN_LIMITS.title) }
            : {}),
        }
      : {}),
    ...(kind === 'words'
      ? {
          ...numbers(1, PLAN_LIMITS.words, 'leastWords', 'mostWords'),
          ...(isId(raw.picture) ? { picture: raw.picture } : {}),
          ...(Array.isArray(raw.openings)
            ? { openings: raw.openings.slice(0, PLAN_LIMITS.openings).map((each) => textOf(each, PLAN_LIMITS.line)) }
            : {}),
        }
      : {}),
    ...(kind === 'tick' ? flags('confirm') : {}),
  };
}

/** Reads a plan; what is not in shape is left out, what is too long is cut. It never throws. */
export function readPlan(value: unknown): ActivityPlan {
  const raw = rawOf(value);
  const choices = distinct(
    listOf(raw.choices, PLAN_LIMITS.parts).filter(({ id }) => isId(id)),
    ({ id }) => id as string,
  ).map(({ id, title, rule, wanted }): ChoicePlan => ({
    id: id as string,
    title: textOf(title, PLAN_LIMITS.title),
    rule: oneOf(['pick', 'level'] as const, rule, 'pick'),
    wanted: wholeOf(wanted, 1, PLAN_LIMITS.parts) ?? 1,
  }));
  const parts = distinct(
    listOf(raw.parts, PLAN_LIMITS.parts).filter(({ id, kind }) => isId(id) && PART_KINDS.includes(kind as PartKind)),
    ({ id }) => id as string,
  ).map((part): PartPlan => ({
    id: part.id as string,
    kind: part.kind as PartKind,
    title: textOf(part.title, PLAN_LIMITS.title),
    required: part.required !== false,
    choice: choices.some(({ id }) => id === part.choice) ? (part.choice as string) : null,
    waits: part.waits === true,
    settings: readSettings(part.kind as PartKind, rawOf(part.settings)),
  }));
  const materials = distinct(
    listOf(raw.materials, PLAN_LIMITS.materials).filter(({ id }) => isId(id)),
    ({ id }) => id as string,
  ).map((each): MaterialPlan => ({
    id: each.id as string,
    kind: oneOf(MATERIAL_KINDS, each.kind, 'text'),
    title: textOf(each.title, PLAN_LIMITS.title),
    words: textOf(each.words, PLAN_LIMITS.words),
    address: textOf(each.address, 2_000),
    media: idOr(each.media),
    seconds: secondsOf(each.seconds),
    spans: readSpans(each.spans) ?? [],
    shown: oneOf(MATERIAL_TIMES, each.shown, 'start'),
    at: timeOf(each.at),
  }));
  const rubric = distinct(
    listOf(raw.rubric, PLAN_LIMITS.rows).filter(({ id }) => isId(id)),
    ({ id }) => id as string,
  ).map(({ id, title, levels, weight }): RubricRow => ({
    weight: wholeOf(weight, 1, 10) ?? 1,
    id: id as string,
    title: textOf(title, PLAN_LIMITS.line),
    levels: (Array.isArray(levels) ? levels : [])
      .slice(0, PLAN_LIMITS.levels)
      .map((level) => textOf(level, PLAN_LIMITS.line)),
  }));
  return {
    title: textOf(raw.title, PLAN_LIMITS.title),
    subject: textOf(raw.subject, PLAN_LIMITS.title),
    goal: textOf(raw.goal, PLAN_LIMITS.line),
    task: readRichText(raw.task),
    told: readTold(rawOf(raw.told)),
    supplies: textOf(raw.supplies, PLAN_LIMITS.line),
    minutes: wholeOf(raw.minutes, 1, 6_000) ?? null,
    topic: textOf(raw.topic, PLAN_LIMITS.title),
    ages: agesOf(rawOf(raw.ages)),
    parts,
    choices,
    materials,
    rubric,
    marking: readMarking(rawOf(raw.marking)),
    lateAllowed: raw.lateAllowed !== false,
    takeBack: oneOf(TAKE_BACK, raw.takeBack, 'begun'),
    groups: distinct(
      listOf(raw.groups, PLAN_LIMITS.groups)
        .filter(({ group }) => isId(group))
        .map((each) => ({
          group: each.group as string,
          folder: idOr(each.folder),
          free: each.free === true,
          ...datesOf(each),
        })),
      ({ group }) => group,
    ),
    learners: distinct(
      listOf(raw.learners, PLAN_LIMITS.learners)
        .filter(({ person }) => isId(person))
        .map((each) => ({ person: each.person as string, ...datesOf(each) })),
      ({ person }) => person,
    ),
  };
}

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

/** The parts of the form, so that what is missing can be led to. */
export type PlanPlace = 'title' | 'task' | 'parts' | 'materials' | 'groups' | 'rubric';
export interface PlanTrouble {
  place: PlanPlace;
  words: string;
}

const named = (title: string, otherwise: string): string => (title.trim() ? `“${title.trim()}”` : otherwise);

function partTrouble(part: PartPlan, at: number): string | null {
  const name = named(part.title, `Part ${at + 1}`);
  const { sheets, leastWords, mostWords } = part.settings;
  if (!part.title.trim()) return `Part ${at + 1} needs a name.`;
  if (part.kind === 'page' && sheets.length === 0) return `${name} needs at least one sheet.`;
  if (leastWords !== undefined && mostWords !== undefined && leastWords > mostWords)
    return `${name} asks for at least ${leastWords} words and at most ${mostWords}.`;
  if (part.waits && at === 0) return `${name} is the first part, so there is nothing that it could wait for.`;
  return null;
}

function dateTrouble({ opens, due, closes }: Dates, whose: string): string | null {
  if (opens !== null && due !== null && opens >= due) return `For ${whose}, it is due before it opens.`;
  if (due !== null && closes !== null && closes < due) return `For ${whose}, it closes before it is due.`;
  if (opens !== null && closes !== null && opens >= closes) return `For ${whose}, it closes before it opens.`;
  return null;
}

/** What keeps a plan from being set, in the order of the form. `nameOf` gives the name of a group or a person. */
export function planTroubles(plan: ActivityPlan, nameOf: (id: string) => string): PlanTrouble[] {
  const troubles: PlanTrouble[] = [];
  const add = (place: PlanPlace, words: string | null): void => void (words && troubles.push({ place, words }));
  if (!plan.title.trim()) add('title', 'It needs a name.');
  if (!plainWords(plan.task).trim() && picturesOf(plan.task).length === 0 && !plan.told)
    add('task', 'Say what is to be done.');
  if (plan.parts.length === 0) add('parts', 'Add at least one part to work on.');
  plan.parts.forEach((part, i) => add('parts', partTrouble(part, i)));
  for (const { id, title, rule, wanted } of plan.choices) {
    const own = plan.parts.filter(({ choice }) => choice === id);
    const free = rule === 'pick' ? own.filter(({ required }) => !required).length : own.length;
    const name = named(title, 'A choice');
    if (own.length < 2) add('parts', `${name} needs at least two parts to choose from.`);
    else if (rule === 'pick' && wanted > free)
      add('parts', `${name} asks for ${wanted} of ${free} parts that are free to choose.`);
  }
  plan.materials.forEach(({ kind, title, words, address, media, shown, at }, i) => {
    const name = named(title, `Number ${i + 1} to look at`);
    const holds = kind === 'link' ? safeAddress(address) : Boolean(media);
    if (kind === 'text' ? !words.trim() : !holds)
      add('materials', kind === 'link' ? `${name} needs an address that begins with https://.` : `${name} is empty.`);
    if (shown === 'at' && at === null) add('materials', `${name} needs the time from which it is shown.`);
  });
  const { kind, levels: marks } = plan.marking;
  if (kind === 'level' && (marks.length < 2 || marks.some((level) => !level.trim())))
    add('rubric', 'A mark as a level needs at least two levels in words.');
  plan.rubric.forEach(({ title, levels }, i) => {
    if (!title.trim() || levels.length < 2 || levels.some((level) => !level.trim()))
      add(
        'rubric',
        `${named(title, `Line ${i + 1} of what good work shows`)} needs a name and at least two levels in words.`,
      );
  });
  if (plan.groups.length === 0) add('groups', 'Choose who it is for.');
  for (const each of plan.groups) add('groups', dateTrouble(each, nameOf(each.group)));
  for (const each of plan.learners) add('groups', dateTrouble(each, nameOf(each.person)));
  return troubles;
}
