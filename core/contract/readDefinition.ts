import { readPart } from '../parts/part';
import { CREW_LIMITS } from './crews';
import { DEFINITION_LIMITS } from './definitionLimits';
import { isId } from './ids';
import { distinct, listOf, oneOf, rawOf, textOf, timeOf, wholeOf, type Raw } from './readRaw';
import {
  type Dates,
  type Ages,
  type RecordedMessage,
  type ActivityPlan,
  type ChoicePlan,
  type MaterialPlan,
  MATERIAL_KINDS,
  MATERIAL_TIMES,
  TAKE_BACK,
} from './activityDefinition';
import { type Marking, MARK_KINDS, NO_MARKING, type RubricRow } from '../review/rubric';
import { readPartners } from '../review/partners/partnerPlan';
import { WALL_WAYS } from './wallWays';
import { readSpans } from '../recording/spans';
import { TAKE_SORTS, type TakeSort } from '../recording/take';
import { readRichText } from '../words/richText';

/** What is recorded, or brought as a file, is at most a day long: in seconds. */
const LONGEST_FILE = 86_400;

const idOr = (value: unknown): string | null => (isId(value) ? value : null);

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
    .slice(0, DEFINITION_LIMITS.levels)
    .map((level) => textOf(level, DEFINITION_LIMITS.title)),
});

const secondsOf = (value: unknown): number | null =>
  typeof value === 'number' && value > 0 && value <= LONGEST_FILE ? value : null;

/** Reads what is said or shown from anything; null for what is none. */
export function readTold(value: unknown): RecordedMessage | null {
  if (typeof value !== 'object' || value === null) return null;
  const { sort, media, seconds, spans } = value as Raw;
  const [length, kept] = [secondsOf(seconds), readSpans(spans)];
  return TAKE_SORTS.includes(sort as TakeSort) && isId(media) && length !== null && kept
    ? { sort: sort as TakeSort, media, seconds: length, spans: kept }
    : null;
}

/** Ids of crews, each once. */
const crewsOf = (value: unknown): string[] =>
  Array.isArray(value) ? [...new Set(value.filter(isId))].slice(0, CREW_LIMITS.crews) : [];

/** Reads a plan; what is not in shape is left out, what is too long is cut. It never throws. */
export function readPlan(value: unknown): ActivityPlan {
  const raw = rawOf(value);
  const choices = distinct(
    listOf(raw.choices, DEFINITION_LIMITS.parts).filter(({ id }) => isId(id)),
    ({ id }) => id as string,
  ).map(({ id, title, rule, wanted }): ChoicePlan => ({
    id: id as string,
    title: textOf(title, DEFINITION_LIMITS.title),
    rule: oneOf(['pick', 'level'] as const, rule, 'pick'),
    wanted: wholeOf(wanted, 1, DEFINITION_LIMITS.parts) ?? 1,
  }));
  const parts = distinct(
    listOf(raw.parts, DEFINITION_LIMITS.parts).flatMap((part) => readPart(part, choices) ?? []),
    ({ id }) => id,
  );
  const materials = distinct(
    listOf(raw.materials, DEFINITION_LIMITS.materials).filter(({ id }) => isId(id)),
    ({ id }) => id as string,
  ).map((raw): MaterialPlan => ({
    id: raw.id as string,
    kind: oneOf(MATERIAL_KINDS, raw.kind, 'text'),
    title: textOf(raw.title, DEFINITION_LIMITS.title),
    words: textOf(raw.words, DEFINITION_LIMITS.words),
    address: textOf(raw.address, 2_000),
    media: idOr(raw.media),
    seconds: secondsOf(raw.seconds),
    spans: readSpans(raw.spans) ?? [],
    shown: oneOf(MATERIAL_TIMES, raw.shown, 'start'),
    at: timeOf(raw.at),
  }));
  const rubric = distinct(
    listOf(raw.rubric, DEFINITION_LIMITS.rows).filter(({ id }) => isId(id)),
    ({ id }) => id as string,
  ).map(({ id, title, levels, weight }): RubricRow => ({
    weight: wholeOf(weight, 1, 10) ?? 1,
    id: id as string,
    title: textOf(title, DEFINITION_LIMITS.line),
    levels: (Array.isArray(levels) ? levels : [])
      .slice(0, DEFINITION_LIMITS.levels)
      .map((level) => textOf(level, DEFINITION_LIMITS.line)),
  }));
  return {
    title: textOf(raw.title, DEFINITION_LIMITS.title),
    subject: textOf(raw.subject, DEFINITION_LIMITS.title),
    goal: textOf(raw.goal, DEFINITION_LIMITS.line),
    task: readRichText(raw.task),
    told: readTold(rawOf(raw.told)),
    supplies: textOf(raw.supplies, DEFINITION_LIMITS.line),
    minutes: wholeOf(raw.minutes, 1, 6_000) ?? null,
    topic: textOf(raw.topic, DEFINITION_LIMITS.title),
    ages: agesOf(rawOf(raw.ages)),
    parts,
    choices,
    materials,
    rubric,
    marking: readMarking(rawOf(raw.marking)),
    partners: readPartners(raw.partners),
    wall: oneOf(WALL_WAYS, raw.wall, 'none'),
    lateAllowed: raw.lateAllowed !== false,
    takeBack: oneOf(TAKE_BACK, raw.takeBack, 'begun'),
    groups: distinct(
      listOf(raw.groups, DEFINITION_LIMITS.groups)
        .filter(({ group }) => isId(group))
        .map((raw) => ({
          group: raw.group as string,
          folder: idOr(raw.folder),
          free: raw.free === true,
          crews: crewsOf(raw.crews),
          ...datesOf(raw),
        })),
      ({ group }) => group,
    ),
    learners: distinct(
      listOf(raw.learners, DEFINITION_LIMITS.learners)
        .filter(({ person }) => isId(person))
        .map((raw) => ({ person: raw.person as string, ...datesOf(raw) })),
      ({ person }) => person,
    ),
  };
}
