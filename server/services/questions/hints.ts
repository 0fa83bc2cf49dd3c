import type { Sequelize } from 'sequelize';
import type { HintsView } from '@lippet/core/contract/tries';
import { firstOf } from '@lippet/core/questions/question';
import { QuestionHint } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { ProblemError } from '../../problems/problem';
import { newsOf } from '../../sync/news';
import { teachersOf } from '../news/updates';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { questionInHand } from './questionInHand';

/** Hints, one after the other, as a learner asks for them. They cost no mark; the teacher sees which were asked for. */
export class HintService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
  ) {}

  /** Hints up to this one. The same asked again is the same hint. */
  give(actor: Actor, pieceId: string, wanted: { part: string; question: string; number: number }): Promise<HintsView> {
    return this.sequelize.transaction(async (transaction) => {
      const world = { facts: this.facts, actor, pieceId };
      const { question, standing } = await questionInHand(world, wanted, transaction);
      const { hints } = firstOf(question);
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
