import { randomUUID } from 'node:crypto';
import { UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import type { ActivityCard, PlanView } from '@lippet/core/contract/activities';
import { EMPTY_PLAN, type ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { mediaOfPlan } from '@lippet/core/contract/mediaOfPlan';
import { readPlan } from '@lippet/core/contract/readDefinition';
import { Activity, Crew, Media } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import type { GivenPages } from './givenPages';
import type { MediaService } from '../media/media';
import type { PieceCountService } from '../pieces/pieceCounts';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { ActivityList } from './activityList';
import { draftOf } from './draftOf';
import { findActivity } from './findActivity';
import { givenPlan } from './givenPlan';
import { GivingOut } from './givingOut';
import { PlanViews } from './planView';
import { renamedPlan } from './renamedPlan';

const NEWER = 'Somebody else has changed this meanwhile. Look at what is there now, and change it again.';

/**
 * Activities as teachers make them. What is typed is a draft beside what learners see; giving it out replaces that in
 * one transaction.
 * A part keeps its id through every change, so that what learners made for it stays theirs.
 */
export class PlanningService {
  private readonly views: PlanViews;
  private readonly cards: ActivityList;
  private readonly giving: GivingOut;

  constructor(
    private readonly sequelize: Sequelize,
    facts: PieceFactsService,
    counts: PieceCountService,
    { media, given }: { media: MediaService; given: GivenPages },
    private readonly clock: () => number = Date.now,
  ) {
    this.views = new PlanViews(sequelize, facts);
    this.cards = new ActivityList(counts);
    this.giving = new GivingOut(this.views, media, given, clock);
  }

  /** All that a teacher may change, newest change first: their own, and what is set for their groups. */
  list(actor: Actor): Promise<ActivityCard[]> {
    return this.cards.list(actor);
  }

  /** Begins an activity under an id that the client made; the same id again changes nothing. */
  async create(actor: Actor, id: string, plan: ActivityPlan = EMPTY_PLAN): Promise<{ id: string }> {
    try {
      await this.insert(actor, id, plan);
    } catch (error) {
      if (!(error instanceof UniqueConstraintError)) throw error;
      await findActivity(actor, id);
    }
    return { id };
  }

  /** @throws UniqueConstraintError where there is one with that id already */
  private async insert(actor: Actor, id: string, plan: ActivityPlan, copiedFrom: string | null = null): Promise<void> {
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
      copiedFrom,
      changedAt: new Date(this.clock()),
    });
  }

  /** Begins an activity, for a crew alone where one is named. The same id again is the same activity. */
  async begin(actor: Actor, { id, crew: crewId }: { id: string; crew?: string | null }): Promise<{ id: string }> {
    if (!crewId) return this.create(actor, id);
    const crew = await Crew.findByPk(crewId);
    if (!crew || !policy.setFor(actor, crew.groupId)) throw notFound();
    const group = {
      group: crew.groupId,
      folder: null,
      free: false,
      crews: [crewId],
      opens: null,
      due: null,
      closes: null,
    };
    return this.create(actor, id, { ...EMPTY_PLAN, groups: [group] });
  }

  async plan(actor: Actor, id: string): Promise<PlanView> {
    return this.views.of(actor, await findActivity(actor, id));
  }

  /**
   * Keeps what was typed. Learners see nothing of it.
   * @throws ProblemError `conflict` where somebody else has saved meanwhile
   */
  async save(actor: Actor, id: string, version: number, given: unknown): Promise<{ version: number }> {
    const plan = readPlan(given);
    return this.sequelize.transaction(async (transaction) => {
      const { activity } = await findActivity(actor, id, transaction);
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
    const { activity, assigned } = await findActivity(actor, id);
    if (activity.state === 'draft')
      throw new ProblemError('conflict', 'This has not been given out yet, so there is nothing to go back to.');
    await activity.update({ draft: null, draftVersion: activity.draftVersion! + 1 });
    return this.views.of(actor, { activity, assigned });
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
      const found = await findActivity(actor, id, transaction);
      const { activity } = found;
      if (activity.draftVersion !== version) throw new ProblemError('conflict', NEWER);
      const plan = draftOf(activity);
      if (!plan) return activity.update({ state: 'set' }, { transaction });
      await this.giving.give(actor, found, plan, transaction);
      return null;
    });
    return this.plan(actor, id);
  }

  /**
   * Puts an activity away: nothing of it can be sent any more, and all that was made stays. Taken out again, it is as
   * it was.
   */
  async archive(actor: Actor, id: string, away: boolean): Promise<PlanView> {
    const { activity, assigned } = await findActivity(actor, id);
    const back = assigned.length > 0 ? 'set' : 'draft';
    const returned = activity.state === 'archived' ? back : activity.state;
    await activity.update({
      state: away ? 'archived' : returned,
      changedAt: new Date(this.clock()),
    });
    return this.views.of(actor, { activity, assigned });
  }

  /** A new draft with all that an activity has, but for whom and when. Its files are kept once. */
  async copy(actor: Actor, id: string, as: string): Promise<{ id: string }> {
    try {
      await this.sequelize.transaction((transaction) => this.copyWithin(actor, id, as, transaction));
    } catch (error) {
      // Asked twice at once; outside of the transaction, which that has ended.
      if (!(error instanceof UniqueConstraintError)) throw error;
      await findActivity(actor, as);
    }
    return { id: as };
  }

  /** All of it or nothing: a copy without its files could not be mended by asking again. */
  private async copyWithin(actor: Actor, id: string, as: string, transaction: Transaction): Promise<void> {
    const found = await findActivity(actor, id);
    if (await Activity.findByPk(as)) return void (await findActivity(actor, as));
    const plan = draftOf(found.activity) ?? (await givenPlan(found));
    // What is taken away meanwhile waits: its bytes are needed by the copy, too.
    const files = await Media.findAll({
      where: { activityId: id, id: mediaOfPlan(plan) },
      lock: transaction.LOCK.SHARE,
      transaction,
    });
    const renamed = new Map(
      [...plan.parts, ...plan.choices, ...plan.materials, ...plan.rubric, ...files].map((named) => [
        named.id,
        randomUUID(),
      ]),
    );
    await this.insert(
      actor,
      as,
      renamedPlan({ ...plan, title: `${plan.title} (copy)`.slice(0, 120), groups: [], learners: [] }, renamed),
      found.activity.copiedFrom ?? id,
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
