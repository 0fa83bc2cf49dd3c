import { col, fn, where } from 'sequelize';
import { Activity, Assignment, type Hanging } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { isLet } from './findHanging';

/** Which of the activities somebody may see: learners what is open to them, teachers what their groups have. */
export async function openAmong(
  facts: PieceFactsService,
  actor: Actor,
  activities: readonly string[],
): Promise<Set<string>> {
  if (activities.length === 0) return new Set();
  const assigned = await Assignment.findAll({ where: { activityId: [...activities] } });
  const led = assigned.filter((assignment) => policy.leadWall(actor, assignment));
  const own = actor.learnsIn.size > 0 ? await facts.find({ personId: actor.personId, free: true }) : [];
  const open = own.filter((standing) => policy.seeActivity(actor, standing, standing.status));
  const wanted = new Set(activities);
  return new Set([...led, ...open].map(({ activityId }) => activityId).filter((id) => wanted.has(id)));
}

/** Whether a piece is an example for an activity that somebody may see: the same one, or one of its copies. */
export async function showsExample(facts: PieceFactsService, actor: Actor, hanging: Hanging): Promise<boolean> {
  const { example, activityId } = hanging;
  if (!isLet(hanging) || (example !== 'named' && example !== 'nameless')) return false;
  const { copiedFrom } = await Activity.findByPk(activityId, { attributes: ['copiedFrom'], rejectOnEmpty: true });
  const kin = await Activity.findAll({
    where: where(fn('coalesce', col('copied_from'), col('id')), copiedFrom ?? activityId),
    attributes: ['id'],
  });
  const open = await openAmong(
    facts,
    actor,
    kin.map(({ id }) => id),
  );
  return open.size > 0;
}
