import type { Transaction } from 'sequelize';
import type { PartnerReviewState } from '@lippet/core/contract/partners';
import { PeerReview, Piece, Submission } from '../../models/tables';
import { notFound } from '../../problems/problem';

/** @throws ProblemError `not-found` */
export async function findPeerReview(id: string): Promise<PeerReview> {
  const review = await PeerReview.findByPk(id);
  if (!review) throw notFound();
  return review;
}

/**
 * The same, locked, so that what is said of it comes one after the other.
 * @throws ProblemError `not-found` where partners were given out anew meanwhile, and it is nobody's any more
 */
export async function lockPeerReview(id: string, transaction: Transaction): Promise<PeerReview> {
  const review = await PeerReview.findByPk(id, { lock: transaction.LOCK.UPDATE, transaction });
  if (!review) throw notFound();
  return review;
}

/** Whether whose work it is may see it. */
export const isShown = ({ givenAt, shownAt, held }: PeerReview): boolean => Boolean(givenAt && shownAt && !held);

/** A review as the policy asks for it. */
export const forPolicy = (
  review: PeerReview,
): { groupId: string; reviewerId: string; authorId: string; shown: boolean } => ({
  groupId: review.groupId,
  reviewerId: review.reviewerId,
  authorId: review.authorId,
  shown: isShown(review),
});

/** The newest go of each learner at an activity that can be looked at: one that was not taken back. */
export async function latestGoes(
  activityId: string,
  people: readonly string[],
  transaction?: Transaction,
): Promise<Map<string, Submission>> {
  const pieces = await Piece.findAll({
    where: { activityId, personId: [...people] },
    attributes: ['id', 'personId'],
    transaction,
  });
  const goes = await Submission.findAll({
    where: { pieceId: pieces.map(({ id }) => id), withdrawnAt: null },
    order: [['number', 'ASC']],
    transaction,
  });
  const owners = new Map(pieces.map(({ id, personId }) => [id, personId]));
  return new Map(goes.map((submission) => [owners.get(submission.pieceId)!, submission]));
}

/** How a review stands for whoever gives it. @param there whether there is work to look at */
export function stateOf({ givenAt, begunAt }: PeerReview, there: boolean): PartnerReviewState {
  if (givenAt) return 'given';
  if (!there) return 'waits';
  return begunAt ? 'begun' : 'to-do';
}
