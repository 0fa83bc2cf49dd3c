import type { Sequelize, Transaction } from 'sequelize';
import type { QuestionStateView } from '@lippet/core/contract/questionHelp';
import { Membership, QuestionState } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound } from '../../problems/problem';
import { newsOf } from '../../sync/news';
import { teachersOf } from '../news/updates';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { posedQuestion } from './questionParts';

/** A question that a teacher closes for a group, or whose answer they show to it, while they answer or after. */
export class QuestionStateService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
  ) {}

  async put(actor: Actor, place: { activity: string; group: string }, state: QuestionStateView): Promise<void> {
    if (!policy.review(actor, { groupId: place.group })) throw notFound();
    const [assigned] = await this.facts.find({ activityId: place.activity, groupIds: [place.group] });
    if (!assigned) throw notFound();
    await posedQuestion(place.activity, state);
    const { part, question, closed, shown } = state;
    await this.sequelize.transaction(async (transaction) => {
      await QuestionState.upsert(
        { groupId: place.group, partId: part, questionId: question, closed, shown },
        { transaction },
      );
      const members = await Membership.findAll({
        where: { groupId: place.group, role: 'learner', leftAt: null },
        transaction,
      });
      newsOf(
        members.map(({ personId }) => personId),
        transaction,
      );
      newsOf(await teachersOf(place.group, transaction), transaction);
    });
  }
}

/** What was said of questions to a group: those of these parts that were closed or shown. */
export async function statesOf(
  groupId: string,
  parts: readonly { id: string }[],
  transaction?: Transaction,
): Promise<QuestionStateView[]> {
  const states = await QuestionState.findAll({
    where: { groupId, partId: parts.map(({ id }) => id) },
    transaction,
  });
  return states.map(({ partId, questionId, closed, shown }) => ({ part: partId, question: questionId, closed, shown }));
}
