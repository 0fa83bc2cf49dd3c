import type { Transaction } from 'sequelize';
import { Activity, Assignment, Group } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound } from '../../problems/problem';

/** An activity that may be changed, and the groups it is given out to. */
export interface FoundActivity {
  activity: Activity;
  assigned: Assignment[];
}

/**
 * An activity that this teacher may change; within a transaction it is locked.
 * @throws ProblemError `not-found` for everybody else
 */
export async function findActivity(actor: Actor, id: string, transaction?: Transaction): Promise<FoundActivity> {
  const activity = await Activity.findByPk(id, {
    transaction,
    ...(transaction ? { lock: transaction.LOCK.UPDATE } : {}),
  });
  const all = activity ? await Assignment.findAll({ where: { activityId: id }, order: ['groupId'], transaction }) : [];
  // Those who join by a code are not chosen in the form: they come and go by themselves.
  const joined = await Group.findOne({ where: { joinsId: id }, attributes: ['id'], transaction });
  const assigned = all.filter(({ groupId }) => groupId !== joined?.id);
  if (
    !activity ||
    !policy.planActivity(actor, { teacherId: activity.teacherId, groups: assigned.map(({ groupId }) => groupId) })
  )
    throw notFound();
  return { activity, assigned };
}
