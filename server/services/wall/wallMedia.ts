import { literal, where } from 'sequelize';
import { Hanging, HangingAnswer, Submission } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { openingOf } from './openings';
import { showsExample } from './exampleAccess';
import { isLet } from './findHanging';

/** Whether a recording hangs on a wall that somebody may see. */
export async function shownOnWall(
  facts: PieceFactsService,
  actor: Actor,
  mediaId: string,
  now: number,
): Promise<boolean> {
  const rows = await Hanging.findAll({ where: where(literal("recording->>'media'"), mediaId) });
  const goes = await Submission.findAll({
    where: { id: rows.map(({ submissionId }) => submissionId), withdrawnAt: null },
    attributes: ['id'],
  });
  const sent = new Set(goes.map(({ id }) => id));
  for (const hanging of rows) {
    const openToHome = (await openingOf(hanging, now)) !== null;
    const seen = policy.seeHanging(actor, { ...hanging.get(), hangs: isLet(hanging), openToHome });
    if (!sent.has(hanging.submissionId)) continue;
    if (seen || (await showsExample(facts, actor, hanging))) return true;
  }
  return false;
}

/** Whether a voice was said to a piece on the wall, and somebody may hear it: what waits or is held only its speaker and teachers. */
export async function heardOnWall(actor: Actor, mediaId: string): Promise<boolean> {
  for (const answer of await HangingAnswer.findAll({ where: { mediaId } })) {
    const hanging = await Hanging.findByPk(answer.hangingId, { rejectOnEmpty: true });
    if (policy.leadWall(actor, hanging)) return true;
    const seen = policy.seeHanging(actor, { ...hanging.get(), hangs: isLet(hanging) });
    if (seen && (isLet(answer) || answer.personId === actor.personId)) return true;
  }
  return false;
}
