import type { SharedPerson, SharedView } from '@lippet/core/contract/shared';

/** Several names in a sentence: "Wren, Milo and Saffi". */
const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** Who sees it, said above it always. */
export function seenByAll({ group, crew, people, teachers }: SharedView): string {
  const who = crew === null ? `everybody in ${group.name}` : `the crew ${crew}`;
  const learners = people.length === 1 ? '1 learner' : `${people.length} learners`;
  return `Seen by ${who}: ${learners} and ${listed(teachers)}`;
}

/** The same where there is little room. */
export const seenByShort = ({ group, crew }: SharedView): string =>
  crew === null ? `Everybody in ${group.name} sees it` : `The crew ${crew} sees it`;

/** What somebody has added, in words. */
export const addedWords = (count: number): string => {
  if (count === 0) return 'nothing yet';
  return count === 1 ? '1 thing' : `${count} things`;
};

/** Whoever made something and is not among those who fill it: a teacher, or somebody who is not of the group any more. */
export const somebodyElse = (id: string): SharedPerson => ({
  id,
  name: 'Somebody else',
  badge: '#CFC5AE',
  seat: 0,
});
