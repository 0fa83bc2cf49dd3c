import type { Sequelize } from 'sequelize';
import type { TryView } from '@lippet/core/contract/tries';
import { Piece, QuestionTry } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound } from '../../problems/problem';
import { newsOf } from '../../sync/news';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { viewOfTry } from './tries';

/** A teacher says what an answer earns: one that has to be read, or one that deserves more than was computed. */
export class TryMarkingService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
  ) {}

  /** What it had earned by itself stays with it. */
  mark(actor: Actor, id: string, share: number): Promise<TryView> {
    return this.sequelize.transaction(async (transaction) => {
      const found = await QuestionTry.findByPk(id, { transaction });
      const piece = found && (await Piece.findByPk(found.pieceId, { lock: transaction.LOCK.UPDATE, transaction }));
      const [standing] = piece ? await this.facts.find({ pieceId: piece.id }, transaction) : [];
      if (!found || !piece || !standing || !policy.answer(actor, standing)) throw notFound();
      // What is still being made is nobody's to mark.
      if ((standing.latestGo?.number ?? 0) < found.go) throw notFound();
      const tried = await QuestionTry.findByPk(id, { transaction, rejectOnEmpty: true });
      await tried.update(
        { share, firstShare: tried.firstShare ?? tried.share, markedBy: actor.personId },
        { transaction },
      );
      newsOf([piece.personId, actor.personId], transaction);
      return viewOfTry(tried, { known: true, question: null });
    });
  }
}
