import type { PieceStanding } from '../piece/pieceState';
import { dayWords, dueWords, noonOf, whenWords } from './schoolTime';

/** What the line under a title is made from. */
export interface CardFacts {
  status: PieceStanding;
  subject: string;
  teacher: string;
  minutes: number | null;
  due: number | null;
  /** The day that the learner chose for work without a date, `yyyy-MM-dd`. */
  ownDay: string | null;
  completeness: { done: number; of: number };
  facts: { latest: { sentAt: number; released: { at: number } | null } | null };
}

const joined = (...words: (string | null | false)[]): string => words.filter(Boolean).join(' · ');

function ownDayWords({ ownDay }: CardFacts, now: number, zone: string): string {
  const noon = ownDay === null ? null : noonOf(ownDay, zone);
  return noon === null ? 'no date' : `your day: ${dayWords(noon, now, zone)}`;
}

/** One line that says how a piece stands, the same in every list. */
export function cardWords(card: CardFacts, now: number, zone: string): string {
  const {
    status,
    due,
    completeness: { done, of },
    facts: { latest },
  } = card;
  const by = due === null ? ownDayWords(card, now, zone) : dueWords(due, now, zone);
  const parts = of > 1 && `${done} of ${of} parts done`;
  if (status.closed) return joined('Closed', status.state !== 'new' && 'your work is kept here');
  switch (status.state) {
    case 'another-go':
      return `${card.teacher} asks for another go`;
    case 'ready':
      return joined('All done, not sent yet', due !== null && by);
    case 'started':
      return joined(parts, by);
    case 'with-teacher':
      return joined(`With ${card.teacher} since ${whenWords(latest!.sentAt, now, zone)}`, status.late && 'sent late');
    case 'finished':
      return joined(`Finished ${dayWords(latest!.released!.at, now, zone)}`, card.subject);
    case 'new':
      return joined(card.subject, by, card.minutes !== null && `${card.minutes} min`);
  }
}
