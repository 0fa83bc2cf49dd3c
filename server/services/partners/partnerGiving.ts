import { Op, type Sequelize, type Transaction } from 'sequelize';
import * as Y from 'yjs';
import { whatIsLacking, type PartnerSaid } from '@lippet/core/review/partners/partnerLacking';
import { RECALL } from '@lippet/core/contract/limits';
import type { PartnerPlan } from '@lippet/core/review/partners/partnerPlan';
import { Activity, Media, PartnerRound, PeerReview, Person, Submission } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import type { SyncHub } from '../../sync/hub';
import type { UpdateLog } from '../../sync/updateLog';
import { tellPerson, tellTeachers } from '../news/updates';
import { insistOnAll } from '../sending/extent';
import { findPeerReview, isShown, lockPeerReview } from './findPeerReview';
import { filesIn, holdsMarks } from './partnerMarks';
import { partnerPlanOf, type Place } from './partnerPlaces';

/** What it works with. */
interface GivingWorld {
  sequelize: Sequelize;
  log: UpdateLog;
  hub: () => Pick<SyncHub, 'announce'>;
}

/** Giving what was said of a partner's work: to them, or to the teacher first. */
export class PartnerGiving {
  constructor(
    private readonly world: GivingWorld,
    private readonly clock: () => number = Date.now,
  ) {}

  /**
   * Gives it: the marks are frozen, and whose work it is, or the teacher, is told. Giving twice changes nothing.
   *
   * @throws ProblemError `still-arriving` while marks or voices are on their way, `incomplete` with what is still asked
   * for, `conflict` where the partner has taken the work back
   */
  async give(actor: Actor, id: string, extent: string): Promise<void> {
    const found = await findPeerReview(id);
    if (!policy.reviewAsPartner(actor, found)) throw notFound();
    const plan = await partnerPlanOf(found.activityId);
    if (!plan) throw new ProblemError('conflict', 'Partners are over in this activity. What you said is kept.');
    await this.world.sequelize.transaction(async (transaction) => {
      const review = await lockPeerReview(id, transaction);
      if (review.givenAt) return;
      const marks = await this.marksOf(review, transaction);
      insistOnAll(marks, extent);
      const given = await this.saidIn(review, marks);
      const lacking = whatIsLacking(plan.asks, given);
      if (lacking.length > 0)
        throw new ProblemError('incomplete', `Before it goes, your partner still needs: ${lacking.join('; ')}.`);
      await insistOnFiles(review, marks, transaction);
      await this.put(review, { plan, marks }, transaction);
    });
    this.world.hub().announce({ kind: 'partner', id }, 'frozen');
  }

  /**
   * Takes back what was given, as long as nobody has answered it: while it is with the teacher, or for a minute.
   * @throws ProblemError `conflict` where it is too late
   */
  async takeBack(actor: Actor, id: string): Promise<void> {
    if (!policy.reviewAsPartner(actor, await findPeerReview(id))) throw notFound();
    await this.world.sequelize.transaction(async (transaction) => {
      const review = await lockPeerReview(id, transaction);
      if (!review.givenAt) return;
      const late = isShown(review) && this.clock() - review.givenAt.getTime() > RECALL;
      if (late || review.helped !== null || review.held)
        throw new ProblemError('conflict', 'Your partner has it by now, so it stays as it is.');
      await review.update({ givenAt: null, shownAt: null, marks: null, files: [] }, { transaction });
    });
    this.world.hub().announce({ kind: 'partner', id }, 'open');
  }

  /** The time is over: what was begun is given as it is, so that nothing of it is lost. Done once. */
  async endRound(place: Place): Promise<void> {
    const round = await PartnerRound.findOne({ where: { ...place, endedAt: null } });
    const plan = await partnerPlanOf(place.activityId);
    if (!round || !plan) return;
    const begun = await PeerReview.findAll({ where: { ...place, givenAt: null, begunAt: { [Op.not]: null } } });
    for (const { id } of begun) {
      await this.world.sequelize.transaction(async (transaction) => {
        const review = await lockPeerReview(id, transaction);
        if (!review.givenAt && review.submissionId)
          await this.put(review, { plan, marks: await this.marksOf(review, transaction) }, transaction);
      });
      this.world.hub().announce({ kind: 'partner', id }, 'frozen');
    }
    await round.update({ endedAt: new Date(this.clock()) });
  }

