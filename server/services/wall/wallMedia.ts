import { literal, where } from 'sequelize';
import { Hanging, Submission } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { openingOf } from './openings';
import { isLet } from './findHanging';

/** Whether a recording hangs on a wall that somebody may see. */
export async function shownOnWall(actor: Actor, mediaId: string, now: number): Promise<boolean> {
  const rows = await Hanging.findAll({ where: where(literal("recording->>'media'"), mediaId) });
  const goes = await Submission.findAll({
    where: { id: rows.map(({ submissionId }) => submissionId), withdrawnAt: null },
    attributes: ['id'],
  });
  const sent = new Set(goes.map(({ id }) => id));
  for (const hanging of rows) {
    const openToHome = (await openingOf(hanging, now)) !== null;
    const seen = policy.seeHanging(actor, { ...hanging.get(), hangs: isLet(hanging), openToHome });
    if (seen && sent.has(hanging.submissionId)) return true;
  }
  return false;
}
