import { Op, type Transaction } from 'sequelize';
import type { ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { planTroubles } from '@lippet/core/contract/definitionTroubles';
import { mediaOfPlan } from '@lippet/core/contract/mediaOfPlan';
import type { PartPlan } from '@lippet/core/parts/part';
import {
  Assignment,
  Crew,
  CrewMember,
  LearnerDates,
  Membership,
  Part,
  PartnerRound,
  type Activity,
} from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { ProblemError } from '../../problems/problem';
import { foldersOf } from './folders';
import type { GivenPages } from './givenPages';
import type { MediaService } from '../media/media';
import { tellPeople } from '../news/updates';
import type { FoundActivity } from './findActivity';
import { givenPlan } from './givenPlan';
import { rowDates } from './planDates';
import type { PlanViews } from './planView';

/** Puts a draft in the place of what learners see, all of it or nothing. */
export class GivingOut {
  constructor(
    private readonly views: PlanViews,
    private readonly media: MediaService,
    private readonly given: GivenPages,
    private readonly clock: () => number,
  ) {}

  /**
   * @param found locked by the transaction
   * @throws ProblemError `incomplete` with what is missing, `still-arriving` while a file is on its way
   */
  async give(actor: Actor, found: FoundActivity, plan: ActivityPlan, transaction: Transaction): Promise<void> {
    const { activity } = found;
    await this.insistReady(actor, found, plan, transaction);
    const before = activity.state === 'draft' ? null : await givenPlan(found, transaction);
    await this.putActivity(activity, plan, transaction);
    await this.putParts(activity.id, plan.parts, transaction);
    const fresh = await this.putGroups(found, plan, transaction);
    await this.given.note(plan, activity.id, before, transaction);
    await this.tell(plan, activity, fresh, transaction);
  }

  private async insistReady(
    actor: Actor,
    { activity, assigned }: FoundActivity,
    plan: ActivityPlan,
    transaction: Transaction,
  ): Promise<void> {
    const names = new Map<string, string>();
    for (const { id, name, learners } of await this.views.groupsFor(actor, assigned, plan)) {
      names.set(id, name);
      for (const learner of learners) names.set(learner.id, learner.name);
    }
    const troubles = planTroubles(plan, (id) => names.get(id) ?? 'somebody');
    if (troubles.length > 0) throw new ProblemError('incomplete', troubles.map(({ words }) => words).join(' '));
    const before = new Set(assigned.map(({ groupId }) => groupId));
    const strange = plan.groups.some(({ group }) => !before.has(group) && !policy.setFor(actor, group));
    const members = await Membership.findAll({
      where: { groupId: plan.groups.map(({ group }) => group), role: 'learner', leftAt: null },
      transaction,
    });
    const theirs = new Set(members.map(({ personId }) => personId));
    if (strange || plan.learners.some(({ person }) => !theirs.has(person)))
      throw new ProblemError(
        'incomplete',
        'Work can be set only for groups that you teach, and dates only for their learners.',
      );
    await insistOnCrews(plan, transaction);
    await insistOnNames(activity.id, plan, transaction);
    if (!(await this.media.ofActivity(mediaOfPlan(plan), activity.id)))
      throw new ProblemError('still-arriving', 'A file is still on its way to school. Give it out when that is there.');
    const elsewhere = await Part.count({
      where: { id: plan.parts.map((part) => part.id), activityId: { [Op.ne]: activity.id } },
      transaction,
    });
    if (elsewhere > 0) throw new ProblemError('incomplete', 'A part belongs to another activity.');
  }

  private async putActivity(activity: Activity, plan: ActivityPlan, transaction: Transaction): Promise<void> {
    const { task, told, supplies, minutes, choices, materials, rubric, marking, partners, wall } = plan;
    const { lateAllowed, takeBack, ages } = plan;
    await activity.update(
      {
        task,
        told,
        supplies,
        minutes,
        choices,
        materials,
        rubric,
        marking,
        partners,
        wall,
        lateAllowed,
        takeBack,
        ages,
        title: plan.title.trim(),
        subject: plan.subject.trim(),
        goal: plan.goal.trim() || null,
        topic: plan.topic.trim(),
        state: 'set',
        draft: null,
        changedAt: new Date(this.clock()),
        partsRevision: activity.partsRevision! + 1,
      },
      { transaction },
    );
  }

  /** A part keeps its id, so that what learners made for it stays theirs; one that is left out is only marked. */
  private async putParts(activityId: string, parts: readonly PartPlan[], transaction: Transaction): Promise<void> {
    const before = await Part.findAll({ where: { activityId }, transaction });
    for (const [position, part] of parts.entries()) {
      const row = { ...part, title: part.title.trim(), activityId, position, removedAt: null };
      const old = before.find(({ id }) => id === part.id);
      // What a learner answered in one way can't be read in another, so a part keeps its kind.
      if (old && old.kind !== part.kind)
        throw new ProblemError(
          'incomplete',
          `“${old.title}” can’t become another kind of part. Add a new one, and take this one out.`,
        );
      if (old) await old.update(row, { transaction });
      else await Part.create(row, { transaction });
    }
    const removedAt = new Date(this.clock());
    for (const old of before)
      if (!old.removedAt && !parts.some(({ id }) => id === old.id)) await old.update({ removedAt }, { transaction });
  }

  /** @returns ids of the groups that did not have it before */
  private async putGroups(
    { activity, assigned }: FoundActivity,
    { groups, learners }: ActivityPlan,
    transaction: Transaction,
  ): Promise<string[]> {
    const activityId = activity.id;
    await Assignment.destroy({ where: { activityId, groupId: assigned.map(({ groupId }) => groupId) }, transaction });
    const folders = await foldersOf(groups.map(({ group }) => group));
    for (const { group, folder, free, crews, ...dates } of groups) {
      // A folder that was taken away meanwhile is none.
      const folderId = folders.get(group)?.some(({ id }) => id === folder) ? folder : null;
      await Assignment.create(
        { activityId, groupId: group, folderId, free, crewIds: crews, ...rowDates(dates) },
        { transaction },
      );
    }
    await LearnerDates.destroy({ where: { activityId }, transaction });
    for (const { person, ...dates } of learners)
      await LearnerDates.create({ activityId, personId: person, ...rowDates(dates) }, { transaction });
    return groups.map(({ group }) => group).filter((group) => !assigned.some(({ groupId }) => groupId === group));
  }

  /** Of the members of groups, those who have the work: where it is for crews alone, only who is in one of them. */
  private async inTheirCrews(
    members: readonly Membership[],
    { groups }: ActivityPlan,
    transaction: Transaction,
  ): Promise<Membership[]> {
    const crews = await CrewMember.findAll({ where: { crewId: groups.flatMap((group) => group.crews) }, transaction });
    return members.filter(({ groupId, personId }) => {
      const wanted = groups.find(({ group }) => group === groupId)?.crews ?? [];
      return wanted.length === 0 || crews.some((one) => one.personId === personId && wanted.includes(one.crewId));
    });
  }

  /** New work is told of where it is open at once; what opens later is found on Now when it does. */
  private async tell(
    plan: ActivityPlan,
    { id, title }: Activity,
    fresh: readonly string[],
    transaction: Transaction,
  ): Promise<void> {
    const now = this.clock();
    const folders = await foldersOf(fresh);
    const opened = (opens: number | null | undefined): boolean => (opens ?? 0) <= now;
    const open = plan.groups
      .filter(
        ({ group, folder, free, opens }) =>
          fresh.includes(group) &&
          !free &&
          opened(opens) &&
          opened(folders.get(group)?.find(({ id }) => id === folder)?.opens),
      )
      .map(({ group }) => group);
    const all = await Membership.findAll({ where: { groupId: open, role: 'learner', leftAt: null }, transaction });
    const members = await this.inTheirCrews(all, plan, transaction);
    const later = new Set(plan.learners.flatMap(({ person, opens }) => (opens && opens > now ? [person] : [])));
    await tellPeople(
      members.map(({ personId }) => personId).filter((personId) => !later.has(personId)),
      { kind: 'new', words: `New for you: ${title}`, path: `/activity/${id}`, key: `new:${id}` },
      transaction,
    );
  }
}

/** @throws ProblemError `incomplete` where a crew is not of its group, or was taken apart */
async function insistOnCrews({ groups }: ActivityPlan, transaction: Transaction): Promise<void> {
  const named = groups.flatMap(({ group, crews }) => crews.map((crew) => ({ group, crew })));
  const known = await Crew.findAll({ where: { id: named.map(({ crew }) => crew) }, transaction });
  if (named.some(({ group, crew }) => !known.some(({ id, groupId }) => id === crew && groupId === group)))
    throw new ProblemError('incomplete', 'A crew that it is for was taken apart. Choose anew who it is for.');
}

/** Partners who have begun without names never get any afterwards, and those with names have seen them. */
async function insistOnNames(activityId: string, { partners }: ActivityPlan, transaction: Transaction): Promise<void> {
  if (!partners) return;
  const others = await PartnerRound.count({ where: { activityId, named: !partners.named }, transaction });
  if (others > 0)
    throw new ProblemError(
      'incomplete',
      `Partners have begun ${partners.named ? 'without' : 'with'} names, and that stays as it is.`,
    );
}
