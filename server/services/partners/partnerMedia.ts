import { Op } from 'sequelize';
import { type Media, PeerReview, Submission } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { forPolicy } from './findPeerReview';

/** Whether somebody looks at a go as a partner in which a learner's file may be: one that came before it was sent. */
export async function seenByPartner(actor: Actor, { pieceId, createdAt }: Media): Promise<boolean> {
  const goes = await Submission.findAll({
    where: { pieceId: pieceId!, withdrawnAt: null, sentAt: { [Op.gte]: createdAt } },
    attributes: ['id'],
  });
  const reviews = await PeerReview.findAll({
    where: { reviewerId: actor.personId, submissionId: goes.map(({ id }) => id) },
  });
  return reviews.some((review) => policy.reviewAsPartner(actor, review));
}

/** Whether a recording or a picture was given with a review that somebody may read. */
export async function heardFromPartner(actor: Actor, mediaId: string): Promise<boolean> {
  const reviews = await PeerReview.findAll({
    where: { files: { [Op.contains]: [mediaId] }, givenAt: { [Op.not]: null } },
  });
  return reviews.some((review) => policy.readPartnersReview(actor, forPolicy(review)));
}
