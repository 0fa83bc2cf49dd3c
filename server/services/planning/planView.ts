import { QueryTypes, type Sequelize } from 'sequelize';
import type { PartWithWork, PlanGroup, PlanView } from '@lippet/core/contract/activities';
import type { ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { partBegun } from '@lippet/core/piece/completeness';
import { NO_MARKING } from '@lippet/core/review/rubric';
import { Group, Membership, Part, Person, type Assignment } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { partPlan } from '../pieces/activityParts';
import { foldersOf } from './folders';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { draftOf } from './draftOf';
import type { FoundActivity } from './findActivity';
import { givenPlan } from './givenPlan';

async function partsWithWork(activityId: string, workIn: Record<string, string[]>): Promise<PartWithWork[]> {
  const parts = await Part.findAll({ where: { activityId, id: Object.keys(workIn) }, order: ['position'] });
  return parts.map((part) => ({ part: partPlan(part), asked: part.removedAt === null }));
}

/** An activity as its teacher sees it in the form, with what others have made of it. */
export class PlanViews {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
  ) {}

  async of(actor: Actor, found: FoundActivity): Promise<PlanView> {
    const { activity, assigned } = found;
    const kept = draftOf(activity) ?? (await givenPlan(found));
    const groups = await this.groupsFor(actor, assigned, kept);
    const known = new Set(groups.map(({ id }) => id));
    // A group that one has stopped to teach, and has not given it to, is no longer among those to choose.
    const plan = { ...kept, groups: kept.groups.filter(({ group }) => known.has(group)) };
    const workIn = await this.workIn(activity.id);
    return {
      id: activity.id,
      state: activity.state,
      changed: activity.state !== 'draft' && Boolean(activity.draft),
      version: activity.draftVersion!,
      plan,
      groups,
      workIn,
      withWork: await partsWithWork(activity.id, workIn),
      marked: {
        count: await this.markedBy(activity.id),
        rubric: activity.rubric ?? [],
        marking: activity.marking ?? NO_MARKING,
      },
    };
  }

  /**
   * The groups that a teacher may set work for, and those that have it already. A plan is written on a device: that it
   * names a group, or a learner, says nothing of them to whoever wrote it.
   */
  async groupsFor(actor: Actor, assigned: readonly Assignment[], plan: ActivityPlan): Promise<PlanGroup[]> {
    const ids = [...new Set([...actor.teaches, ...assigned.map(({ groupId }) => groupId)])];
    const named = new Set(plan.learners.map(({ person }) => person));
    const groups = await Group.findAll({ where: { id: ids, joinsId: null }, order: ['name'] });
    const folders = await foldersOf(ids);
    const crews = await this.crewsOf(ids);
    const members = await Membership.findAll({ where: { groupId: ids, role: 'learner', leftAt: null } });
    const people = await Person.findAll({
      where: { id: members.map(({ personId }) => personId) },
      attributes: ['id', 'name'],
      order: ['name'],
    });
    return groups.map(({ id, name }) => {
      const all = members.filter(({ groupId }) => groupId === id).map(({ personId }) => personId);
      // Of what a colleague teaches, only who has dates of their own there.
      const own = new Set(actor.teaches.has(id) ? all : all.filter((person) => named.has(person)));
      return {
        id,
        name,
        learners: people.filter((person) => own.has(person.id)).map((person) => ({ id: person.id, name: person.name })),
        folders: folders.get(id) ?? [],
        crews: actor.teaches.has(id)
          ? crews.filter(({ group }) => group === id).map(({ group: _, ...crew }) => crew)
          : [],
      };
    });
  }

  private crewsOf(groups: readonly string[]): Promise<{ id: string; name: string; about: string; group: string }[]> {
    return this.sequelize.query(
      `SELECT c.id, c.name, a.title AS about, c.group_id AS group FROM crews c JOIN activities a ON a.id = c.activity_id
       WHERE c.group_id = ANY(:groups::uuid[]) ORDER BY a.changed_at DESC, c.position`,
      { replacements: { groups: `{${groups.join(',')}}` }, type: QueryTypes.SELECT },
    );
  }

  /** How many released reviews say something by the rubric. */
  private async markedBy(activityId: string): Promise<number> {
    const [row] = await this.sequelize.query<{ count: string }>(
      `SELECT count(*) FROM reviews r JOIN submissions s ON s.id = r.submission_id JOIN pieces p ON p.id = s.piece_id
       WHERE p.activity_id = :activityId AND r.released_at IS NOT NULL AND r.marked IS NOT NULL`,
      { replacements: { activityId }, type: QueryTypes.SELECT },
    );
    return Number(row!.count);
  }

  private async workIn(activityId: string): Promise<Record<string, string[]>> {
    // Who takes a part out must know of work that is being made at this moment.
    const begun = (await this.facts.find({ activityId, exact: true })).filter(({ completeness }) => completeness.made);
    const people = await Person.findAll({
      where: { id: begun.map(({ personId }) => personId) },
      attributes: ['id', 'name'],
      order: ['name'],
    });
    const work: Record<string, string[]> = {};
    for (const { id, name } of people) {
      const { progress } = begun.find(({ personId }) => personId === id)!;
      for (const part of Object.keys(progress.parts)) if (partBegun(progress, part)) (work[part] ??= []).push(name);
    }
    return work;
  }
}
