import { literal, where } from 'sequelize';
import { Hanging } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { isLet } from './findHanging';

/** Whether a recording hangs on a wall that somebody may see. */
export async function shownOnWall(actor: Actor, mediaId: string): Promise<boolean> {
  const rows = await Hanging.findAll({ where: where(literal("recording->>'media'"), mediaId) });
  return rows.some((hanging) => policy.seeHanging(actor, { ...hanging.get(), hangs: isLet(hanging) }));
}
