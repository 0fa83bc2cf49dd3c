import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import type { ActivityCard, PartWithWork, PlanGroup, PlanView } from '@lippet/core/contract/activities';
import { EMPTY_PLAN, type ActivityPlan, type Dates } from '@lippet/core/contract/activityDefinition';
import { mediaOfPlan } from '@lippet/core/contract/mediaOfPlan';
import { planTroubles } from '@lippet/core/contract/definitionTroubles';
import { readPlan } from '@lippet/core/contract/readDefinition';
import { NO_MARKING } from '@lippet/core/review/rubric';
import { partPlan } from './activityParts';
import { partBegun } from '@lippet/core/piece/completeness';
import { Activity, Assignment, Group, LearnerDates, Media, Membership, Part, Person } from '../models/tables';
import type { Actor } from '../policy/actor';
import { policy } from '../policy/policy';
import { notFound, ProblemError } from '../problems/problem';
import { foldersOf } from './folders';
import type { GivenPages } from './givenPages';
import type { MediaService } from './media';
import type { PieceFactsService } from './pieceFacts';
import { countStates, type PieceCountService } from './pieceCounts';
import { tellPeople } from './updates';

const NEWER = 'Somebody else has changed this meanwhile. Look at what is there now, and change it again.';
const time = (date: Date | null): number | null => date && date.getTime();
const date = (value: number | null): Date | null => (value === null ? null : new Date(value));
const datesOf = ({ opens, due, closes }: { opens: Date | null; due: Date | null; closes: Date | null }): Dates => ({
  opens: time(opens),
  due: time(due),
  closes: time(closes),
});
const rowDates = ({ opens, due, closes }: Dates): { opens: Date | null; due: Date | null; closes: Date | null } => ({
  opens: date(opens),
  due: date(due),
  closes: date(closes),
});

async function partsWithWork(activityId: string, workIn: Record<string, string[]>): Promise<PartWithWork[]> {
  const parts = await Part.findAll({ where: { activityId, id: Object.keys(workIn) }, order: ['position'] });
  return parts.map((part) => ({ part: partPlan(part), asked: part.removedAt === null }));
}

interface Found {
  activity: Activity;
  assigned: Assignment[];
}

/**
 * Activities as teachers make them. What is typed is a draft beside what learners see; giving it out replaces that in
 * one transaction.
 * A part keeps its id through every change, so that what learners made for it stays theirs.
 */
