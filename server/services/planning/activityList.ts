import { Op } from 'sequelize';
import type { ActivityCard } from '@lippet/core/contract/activities';
import { EMPTY_PLAN } from '@lippet/core/contract/activityDefinition';
import { Activity, Assignment, Group, Part } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { countStates, type PieceCountService } from '../pieces/pieceCounts';
import { datesOf } from './planDates';
import { draftOf } from './draftOf';

/** The activities that a teacher may change, each in a line. */
export class ActivityList {
  constructor(private readonly counts: PieceCountService) {}

  /** All that a teacher may change, newest change first: their own, and what is set for their groups. */
  async list(actor: Actor): Promise<ActivityCard[]> {
    if (!policy.makeActivity(actor)) return [];
    const taught = await Assignment.findAll({ where: { groupId: [...actor.teaches] }, attributes: ['activityId'] });
    const activities = await Activity.findAll({
      where: { [Op.or]: [{ teacherId: actor.personId }, { id: taught.map(({ activityId }) => activityId) }] },
      order: [
        ['changedAt', 'DESC'],
        ['id', 'ASC'],
      ],
    });
    const ids = activities.map(({ id }) => id);
    const [assigned, parts, counts, groups] = await Promise.all([
      Assignment.findAll({ where: { activityId: ids } }),
      Part.findAll({ where: { activityId: ids, removedAt: null }, attributes: ['activityId'] }),
      actor.teaches.size > 0 ? this.counts.count({ groupIds: [...actor.teaches] }, 'activity') : [],
      Group.findAll({ where: { id: { [Op.in]: await this.groupIdsOf(ids) } }, order: ['name'] }),
    ]);
    return activities.map((activity): ActivityCard => {
      // What was never given out, also when it was put away since, is what its draft says.
      const given = activity.state === 'set' || assigned.some(({ activityId }) => activityId === activity.id);
      const draft = given ? null : (draftOf(activity) ?? EMPTY_PLAN);
      const own = draft
        ? draft.groups
            .filter(({ group }) => policy.setFor(actor, group))
            .map(({ group, free, opens, due, closes }) => ({
              id: group,
              free,
              dates: { opens, due, closes },
            }))
        : assigned
            .filter(({ activityId }) => activityId === activity.id)
            .map((assignment) => ({ id: assignment.groupId, free: assignment.free!, dates: datesOf(assignment) }));
      return {
        id: activity.id,
        title: draft?.title ?? activity.title,
        subject: draft?.subject ?? activity.subject,
        state: activity.state,
        changed: activity.state !== 'draft' && Boolean(activity.draft),
        groups: own.flatMap(({ id, free, dates }) => {
          const group = groups.find((group) => group.id === id);
          return group ? [{ id, name: group.name, free, ...dates }] : [];
        }),
        changedAt: activity.changedAt!.getTime(),
        parts: draft?.parts.length ?? parts.filter(({ activityId }) => activityId === activity.id).length,
        counts: countStates(counts.filter(({ activityId }) => activityId === activity.id)),
      };
    });
  }

  private async groupIdsOf(activityIds: readonly string[]): Promise<string[]> {
    const assigned = await Assignment.findAll({ where: { activityId: [...activityIds] }, attributes: ['groupId'] });
    const drafts = await Activity.findAll({ where: { id: [...activityIds], state: 'draft' }, attributes: ['draft'] });
    return [
      ...new Set([
        ...assigned.map(({ groupId }) => groupId),
        ...drafts.flatMap(({ draft }) => draft?.groups.map(({ group }) => group) ?? []),
      ]),
    ];
  }
}
