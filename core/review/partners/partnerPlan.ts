/** What a teacher says of partners: learners who look at each other's work. */
import { isId } from '../../contract/ids';
import { oneOf, rawOf, timeOf, wholeOf, type Raw } from '../../contract/readRaw';
import { CREW_WAYS, type CrewWay } from './allocatePartners';

/**
 * From when one looks at others' work. `sent`: once one has sent one's own. `time`: from a set time. `enough`: when so
 * many have sent.
 */
export const PARTNER_STARTS = ['sent', 'time', 'enough'] as const;
export type PartnerStart = (typeof PARTNER_STARTS)[number];

export const PARTNER_LIMITS = {
  /** Of each learner. */
  reviews: 5,
  /** Pairs who are never put together. */
  apart: 200,
  /** Of those who have to have sent. */
  enough: 300,
} as const;

/** What each partner must give; what is not asked for may be given too. */
export interface PartnerAsks {
  marks: boolean;
  note: boolean;
  /** Something that is spoken or filmed. */
  told: boolean;
  /** Ids of lines of the rubric. */
  rows: string[];
}

export interface PartnerPlan {
  /** How many each gives and gets, 1 to 5. */
  reviews: number;
  /** Whether both sides see each other's name. */
  named: boolean;
  start: PartnerStart;
  /** With `time`, in milliseconds since 1970. */
  at: number | null;
  /** With `enough`. */
  enough: number;
  /** Until when, in milliseconds since 1970; null for as long as the activity is open. */
  until: number | null;
  asks: PartnerAsks;
  /** What partners say goes to the teacher first. */
  throughTeacher: boolean;
  crews: CrewWay;
  /** Pairs of learners who are never put together. */
  apart: [string, string][];
}

export const NEW_PARTNERS: PartnerPlan = {
  reviews: 2,
  named: false,
  start: 'sent',
  at: null,
  enough: 4,
  until: null,
  asks: { marks: false, note: true, told: false, rows: [] },
  throughTeacher: false,
  crews: 'any',
  apart: [],
};

const idsOf = (value: unknown, most: number): string[] =>
  Array.isArray(value) ? [...new Set(value.filter(isId))].slice(0, most) : [];

const readAsks = ({ marks, note, told, rows }: Raw): PartnerAsks => ({
  marks: marks === true,
  note: note !== false,
  told: told === true,
  rows: idsOf(rows, 20),
});

/** Pairs of two different learners, each once whichever way round. */
function readApart(value: unknown): [string, string][] {
  const seen = new Set<string>();
  const pairs: [string, string][] = [];
  for (const pair of Array.isArray(value) ? value : []) {
    const [one, other] = idsOf(pair, 2).sort();
    if (one === undefined || other === undefined || seen.has(`${one} ${other}`)) continue;
    seen.add(`${one} ${other}`);
    pairs.push([one, other]);
  }
  return pairs.slice(0, PARTNER_LIMITS.apart);
}

/** Reads what is said of partners from anything; null where there are none. It never throws. */
export function readPartners(value: unknown): PartnerPlan | null {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return null;
  const raw = value as Raw;
  return {
    reviews: wholeOf(raw.reviews, 1, PARTNER_LIMITS.reviews) ?? NEW_PARTNERS.reviews,
    named: raw.named === true,
    start: oneOf(PARTNER_STARTS, raw.start, 'sent'),
    at: timeOf(raw.at),
    enough: wholeOf(raw.enough, 2, PARTNER_LIMITS.enough) ?? NEW_PARTNERS.enough,
    until: timeOf(raw.until),
    asks: readAsks(rawOf(raw.asks)),
    throughTeacher: raw.throughTeacher === true,
    crews: oneOf(CREW_WAYS, raw.crews, 'any'),
    apart: readApart(raw.apart),
  };
}

/** What is still wrong with what is said of partners, as sentences. @param rows ids of the rubric's lines */
export function partnerTroubles({ start, at, until, asks }: PartnerPlan, rows: readonly string[]): string[] {
  const asked = asks.marks || asks.note || asks.told || asks.rows.some((row) => rows.includes(row));
  return [
    !asked && 'Say what partners give each other: marks, a note, lines of what good work shows, or something spoken.',
    start === 'time' && at === null && 'Say from when partners look at each other’s work.',
    start === 'time' && at !== null && until !== null && until <= at && 'Partners end before they begin.',
  ].filter((words) => words !== false);
}
