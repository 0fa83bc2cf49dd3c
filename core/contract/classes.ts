import type { PieceStanding } from '../piece/pieceState';

export interface ClassView {
  id: string;
  name: string;
  code: string;
  learners: ClassLearner[];
}

/** A learner of a group, and how their work stands. */
export interface ClassLearner {
  id: string;
  name: string;
  badge: string;
  counts: Record<PieceStanding['state'], number>;
  /** How many pieces are past their date and not sent. */
  late: number;
}
