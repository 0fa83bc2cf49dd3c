import { Op } from 'sequelize';
import { documentOf } from '@lippet/core/page/document';
import { mediaOf } from '@lippet/core/page/mediaOf';
import { withoutOthers } from '@lippet/core/page/shared/withoutOthers';
import { voicesOf } from '@lippet/core/recording/moments';
import { FamilyCard, FamilyMessage, Piece, Review, Submission, type Media } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { forPolicy } from './findCard';

/** Whether a file of a child's piece lies in something that came back: in a go, or in what was said of it. */
export async function shownAtHome(actor: Actor, { id, pieceId }: Pick<Media, 'id' | 'pieceId'>): Promise<boolean> {
  const piece = pieceId ? await Piece.findByPk(pieceId) : null;
  if (!piece || !policy.seeReleased(actor, piece, true) || actor.personId === piece.personId) return false;
  const goes = await Submission.unscoped().findAll({
    where: { pieceId: piece.id, withdrawnAt: null },
    attributes: ['id', 'document', 'voiceId'],
  });
  const reviews = await Review.unscoped().findAll({
    where: { submissionId: goes.map((one) => one.id), releasedAt: { [Op.not]: null } },
    attributes: ['submissionId', 'marks', 'told'],
  });
  return reviews.some(({ submissionId, marks, told }) => {
    const { document, voiceId } = goes.find((one) => one.id === submissionId)!;
    if (voiceId === id || told?.media === id) return true;
    if (marks && voicesOf(documentOf(marks)).includes(id)) return true;
    return mediaOf(documentOf(withoutOthers(document))).includes(id);
  });
}

/** Whether a voice was said between a family and teachers, by whom one may read that. */
export async function heardAtHome(actor: Actor, mediaId: string): Promise<boolean> {
  const messages = await FamilyMessage.findAll({ where: { mediaId }, attributes: ['cardId'] });
  for (const { cardId } of messages) {
    const card = await FamilyCard.findByPk(cardId, { rejectOnEmpty: true });
    if (policy.talkAtHome(actor, await forPolicy(actor, card))) return true;
  }
  return false;
}
