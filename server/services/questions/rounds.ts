import type { Sequelize } from 'sequelize';
import type { RoundView } from '@lippet/core/contract/tries';
import { QuestionTry, SetRound, SetTime } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { ProblemError } from '../../problems/problem';
import { newsOf } from '../../sync/news';
import { teachersOf } from '../news/updates';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { heldPiece, insistOnWriting, ownQuestions, partInHand, placeNow } from './questionInHand';

/** Going through a set once more, where its teacher allows that. */
export class RoundService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
  ) {}

  /**
   * Begins the next time through; its tries and its time are anew.
   *
   * @param seen ids of the newest tries: whoever goes through again has looked at what they answered
   * @throws ProblemError `conflict` where not all was answered or looked at, or there are no more times
   */
  begin(actor: Actor, pieceId: string, { part: partId, seen }: { part: string; seen: string[] }): Promise<RoundView> {
    return this.sequelize.transaction(async (transaction) => {
      const standing = await heldPiece(this.facts, actor, pieceId, transaction);
      const part = await partInHand(standing.activityId, partId, transaction);
      insistOnWriting(actor, standing);
      const { go, round } = await placeNow(standing, pieceId, partId, transaction);
      const tries = await QuestionTry.findAll({
        where: { pieceId, partId, go, variant: 0 },
        order: ['round', 'number'],
        transaction,
      });
      const newestOf = (time: number): (QuestionTry | undefined)[] =>
        ownQuestions(part, pieceId).map(({ id }) =>
          tries.findLast((tried) => tried.questionId === id && tried.round === time),
        );
      const looked = new Set(seen);
      const isLookedAt = (all: readonly (QuestionTry | undefined)[]): boolean =>
        all.every((tried) => tried !== undefined && looked.has(tried.id));
      // The same wish once more, whose answer was lost on its way.
      if (round > 1 && isLookedAt(newestOf(round - 1)) && !tries.some((tried) => tried.round === round))
        return { part: partId, round };
      const newest = newestOf(round);
      if (newest.some((tried) => tried === undefined))
        throw new ProblemError('conflict', 'Answer all of them before you go through them once more.');
      if (!isLookedAt(newest)) throw new ProblemError('conflict', 'Look at what you answered first.');
      if (part.settings.rounds !== null && round >= part.settings.rounds)
        throw new ProblemError('conflict', 'You have gone through them as often as you may.');
      await SetRound.upsert({ pieceId, partId, go, round: round + 1 }, { transaction });
      await SetTime.destroy({ where: { pieceId, partId, go }, transaction });
      newsOf(await teachersOf(standing.groupId, transaction), transaction);
      return { part: partId, round: round + 1 };
    });
  }
}
