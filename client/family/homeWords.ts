import type { HomeGo, HomePiece, HomeView } from '@lippet/core/contract/family';
import { dueWords, whenWords } from '@lippet/core/schedule/schoolTime';

/** What came back of a go, in words. */
export const cameBackWords = ({ outcome, releasedAt }: Pick<HomeGo, 'outcome' | 'releasedAt'>, zone: string): string =>
  `${outcome === 'again' ? 'Another go is asked for' : 'Finished'}, ${whenWords(releasedAt, Date.now(), zone)}`;

/** When something is due, or went. */
export function dateWords({ due, overdue, state, sentAt, teacher }: HomePiece, zone: string): string {
  const now = Date.now();
  if (state === 'with-teacher' && sentAt !== null) return `Sent ${whenWords(sentAt, now, zone)} · with ${teacher}`;
  if (due === null) return 'Whenever';
  return overdue ? `Was ${dueWords(due, now, zone)}, and was not sent` : dueWords(due, now, zone);
}

/** Who has called it seen. */
export const seenWords = (names: readonly string[]): string => `Seen by ${names.join(', ')}`;

/** Who looks at a child's work from home, and when last. */
export function lookWords({ cards, school }: HomeView): string[] {
  return cards.flatMap(({ people }) =>
    people.map(({ name, lookedAt }) =>
      lookedAt === null
        ? `${name} has not looked yet`
        : `${name} looked ${whenWords(lookedAt, Date.now(), school.zone)}`,
    ),
  );
}
