import type { PieceCard } from '../contract/pieces';

/** Words of so many letters say what something is about. */
const TELLING = 4;

const tellingWords = (text: string): Set<string> =>
  new Set(
    text
      .toLowerCase()
      .normalize('NFD')
      .replace(/\p{M}/gu, '')
      .split(/[^\p{L}\p{N}]+/u)
      .filter((word) => word.length >= TELLING),
  );

/**
 * The activities that a picture may belong to which is about to be shown to a class: those that can still be drawn on.
 * First come those whose title is spoken of in `words`, then those that are under way, then those that are due soonest.
 */
export function likelyWork(cards: readonly PieceCard[], words: string): PieceCard[] {
  const spoken = tellingWords(words);
  const named = ({ title }: PieceCard): number => [...tellingWords(title)].filter((word) => spoken.has(word)).length;
  const begun = ({ status }: PieceCard): number => Number(status.state !== 'new');
  const due = (card: PieceCard): number => card.due ?? Number.MAX_SAFE_INTEGER;
  return cards
    .filter(({ status }) => status.mayDraw)
    .sort((a, b) => named(b) - named(a) || begun(b) - begun(a) || due(a) - due(b));
}
