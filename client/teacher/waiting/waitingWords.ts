import type { WaitingPiece } from '@lippet/core/contract/reviewing';
import { dueWords, whenWords } from '@lippet/core/schedule/schoolTime';

/** Since when a piece waits, and how that stands to its date. */
export const waitingWords = ({ go, late, due }: WaitingPiece, now: number, zone: string): string =>
  [`sent ${whenWords(go.sentAt, now, zone)}`, late && 'late', due !== null && dueWords(due, now, zone)]
    .filter(Boolean)
    .join(' · ');

/** A piece by its learner and activity, and the how manieth go it is. */
export const waitingName = ({ name, title, go }: WaitingPiece): string =>
  `${name}: ${title}${go.number > 1 ? `, sent again, go ${go.number}` : ''}`;
