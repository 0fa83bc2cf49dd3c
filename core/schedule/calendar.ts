import { addDays } from 'date-fns/addDays';
import { startOfWeek } from 'date-fns/startOfWeek';
import { TZDate } from '@date-fns/tz';
import { isToDo } from './nowList';
import type { PieceStanding } from '../piece/pieceState';
import { schoolDay } from './schoolTime';

/** What the plan needs to know of a piece. */
export interface Planned {
  status: PieceStanding;
  due: number | null;
  minutes: number | null;
  /** The day that the learner chose for it, `yyyy-MM-dd`; for work without a date. */
  ownDay: string | null;
}

export interface PlanDay<T> {
  /** `yyyy-MM-dd` on the school's calendar. */
  day: string;
  /** Noon of it, for words. */
  noon: number;
  pieces: T[];
  /** Minutes of work that lie on it, as far as teachers have said. */
  minutes: number;
}

export interface Plan<T> {
  days: PlanDay<T>[];
  /** To do, and behind time: they lie on the shore. */
  shore: T[];
  /** To do, without a date or a day of one's own, or with one that has gone by. */
  drifting: T[];
  /** To do, on a day behind the last of `days`. */
  beyond: T[];
}

/** The day that a piece lies on; null for one that drifts. A day of one's own counts only for work without a date. */
export function dayOf({ due, ownDay }: Planned, now: number, zone: string): string | null {
  if (due !== null) return schoolDay(due, zone);
  return ownDay !== null && ownDay >= schoolDay(now, zone) ? ownDay : null;
}

/** Noon of the first day (Monday) of the week in which `now` lies, moved by whole weeks. */
export function weekStart(now: number, zone: string, weeks = 0): number {
  const monday = addDays(startOfWeek(new TZDate(now, zone), { weekStartsOn: 1 }), weeks * 7);
  return new TZDate(monday.getFullYear(), monday.getMonth(), monday.getDate(), 12, zone).getTime();
}

/** Noon of the day that begins a week of seven days from today on, moved by whole weeks. */
export function weekFromToday(now: number, zone: string, weeks = 0): number {
  const today = addDays(new TZDate(now, zone), weeks * 7);
  return new TZDate(today.getFullYear(), today.getMonth(), today.getDate(), 12, zone).getTime();
}

/** So many days from `first` (a time on the first of them), by the calendar. */
export function daysFrom(first: number, count: number, zone: string): { day: string; noon: number }[] {
  const start = new TZDate(first, zone);
  return Array.from({ length: count }, (_, i) => {
    const noon = new TZDate(start.getFullYear(), start.getMonth(), start.getDate() + i, 12, zone).getTime();
    return { day: schoolDay(noon, zone), noon };
  });
}

/**
 * Puts everything that is to do in one place: on its day, on the shore, adrift, or beyond the days that are looked at.
 * What is behind time is on the shore; what was due before and is asked for once more is to do today.
 *
 * @param first a time on the first day
 */
export function arrangePlan<T extends Planned>(
  pieces: readonly T[],
  first: number,
  count: number,
  now: number,
  zone: string,
): Plan<T> {
  const days = daysFrom(first, count, zone).map((day): PlanDay<T> => ({ ...day, pieces: [], minutes: 0 }));
  const plan: Plan<T> = { days, shore: [], drifting: [], beyond: [] };
  const last = days.at(-1)!.day;
  const today = schoolDay(now, zone);
  for (const piece of pieces) {
    if (!isToDo(piece.status)) continue;
    const planned = dayOf(piece, now, zone);
    const day = planned !== null && planned < today ? today : planned;
    const found = days.find((planned) => planned.day === day);
    if (piece.status.overdue) plan.shore.push(piece);
    else if (day === null) plan.drifting.push(piece);
    else if (found) {
      found.pieces.push(piece);
      found.minutes += piece.minutes ?? 0;
    } else if (day > last) plan.beyond.push(piece);
  }
  const byDue = (a: T, b: T): number => (a.due ?? Infinity) - (b.due ?? Infinity);
  for (const list of [plan.shore, plan.beyond, ...days.map((day) => day.pieces)]) list.sort(byDue);
  return plan;
}

/** What the chart shows, in one sentence. */
export function planWords(days: readonly PlanDay<unknown>[], nameOf: (noon: number) => string): string {
  const most = days.reduce<PlanDay<unknown> | null>(
    (best, day) => (day.minutes > (best?.minutes ?? 0) ? day : best),
    null,
  );
  if (!most)
    return days.some(({ pieces }) => pieces.length > 0)
      ? 'Calm water: nobody said how long it takes'
      : 'Calm water: nothing is due';
  return `Most of the work is on ${nameOf(most.noon)}`;
}
