import type { ActivityCard } from '../contract/activities';

/** `current`: all but what is put away. */
export const ACTIVITY_SIEVES = ['current', 'draft', 'set', 'archived'] as const;

export interface ActivityFilter {
  words: string;
  group: string | null;
  subject: string | null;
  state: (typeof ACTIVITY_SIEVES)[number];
}

/** Letters without their accents, in one case: "Úna" is found by "una". */
const folded = (text: string): string => text.normalize('NFD').replaceAll(/\p{M}/gu, '').toLowerCase();

/** Whether each of the words begins a word of one of these texts. */
export function hasWords(words: string, ...texts: readonly string[]): boolean {
  const there = folded(texts.join(' ')).split(/[^\p{L}\p{N}]+/u);
  return folded(words)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .every((wanted) => there.some((word) => word.startsWith(wanted)));
}

/** The activities that all of a filter fits. */
export function filterActivities<T extends Pick<ActivityCard, 'title' | 'subject' | 'state' | 'groups'>>(
  activities: readonly T[],
  { words, group, subject, state }: ActivityFilter,
): T[] {
  return activities.filter(
    (activity) =>
      (state === 'current' ? activity.state !== 'archived' : activity.state === state) &&
      (group === null || activity.groups.some(({ id }) => id === group)) &&
      (subject === null || activity.subject === subject) &&
      hasWords(words, activity.title, activity.subject, ...activity.groups.map(({ name }) => name)),
  );
}