export class PlanningService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
    private readonly counts: PieceCountService,
    private readonly files: { media: MediaService; given: GivenPages },
    private readonly clock: () => number = Date.now,
  ) {}

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
      const draft = given ? null : (activity.draft ?? EMPTY_PLAN);
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
            .map((each) => ({ id: each.groupId, free: each.free!, dates: datesOf(each) }));
      return {
        id: activity.id,
        title: draft?.title ?? activity.title,
        subject: draft?.subject ?? activity.subject,
        state: activity.state,
        changed: activity.state !== 'draft' && Boolean(activity.draft),
        groups: own.flatMap(({ id, free, dates }) => {
          const group = groups.find((each) => each.id === id);
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

  private async find(actor: Actor, id: string, transaction?: Transaction): Promise<Found> {
    const activity = await Activity.findByPk(id, {
      transaction,
      ...(transaction ? { lock: transaction.LOCK.UPDATE } : {}),
    });
    const all = activity
      ? await Assignment.findAll({ where: { activityId: id }, order: ['groupId'], transaction })
      : [];
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

  /** Begins an activity under an id that the client made; the same id again changes nothing. */
  async create(actor: Actor, id: string, plan: ActivityPlan = EMPTY_PLAN): Promise<{ id: string }> {
    try {
      await this.insert(actor, id, plan);
    } catch (error) {
      if (!(error instanceof UniqueConstraintError)) throw error;
      await this.find(actor, id);
    }
    return { id };
  }

  /** @throws UniqueConstraintError where there is one with that id already */
  private async insert(actor: Actor, id: string, plan: ActivityPlan): Promise<void> {
    if (!policy.makeActivity(actor)) throw new ProblemError('forbidden', 'Only teachers make activities.');
    const { title, subject, task } = EMPTY_PLAN;
    await Activity.create({
      id,
      teacherId: actor.personId,
      title,
      subject,
      goal: null,
      task,
      minutes: null,
      lateAllowed: true,
      state: 'draft',
      draft: plan,
      changedAt: new Date(this.clock()),
    });
  }

  /** What learners see now, as a plan. */
  private async given({ activity, assigned }: Found, transaction?: Transaction): Promise<ActivityPlan> {
    const activityId = activity.id;
    const [parts, learners] = [
      await Part.findAll({ where: { activityId, removedAt: null }, order: ['position'], transaction }),
      await LearnerDates.findAll({ where: { activityId }, order: ['personId'], transaction }),
    ];
    const { title, subject, goal, task, told, supplies, minutes, choices, materials, rubric, lateAllowed, takeBack } =
      activity;
    return {
      title,
      subject,
      goal: goal ?? '',
      task,
      told: told ?? null,
      supplies: supplies!,
      minutes,
      lateAllowed,
      takeBack: takeBack!,
      choices: choices!,
      materials: materials!,
      rubric: rubric!,
      marking: activity.marking ?? NO_MARKING,
      parts: parts.map(partPlan),
      topic: activity.topic!,
      ages: activity.ages ?? null,
      groups: assigned.map((each) => ({
        group: each.groupId,
        folder: each.folderId ?? null,
        free: each.free!,
        ...datesOf(each),
      })),
      learners: learners.map((each) => ({ person: each.personId, ...datesOf(each) })),
    };
  }

  private async view(actor: Actor, found: Found): Promise<PlanView> {
    const { activity, assigned } = found;
    const kept = activity.draft ?? (await this.given(found));
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
  private async groupsFor(actor: Actor, assigned: readonly Assignment[], plan: ActivityPlan): Promise<PlanGroup[]> {
    const ids = [...new Set([...actor.teaches, ...assigned.map(({ groupId }) => groupId)])];
    const named = new Set(plan.learners.map(({ person }) => person));
    const groups = await Group.findAll({ where: { id: ids, joinsId: null }, order: ['name'] });
    const folders = await foldersOf(ids);
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
      };
    });
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

  async plan(actor: Actor, id: string): Promise<PlanView> {
    return this.view(actor, await this.find(actor, id));
  }

  /**
   * Keeps what was typed. Learners see nothing of it.
   * @throws ProblemError `conflict` where somebody else has saved meanwhile
   */
  async save(actor: Actor, id: string, version: number, given: unknown): Promise<{ version: number }> {
    const plan = readPlan(given);
    return this.sequelize.transaction(async (transaction) => {
      const { activity } = await this.find(actor, id, transaction);
      if (activity.draftVersion !== version) throw new ProblemError('conflict', NEWER);
      await activity.update(
        { draft: plan, draftVersion: version + 1, changedAt: new Date(this.clock()) },
        { transaction },
      );
      return { version: version + 1 };
    });
  }

  /** Throws away what was typed and not given out. */
  async discard(actor: Actor, id: string): Promise<PlanView> {
    const { activity, assigned } = await this.find(actor, id);
    if (activity.state === 'draft')
      throw new ProblemError('conflict', 'This has not been given out yet, so there is nothing to go back to.');
    await activity.update({ draft: null, draftVersion: activity.draftVersion! + 1 });
    return this.view(actor, { activity, assigned });
  }

  /**
   * Gives the draft out: learners of its groups see it from now on, or from when it opens. Giving out what is given out
   * already changes nothing.
   *
   * @throws ProblemError `unfit` with what is missing, `still-arriving` while a file is on its way, `conflict` for a
   * version that is not the newest
   */
  async set(actor: Actor, id: string, version: number): Promise<PlanView> {
    await this.sequelize.transaction(async (transaction) => {
      const found = await this.find(actor, id, transaction);
      const { activity } = found;
      if (activity.draftVersion !== version) throw new ProblemError('conflict', NEWER);
      const plan = activity.draft;
      if (!plan) return activity.update({ state: 'set' }, { transaction });
      await this.insistReady(actor, found, plan, transaction);
      const before = activity.state === 'draft' ? null : await this.given(found, transaction);
      const fresh = await this.replace(found, plan, transaction);
      await this.files.given.note(plan, activity.id, before, transaction);
      await this.tell(plan, activity, fresh, transaction);
      return null;
    });
    return this.plan(actor, id);
  }

  private async insistReady(
    actor: Actor,
    { activity, assigned }: Found,
    plan: ActivityPlan,
    transaction: Transaction,
  ): Promise<void> {
    const names = new Map<string, string>();
    for (const { id, name, learners } of await this.groupsFor(actor, assigned, plan)) {
      names.set(id, name);
      for (const learner of learners) names.set(learner.id, learner.name);
    }
    const troubles = planTroubles(plan, (each) => names.get(each) ?? 'somebody');
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
    if (!(await this.files.media.ofActivity(mediaOfPlan(plan), activity.id)))
      throw new ProblemError('still-arriving', 'A file is still on its way to school. Give it out when that is there.');
    const elsewhere = await Part.count({
      where: { id: plan.parts.map((part) => part.id), activityId: { [Op.ne]: activity.id } },
      transaction,
    });
    if (elsewhere > 0) throw new ProblemError('incomplete', 'A part belongs to another activity.');
  }

  /** @returns ids of the groups that did not have it before */
  private async replace(
    { activity, assigned }: Found,
    plan: ActivityPlan,
    transaction: Transaction,
  ): Promise<string[]> {
    const {
      title,
      subject,
      goal,
      task,
      told,
      supplies,
      minutes,
      choices,
      materials,
      rubric,
      marking,
      lateAllowed,
      takeBack,
      topic,
      ages,
      parts,
      groups,
      learners,
    } = plan;
    const activityId = activity.id;
    const at = new Date(this.clock());
    await activity.update(
      {
        title: title.trim(),
        subject: subject.trim(),
        goal: goal.trim() || null,
        task,
        told,
        supplies,
        minutes,
        choices,
        materials,
        rubric,
        marking,
        lateAllowed,
        takeBack,
        topic: topic.trim(),
        ages,
        state: 'set',
        draft: null,
        changedAt: at,
        partsRevision: activity.partsRevision! + 1,
      },
      { transaction },
    );
    const before = await Part.findAll({ where: { activityId }, transaction });
    for (const [position, part] of parts.entries()) {
      const row = { ...part, title: part.title.trim(), activityId, position, removedAt: null };
      const old = before.find((each) => each.id === part.id);
      // What a learner answered in one way can't be read in another, so a part keeps its kind.
      if (old && old.kind !== part.kind)
        throw new ProblemError(
          'incomplete',
          `“${old.title}” can’t become another kind of part. Add a new one, and take this one out.`,
        );
      if (old) await old.update(row, { transaction });
      else await Part.create(row, { transaction });
    }
    for (const old of before)
      if (!old.removedAt && !parts.some((part) => part.id === old.id))
        await old.update({ removedAt: at }, { transaction });
    await Assignment.destroy({ where: { activityId, groupId: assigned.map(({ groupId }) => groupId) }, transaction });
    const folders = await foldersOf(groups.map(({ group }) => group));
    for (const { group, folder, free, ...dates } of groups) {
      // A folder that was taken away meanwhile is none.
      const folderId = folders.get(group)?.some(({ id }) => id === folder) ? folder : null;
      await Assignment.create({ activityId, groupId: group, folderId, free, ...rowDates(dates) }, { transaction });
    }
    await LearnerDates.destroy({ where: { activityId }, transaction });
    for (const { person, ...dates } of learners)
      await LearnerDates.create({ activityId, personId: person, ...rowDates(dates) }, { transaction });
    return groups.map(({ group }) => group).filter((group) => !assigned.some(({ groupId }) => groupId === group));
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
          opened(folders.get(group)?.find(({ id: each }) => each === folder)?.opens),
      )
      .map(({ group }) => group);
    const members = await Membership.findAll({ where: { groupId: open, role: 'learner', leftAt: null }, transaction });
    const later = new Set(plan.learners.flatMap(({ person, opens }) => (opens && opens > now ? [person] : [])));
    await tellPeople(
      members.map(({ personId }) => personId).filter((personId) => !later.has(personId)),
      { kind: 'new', words: `New for you: ${title}`, path: `/activity/${id}`, key: `new:${id}` },
      transaction,
    );
  }

  /**
   * Puts an activity away: nothing of it can be sent any more, and all that was made stays. Taken out again, it is as
   * it was.
   */
  async archive(actor: Actor, id: string, away: boolean): Promise<PlanView> {
    const { activity, assigned } = await this.find(actor, id);
    const back = assigned.length > 0 ? 'set' : 'draft';
    const returned = activity.state === 'archived' ? back : activity.state;
    await activity.update({
      state: away ? 'archived' : returned,
      changedAt: new Date(this.clock()),
    });
    return this.view(actor, { activity, assigned });
  }

  /** A new draft with all that an activity has, but for whom and when. Its files are kept once. */
  async copy(actor: Actor, id: string, as: string): Promise<{ id: string }> {
    try {
      await this.sequelize.transaction((transaction) => this.copyWithin(actor, id, as, transaction));
    } catch (error) {
      // Asked twice at once; outside of the transaction, which that has ended.
      if (!(error instanceof UniqueConstraintError)) throw error;
      await this.find(actor, as);
    }
    return { id: as };
  }

  /** All of it or nothing: a copy without its files could not be mended by asking again. */
  private async copyWithin(actor: Actor, id: string, as: string, transaction: Transaction): Promise<void> {
    const found = await this.find(actor, id);
    if (await Activity.findByPk(as)) return void (await this.find(actor, as));
    const plan = found.activity.draft ?? (await this.given(found));
    // What is taken away meanwhile waits: its bytes are needed by the copy, too.
    const files = await Media.findAll({
      where: { activityId: id, id: mediaOfPlan(plan) },
      lock: transaction.LOCK.SHARE,
      transaction,
    });
    const renamed = new Map(
      [...plan.parts, ...plan.choices, ...plan.materials, ...plan.rubric, ...files].map((each) => [
        each.id,
        randomUUID(),
      ]),
    );
    await this.insert(
      actor,
      as,
      renamedPlan({ ...plan, title: `${plan.title} (copy)`.slice(0, 120), groups: [], learners: [] }, renamed),
    );
    for (const file of files)
      await Media.create({
        ...file.get(),
        id: renamed.get(file.id)!,
        activityId: as,
        ownerId: actor.personId,
        // Of the copy nothing was given to anybody yet.
        givenPages: null,
        givenHash: null,
        givenSize: null,
      });
  }
}

/** A plan in which ids stand for others, wherever they are. Ids are UUIDs, so none of them is part of anything else. */
export const renamedPlan = (plan: ActivityPlan, names: ReadonlyMap<string, string>): ActivityPlan =>
  readPlan(
    JSON.parse(
      JSON.stringify(plan).replaceAll(
        /[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}/gi,
        (id) => names.get(id.toLowerCase()) ?? id,
      ),
    ),
  );
