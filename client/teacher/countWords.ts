import { PIECE_STATES, STATE_WORDS, type PieceState } from '@lippet/core/piece/pieceState';

/** The counts that are not zero, in words: `2 finished · 3 started`. */
export function countWords(counts: Record<PieceState, number>, leaveOut: readonly PieceState[] = []): string {
  return PIECE_STATES.filter((state) => counts[state] > 0 && !leaveOut.includes(state))
    .map((state) => `${counts[state]} ${STATE_WORDS[state].toLowerCase()}`)
    .join(' · ');
}
