import { isId } from './ids';
import {
  type Dates,
  type Ages,
  PLAN_LIMITS,
  type SheetPlan,
  type RecordedMessage,
  type PartKind,
  type PartSettings,
  type ActivityPlan,
  type ChoicePlan,
  PART_KINDS,
  type PartPlan,
  type MaterialPlan,
  MATERIAL_KINDS,
  MATERIAL_TIMES,
  TAKE_BACK,
} from './activityDefinition';
import { type Marking, MARK_KINDS, NO_MARKING, type RubricRow } from '../review/rubric';
import { isPageSide } from '../page/pageSide';
import { readSpots } from '../page/spots';
import { readSheetBackground } from '../page/readBackground';
import { readSpans } from '../recording/spans';
import { TAKE_SORTS, type TakeSort } from '../recording/take';
import { readRichText } from '../words/richText';

const LONGEST_RECORDING = 900;

/** What is brought as a file may be longer: a day, in seconds. */
const LONGEST_FILE = 86_400;

type Raw = Record<string, unknown>;

const rawOf = (value: unknown): Raw =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Raw) : {};

const listOf = (value: unknown, most: number): Raw[] => (Array.isArray(value) ? value.slice(0, most).map(rawOf) : []);

const textOf = (value: unknown, most: number): string => (typeof value === 'string' ? value.slice(0, most) : '');

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
export function readTold(value: unknown): RecordedMessage | null {
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
