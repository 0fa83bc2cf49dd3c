import type { WallView } from '@lippet/core/contract/wall';

/** Who sees a wall: said on it, always. */
export function seenByWords({ group, seenBy }: WallView): string {
  const learners = seenBy.learners === 1 ? '1 learner' : `${seenBy.learners} learners`;
  return `Everybody in ${group.name} sees this, and nobody else: ${[learners, ...seenBy.teachers].join(', ')}`;
}

/** How much waits for a teacher. */
export const waitWords = (count: number): string => (count === 1 ? '1 waits for you' : `${count} wait for you`);

/** What becomes of work that is hung, before it is. */
export const hangWords = (way: 'none' | 'teacher' | 'open', teacher: string): string =>
  way === 'teacher' ? `It is with ${teacher} first. Your work is safe.` : 'It hangs at once.';
