import type { MarkView } from '../review/rubric';
import type { FirstMark } from '../questions/firstMark';
import type { PieceState } from '../piece/pieceState';
import type { Face } from './class';

/** How one learner stands with one activity. */
export interface MarkCell {
  person: string;
  activity: string;
  state: PieceState;
  late: boolean;
  overdue: boolean;
  /** Of the latest go. */
  sentAt: number | null;
  due: number | null;
  /** Of the latest released review. */
  mark: MarkView | null;
  /** What the questions of the latest go come to by themselves; null where there are none. */
  first: FirstMark | null;
}

/**
 * A group's learners by its activities. What was never set for a learner, or is theirs to choose and not begun, has no
 * cell.
 */
export interface MarksView {
  group: { id: string; name: string };
  learners: Face[];
  /** In the order of their due dates; those without come last. */
  activities: { id: string; title: string; subject: string; due: number | null }[];
  cells: MarkCell[];
}
