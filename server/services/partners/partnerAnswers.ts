import { Op } from 'sequelize';
import type { PartnerAnswerView } from '@lippet/core/contract/partners';
import { rubricTotal, type ChosenLevels, type RubricRow } from '@lippet/core/review/rubric';
import { Activity, PeerReview, Submission } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound } from '../../problems/problem';
import { findPeerReview, forPolicy, isShown } from './findPeerReview';
import { namesForAuthors } from './partnerNames';

/** What was chosen of each line, in words. */
export const linesOf = (rows: readonly RubricRow[], levels: ChosenLevels): { title: string; words: string }[] =>
  (rubricTotal(rows, levels)?.lines ?? []).map(({ title, words }) => ({ title, words }));

/** What somebody gets back from partners. */
export class PartnerAnswerService {
  /** All that partners have said of one's work at an activity, as far as it is shown. */
  async ofActivity(actor: Actor, activityId: string): Promise<PartnerAnswerView[]> {
    const rows = await PeerReview.findAll({
      where: { activityId, authorId: actor.personId, givenAt: { [Op.not]: null } },
      order: ['forAuthor'],
    });
    const shown = rows.filter(isShown);
    if (shown.length === 0) return [];
    const activity = await Activity.findByPk(activityId, { rejectOnEmpty: true });
    const names = await namesForAuthors(activity, shown);
    const goes = await Submission.findAll({ where: { id: shown.map(({ submissionId }) => submissionId!) } });
    return shown.map((row): PartnerAnswerView => ({
      id: row.id,
      name: names.get(row.id)!,
      goId: row.submissionId!,
      goNumber: goes.find(({ id }) => id === row.submissionId)!.number,
      givenAt: row.givenAt!.getTime(),
      note: row.note!,
      lines: linesOf(activity.rubric ?? [], row.levels!),
      told: row.told ?? null,
      attached: row.attached ?? null,
      helped: row.helped ?? null,
      answer: row.answer!,
    }));
  }

  /** Says whether it helped, and something back. The partner sees it with what they said. */
  async thank(
    actor: Actor,
    id: string,
    { helped, answer }: { helped?: boolean | null; answer?: string },
  ): Promise<void> {
    const review = await findPeerReview(id);
    if (!policy.thankPartner(actor, forPolicy(review))) throw notFound();
    await review.update({
      ...(helped === undefined ? {} : { helped }),
      ...(answer === undefined ? {} : { answer }),
    });
  }
}
