import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import type { QuestionTry } from '../../models/tables';
import type { Standing } from '../pieces/pieceFacts';

/** A question of a piece, in one go. */
export interface AtQuestion {
  pieceId: string;
  go: number;
  /** Which time through the set. */
  round: number;
  part: string;
  question: string;
}

/** The go that is being made; once it is sent, that one. */
export const goNow = ({ latestGo, status }: Pick<Standing, 'latestGo' | 'status'>): number =>
  Math.max(1, (latestGo?.number ?? 0) + (status.mayDraw ? 1 : 0));

/** Whether a learner is told what a try earned. */
export const mayKnow = ({ told }: QuestionsSettings): boolean => told === 'right or wrong';

/** Whether nothing can be tried any more at the question itself. @param tries at this question, in this go */
export function isDone({ tries: most }: QuestionsSettings, tries: readonly QuestionTry[]): boolean {
  const own = tries.filter(({ variant }) => variant === 0);
  return own.at(-1)?.share === 1 || (most !== null && own.length >= most);
}
