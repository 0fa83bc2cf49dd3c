import type { PieceStanding } from './pieceState';
import { dayWords, dueWords, whenWords } from './schoolTime';

/** What the line under a title is made from. */
export interface CardFacts {
  standing: PieceStanding;
  subject: string;
  teacher: string;
  minutes: number | null;
  due: number | null;
  completeness: { done: number; of: number };
  facts: { latest: { sentAt: number; released: { at: number } | null } | null };
}

const joined = (...words: (string | null | false)[]): string => words.filter(Boolean).join(' · ');

/** One line that says how a piece stands, the same in every list. */
export function cardWords(card: CardFacts, now: number, zone: string): string {
  const {
    standing,
    due,
    completeness: { done, of },
    facts: { latest },
  } = card;
  const by = due !== null && dueWords(due, now, zone);
  const parts = of > 1 && `${done} of ${of} parts done`;
  if (standing.closed) return joined('Closed', standing.state !== 'new' && 'your work is kept here');
  switch (standing.state) {
    case 'another-go':
      return `${card.teacher} asks for another go`;
    case 'ready':
      return joined('All done, not sent yet', by);
    case 'started':
      return joined(parts, by || 'no date');
    case 'with-teacher':
      return joined(`With ${card.teacher} since ${whenWords(latest!.sentAt, now, zone)}`, standing.late && 'sent late');
    case 'finished':
      return joined(`Finished ${dayWords(latest!.released!.at, now, zone)}`, card.subject);
    case 'new':
      return joined(card.subject, by || 'no date', card.minutes !== null && `${card.minutes} min`);
  }
}
