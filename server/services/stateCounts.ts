import { PIECE_STATES, type PieceState } from '@lippet/core/schedule/pieceState';
import type { Standing } from './pieceFacts';

/** How many pieces are in each state. */
export function countStates(standings: readonly Standing[]): Record<PieceState, number> {
  const counts = Object.fromEntries(PIECE_STATES.map((state) => [state, 0])) as Record<PieceState, number>;
  for (const { standing } of standings) counts[standing.state] += 1;
  return counts;
}
