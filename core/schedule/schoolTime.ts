import { TZDate } from '@date-fns/tz';
// By name of the function's own file: the whole library would be a tenth of the first load.
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { format } from 'date-fns/format';
import { startOfDay } from 'date-fns/startOfDay';
import { isCalendarDay } from './calendarDay';

/** Times as the school's clock shows them. `zone` is an IANA name such as `Europe/Dublin`. */

const inZone = (time: number, zone: string): TZDate => new TZDate(time, zone);

/** The calendar day as `yyyy-MM-dd`: two times on the same school day give the same text. */
export function schoolDay(time: number, zone: string): string {
  return format(inZone(time, zone), 'yyyy-MM-dd');
}

/** Whole calendar days from `now` to `time` on the school's calendar; a day of 23 or 25 hours is one day. */
export function daysUntil(time: number, now: number, zone: string): number {
  return differenceInCalendarDays(startOfDay(inZone(time, zone)), startOfDay(inZone(now, zone)));
}

/** `3 pm`, `9:40 am`. */
export function clockWords(time: number, zone: string): string {
  const date = inZone(time, zone);
  return format(date, date.getMinutes() === 0 ? 'h aaa' : 'h:mm aaa');
}

/** `today`, `tomorrow`, `yesterday`, `Thursday` within the week ahead, else `Thu 3 Dec`. */
export function dayWords(time: number, now: number, zone: string): string {
  const days = daysUntil(time, now, zone);
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days === -1) return 'yesterday';
  return format(inZone(time, zone), days > 1 && days < 7 ? 'EEEE' : 'EEE d MMM');
}

/** `by Thursday 3 pm`, `was due yesterday 3 pm`; the end of a day (from 23:30) goes without its hour. */
export function dueWords(due: number, now: number, zone: string): string {
  const date = inZone(due, zone);
  const endOfDay = date.getHours() === 23 && date.getMinutes() >= 30;
  const day = dayWords(due, now, zone);
  const verb = due < now ? 'was due' : 'by';
  if (endOfDay) return `${verb} ${day}`;
  return day === 'today' ? `${verb} ${clockWords(due, zone)} today` : `${verb} ${day} ${clockWords(due, zone)}`;
}

/** `today 9:40 am`, `Mon 23 Nov`. */
export function whenWords(time: number, now: number, zone: string): string {
  const day = dayWords(time, now, zone);
  return Math.abs(daysUntil(time, now, zone)) <= 1 ? `${day} ${clockWords(time, zone)}` : day;
}

/** The part of the day to greet with. */
export function greetingWord(now: number, zone: string): 'Morning' | 'Afternoon' | 'Evening' {
  const hour = inZone(now, zone).getHours();
  if (hour < 12) return 'Morning';
  return hour < 17 ? 'Afternoon' : 'Evening';
}

/** `December`. */
export function monthWord(time: number, zone: string): string {
  return format(inZone(time, zone), 'MMMM');
}

/** `December` of this year, `December 2025` of another. */
export function monthYearWords(time: number, now: number, zone: string): string {
  const [date, today] = [inZone(time, zone), inZone(now, zone)];
  return format(date, date.getFullYear() === today.getFullYear() ? 'MMMM' : 'MMMM yyyy');
}

/** How much of the day has gone by on the clock, 0 to 1. */
export function dayShare(now: number, zone: string): number {
  const date = inZone(now, zone);
  return (date.getHours() * 60 + date.getMinutes()) / 1440;
}

/** `Tuesday`. */
export function weekdayWord(now: number, zone: string): string {
  return format(inZone(now, zone), 'EEEE');
}

/** A time as a form's field for day and hour has it: `2026-11-26T15:00` on the school's clock. */
export function toClockField(time: number, zone: string): string {
  return format(inZone(time, zone), "yyyy-MM-dd'T'HH:mm");
}

/** The time that such a field says; null for what is none. An hour that the clock leaps over is the one after it. */
export function fromClockField(value: string, zone: string): number | null {
  const match = /^(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d)/.exec(value);
  if (!match || !isCalendarDay(value.slice(0, 10))) return null;
  const [year, month, day, hour, minute] = match.slice(1).map(Number) as [number, number, number, number, number];
  const time = new TZDate(year, month - 1, day, hour, minute, zone).getTime();
  return Number.isNaN(time) ? null : time;
}

/** Noon of a day (`yyyy-MM-dd`) on the school's clock; null for what is no day. */
export const noonOf = (day: string, zone: string): number | null => fromClockField(`${day}T12:00`, zone);

/** The time `days` calendar days from now, at this hour of the school's clock. */
export function dayAt(now: number, days: number, hour: number, zone: string): number {
  const today = inZone(now, zone);
  return new TZDate(today.getFullYear(), today.getMonth(), today.getDate() + days, hour, 0, zone).getTime();
}
