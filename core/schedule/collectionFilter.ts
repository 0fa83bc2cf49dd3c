import type { ChoosableView } from '../contract/class';
import { hasWords } from './activityFilter';

/** What is looked for in the collection; null stands for any. */
export interface CollectionFilter {
  words: string;
  subject: string | null;
  topic: string | null;
  /** Years: what is for this age, or for any. */
  age: number | null;
}

export const ANYTHING: CollectionFilter = { words: '', subject: null, topic: null, age: null };

type Choosable = Pick<ChoosableView, 'title' | 'subject' | 'topic' | 'ages' | 'goal'>;

/** The activities that all of a filter fits. */
export const filterCollection = <T extends Choosable>(
  all: readonly T[],
  { words, subject, topic, age }: CollectionFilter,
): T[] =>
  all.filter(
    (activity) =>
      (subject === null || activity.subject === subject) &&
      (topic === null || activity.topic === topic) &&
      (age === null || activity.ages === null || (activity.ages.from <= age && age <= activity.ages.to)) &&
      hasWords(words, activity.title, activity.subject, activity.topic, activity.goal),
  );

/** What there is to choose from, each once, in order: subjects, topics, and every age that something is for. */
export function collectionChoices(all: readonly Choosable[]): { subjects: string[]; topics: string[]; ages: number[] } {
  const distinct = (values: string[]): string[] =>
    [...new Set(values.filter(Boolean))].sort((a, b) => a.localeCompare(b));
  const ages = new Set(
    all.flatMap(({ ages: range }) =>
      range ? Array.from({ length: range.to - range.from + 1 }, (_, i) => range.from + i) : [],
    ),
  );
  return {
    subjects: distinct(all.map(({ subject }) => subject)),
    topics: distinct(all.map(({ topic }) => topic)),
    ages: [...ages].sort((a, b) => a - b),
  };
}