  private marksOf({ id }: PeerReview, transaction: Transaction): Promise<Y.Doc> {
    return this.world.log.document({ kind: 'partner', id }, transaction);
  }

  private async saidIn(review: PeerReview, marks: Y.Doc): Promise<PartnerSaid> {
    const submission = review.submissionId ? await Submission.findByPk(review.submissionId) : null;
    if (!submission || submission.withdrawnAt)
      throw new ProblemError(
        'conflict',
        'Your partner has taken this back. What you said is kept until it comes again.',
      );
    return {
      marks: holdsMarks(marks),
      note: review.note!.trim() !== '',
      told: Boolean(review.told),
      rows: Object.keys(review.levels!),
    };
  }

  private async put(
    review: PeerReview,
    { plan, marks }: { plan: PartnerPlan; marks: Y.Doc },
    transaction: Transaction,
  ): Promise<void> {
    const now = new Date(this.clock());
    await review.update(
      {
        givenAt: now,
        begunAt: review.begunAt ?? now,
        shownAt: plan.throughTeacher ? null : now,
        marks: Buffer.from(Y.encodeStateAsUpdate(marks)),
        files: filesIn(review, marks),
      },
      { transaction },
    );
    if (plan.throughTeacher) await tellTeacherOf(review, transaction);
    else await tellAuthorOf(review, plan, transaction);
  }
}

async function titleOf({ activityId }: PeerReview, transaction: Transaction): Promise<string> {
  const activity = await Activity.findByPk(activityId, { attributes: ['title'], transaction, rejectOnEmpty: true });
  return activity.title;
}

/** Tells whose work it is that there is something to see. It names nobody where there are no names. */
export async function tellAuthorOf(
  review: PeerReview,
  { named }: Pick<PartnerPlan, 'named'>,
  transaction: Transaction,
): Promise<void> {
  const title = await titleOf(review, transaction);
  const person = named ? await Person.findByPk(review.reviewerId, { attributes: ['name'], transaction }) : null;
  await tellPerson(
    review.authorId,
    {
      kind: 'partner',
      words: `${person?.name ?? `Partner ${review.forAuthor}`} has looked at your work: ${title}`,
      path: `/feedback/${review.submissionId}`,
      key: `partner:${review.id}`,
    },
    transaction,
  );
}

async function tellTeacherOf(review: PeerReview, transaction: Transaction): Promise<void> {
  const { activityId, groupId } = review;
  const title = await titleOf(review, transaction);
  await tellTeachers(
    groupId,
    {
      kind: 'partner',
      words: `What partners said waits for you: ${title}`,
      path: `/partner-board/${activityId}`,
      key: `partner-board:${activityId}:${groupId}`,
    },
    transaction,
  );
}

/** What may go with what a partner says. */
const ATTACHABLE: readonly Media['kind'][] = ['picture', 'pdf'];

/**
 * @throws ProblemError `still-arriving` where something spoken, or a picture, is not at school yet; `unfit` where the
 * file that goes with it is something else than it may be
 */
async function insistOnFiles(review: PeerReview, marks: Y.Doc, transaction: Transaction): Promise<void> {
  const ids = filesIn(review, marks);
  const here = await Media.findAll({
    where: { id: ids, groupId: review.groupId, ownerId: review.reviewerId },
    attributes: ['id', 'kind'],
    transaction,
  });
  if (here.length < ids.length)
    throw new ProblemError(
      'still-arriving',
      'What you said or showed is still on its way to school. Try again in a moment.',
    );
  const attached = here.find(({ id }) => id === review.attached);
  if (attached && !ATTACHABLE.includes(attached.kind))
    throw new ProblemError('unfit', 'Only a picture or a PDF can go with it. Take this file away, then give it.');
}
