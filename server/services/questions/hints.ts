import type { Sequelize } from 'sequelize';
import type { HintsView } from '@lippet/core/contract/tries';
import { firstOf } from '@lippet/core/questions/question';
import { Piece, QuestionHint } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import { newsOf } from '../../sync/news';
import { teachersOf } from '../news/updates';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { posedQuestion } from './questionParts';

/** Hints, one after the other, as a learner asks for them. They cost no mark; the teacher sees which were asked for. */
export class HintService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
  ) {}

  /** Hints up to this one. The same asked again is the same hint. */
  give(actor: Actor, pieceId: string, wanted: { part: string; question: string; number: number }): Promise<HintsView> {
    return this.sequelize.transaction(async (transaction) => {
      await Piece.findByPk(pieceId, { lock: transaction.LOCK.UPDATE, transaction });
      const [standing] = await this.facts.find({ pieceId }, transaction);
      if (!standing || !policy.readPiece(actor, standing)) throw notFound();
      const { question } = await posedQuestion(standing.activityId, wanted, transaction);
      const { hints } = firstOf(question);
      if (!policy.writePiece(actor, standing, standing.status))
        throw new ProblemError('conflict', 'This is not yours to change now.');
      if (wanted.number > hints.length) throw new ProblemError('conflict', 'There are no more hints.');
      const asked = { pieceId, partId: wanted.part, questionId: wanted.question };
      await QuestionHint.bulkCreate(
        Array.from({ length: wanted.number }, (_, index) => ({ ...asked, number: index + 1 })),
        { ignoreDuplicates: true, transaction },
      );
      newsOf(await teachersOf(standing.groupId, transaction), transaction);
      return { part: wanted.part, question: wanted.question, hints: hints.slice(0, wanted.number) };
    });
  }
}
