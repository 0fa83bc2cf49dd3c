import { hasWords } from '../schedule/activityFilter';

/** A note that a teacher keeps to say again. */
export interface KeptNoteView {
  id: string;
  /** `{name}` stands for the learner's first name. */
  words: string;
  /** How often it was used, by activity. */
  uses: Readonly<Record<string, number>>;
}

const NAME = '{name}';
/** What stands for the name where a teacher types: a sign that reads as words. */
export const TYPED_NAME = '(their name)';

/** A note for several learners as it is typed, as one that is kept: each is told it with their own name. */
export const openName = (typed: string): string => typed.replaceAll(TYPED_NAME, NAME);

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** A kept note for one learner. */
export const withName = (words: string, name: string): string => words.replaceAll(NAME, () => name);

/**
 * A note that was written for one learner, as one to keep: their name, where it stands as a word of its own, is left
 * open.
 */
export const withoutName = (words: string, name: string): string =>
  words.replace(new RegExp(`(?<![\\p{L}\\p{N}])${escaped(name)}(?![\\p{L}\\p{N}])`, 'gu'), NAME);

/**
 * The notes that what is typed fits, those first that were used most for this activity, then those used most at all.
 */
export function rankNotes<T extends KeptNoteView>(notes: readonly T[], activityId: string, typed: string): T[] {
  const all = ({ uses }: T): number => Object.values(uses).reduce((sum, count) => sum + count, 0);
  const here = ({ uses }: T): number => uses[activityId] ?? 0;
  return notes
    .filter(({ words }) => hasWords(typed, words))
    .sort((a, b) => here(b) - here(a) || all(b) - all(a) || a.words.localeCompare(b.words));
}
