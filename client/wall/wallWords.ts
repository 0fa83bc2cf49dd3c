import { dayWords } from '@lippet/core/schedule/schoolTime';
import type { WallView } from '@lippet/core/contract/wall';

/** Who sees a wall: said on it, always. */
export function seenByWords({ group, seenBy, families, shownLater }: WallView, zone: string): string {
  const learners = seenBy.learners === 1 ? '1 learner' : `${seenBy.learners} learners`;
  const people = [learners, ...seenBy.teachers].join(', ');
  const later = shownLater === 0 ? '' : `. ${laterWords(shownLater)}`;
  if (families === null && shownLater === 0) return `Everybody in ${group.name} sees this, and nobody else: ${people}`;
  if (families === null) return `Everybody in ${group.name} sees this: ${people}${later}`;
  const names = families.named ? 'with names' : 'without names';
  const until = dayWords(families.endsAt, Date.now(), zone);
  return `Everybody in ${group.name} sees this: ${people}. Until ${until} their families see it, too, ${names}${later}`;
}

/** That some of it is left for classes that come later. */
const laterWords = (count: number): string =>
  count === 1 ? 'Classes that do this later see 1 piece of it' : `Classes that do this later see ${count} pieces of it`;

/** How much waits for a teacher. */
export const waitWords = (count: number): string => (count === 1 ? '1 waits for you' : `${count} wait for you`);

/** What becomes of work that is hung, before it is. */
export const hangWords = (way: 'none' | 'teacher' | 'open', teacher: string): string =>
  way === 'teacher' ? `It is with ${teacher} first. Your work is safe.` : 'It hangs at once.';
