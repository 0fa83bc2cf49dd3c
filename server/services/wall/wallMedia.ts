import { literal, where } from 'sequelize';
import { Hanging, Submission } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { isLet } from './findHanging';

/** Whether a recording hangs on a wall that somebody may see. */
export async function shownOnWall(actor: Actor, mediaId: string): Promise<boolean> {
  const rows = await Hanging.findAll({ where: where(literal("recording->>'media'"), mediaId) });
  const goes = await Submission.findAll({
    where: { id: rows.map(({ submissionId }) => submissionId), withdrawnAt: null },
    attributes: ['id'],
  });
  const sent = new Set(goes.map(({ id }) => id));
  return rows.some(
    (hanging) =>
      sent.has(hanging.submissionId) && policy.seeHanging(actor, { ...hanging.get(), hangs: isLet(hanging) }),
  );
}
