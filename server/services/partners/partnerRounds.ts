import { randomUUID } from 'node:crypto';
import type { Logger } from 'pino';
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { nextPartners, type GivenPartnership } from '@lippet/core/review/partners/changePartners';
import type { Partnership, PartnerRules } from '@lippet/core/review/partners/allocatePartners';
import type { PartnerPlan } from '@lippet/core/review/partners/partnerPlan';
import { Activity, PartnerRound, PeerReview } from '../../models/tables';
import { oneByOne } from '../access/oneByOne';
import { tellPeople } from '../news/updates';
import type { PartnerGiving } from './partnerGiving';
import { crewsAt, groupsOf, learnersAt, partnerPlanOf, type PartnerLearner, type Place } from './partnerPlaces';

const pairName = ({ reviewer, author }: Partnership): string => `${reviewer} ${author}`;

/** Where partners of an activity are seen. */
export const partnersPath = (activityId: string): string => `/partners/${activityId}`;

/** Why nobody has partners yet, as a teacher is told; null where it is time to give them out. */
export function whyNotYet(plan: PartnerPlan, learners: readonly PartnerLearner[], now: number): string | null {
  const sent = learners.filter((learner) => learner.sent).length;
  if (plan.start === 'time' && (plan.at === null || now < plan.at)) return 'Partners begin at the time that you set.';
  const needed = plan.start === 'enough' ? Math.max(2, Math.min(plan.enough, learners.length)) : 2;
  if (sent >= needed) return null;
  return `Partners begin when ${needed} have sent. ${sent === 0 ? 'Nobody has' : `So far ${sent}`} yet.`;
}

/**
 * Gives partners out, and keeps them as they have to be while learners come, send, take back and leave. All of it may be
 * done as often as one likes: what is as it should be stays.
 */
export class PartnerRounds {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly giving: PartnerGiving,
    private readonly logger: Logger,
    private readonly clock: () => number = Date.now,
  ) {}

  /** The job: after somebody has sent. */
  readonly run = ({ activityId }: { activityId: string }): Promise<void> => this.bringUpToDate(activityId);

  /** For what begins and ends by the clock. One activity that fails stops no other. */
  async bringAllUpToDate(): Promise<void> {
    const rows = await this.sequelize.query<{ id: string }>(
      `SELECT a.id FROM activities a WHERE a.state = 'set' AND jsonb_typeof(a.partners) = 'object'
       AND EXISTS (SELECT 1 FROM assignments g WHERE g.activity_id = a.id AND NOT EXISTS (
         SELECT 1 FROM partner_rounds r
         WHERE r.activity_id = a.id AND r.group_id = g.group_id AND r.ended_at IS NOT NULL))`,
      { type: QueryTypes.SELECT },
    );
    await oneByOne(rows, this.logger, 'partners could not be given out', ({ id }) => this.bringUpToDate(id));
  }

  async bringUpToDate(activityId: string): Promise<void> {
    const plan = await partnerPlanOf(activityId);
    if (!plan) return;
    for (const groupId of await groupsOf(this.sequelize, activityId))
      await this.bringGroupUpToDate({ activityId, groupId }, plan);
  }

  private async bringGroupUpToDate(place: Place, plan: PartnerPlan): Promise<void> {
    const now = this.clock();
    if (plan.until !== null && now >= plan.until) return this.giving.endRound(place);
    await this.sequelize.transaction(async (transaction) => {
      // Two who send at the same moment are fitted in one after the other.
      await this.sequelize.query(
        'SELECT 1 FROM assignments WHERE activity_id = :activityId AND group_id = :groupId FOR UPDATE',
        { replacements: { ...place }, transaction },
      );
      const learners = await learnersAt(this.sequelize, place, now, transaction);
      const round =
        (await PartnerRound.findOne({ where: { ...place }, transaction })) ??
        (whyNotYet(plan, learners, now) === null
          ? await PartnerRound.create(
              { ...place, seed: randomUUID(), named: plan.named, begunAt: new Date(now) },
              { transaction },
            )
          : null);
      if (!round) return;
      // A teacher has given them more time.
      if (round.endedAt) await round.update({ endedAt: null }, { transaction });
      const rules = { ...plan, crewOf: await crewsAt(this.sequelize, place, transaction) };
      await this.put(place, { learners, rules, seed: round.seed }, transaction);
    });
  }

  /** Makes the rows what the computation says. Only what nobody has opened goes away. */
  private async put(
    place: Place,
    { learners, rules, seed }: { learners: readonly PartnerLearner[]; rules: PartnerRules; seed: string },
    transaction: Transaction,
  ): Promise<void> {
    // Locked: what is opened at this moment counts as begun, or is not there any more when it is opened.
    const rows = await PeerReview.findAll({
      where: { ...place },
      order: ['id'],
      lock: transaction.LOCK.UPDATE,
      transaction,
    });
    const here = new Set(learners.map(({ id }) => id));
    const all = rows.map((row): GivenPartnership => ({
      reviewer: row.reviewerId,
      author: row.authorId,
      begun: Boolean(row.submissionId),
    }));
    const known = new Set(rows.flatMap(({ reviewerId, authorId }) => [reviewerId, authorId]));
    const senders = learners
      .filter(({ id, sent, takenBack }) => sent || (takenBack && known.has(id)))
      .map(({ id }) => id);
    const next = nextPartners({ all, senders }, rules, seed);
    const [before, after] = [new Set(all.map(pairName)), new Set(next.map(pairName))];
    const gone = rows.filter(
      (row) => !row.submissionId && !after.has(pairName({ reviewer: row.reviewerId, author: row.authorId })),
    );
    await PeerReview.destroy({ where: { id: gone.map(({ id }) => id) }, transaction });
    const goneIds = new Set(gone.map(({ id }) => id));
    const numbers = new Numbers(rows.filter(({ id }) => !goneIds.has(id)));
    const fresh = next.filter((pair) => !before.has(pairName(pair)) && here.has(pair.reviewer));
    await PeerReview.bulkCreate(
      fresh.map(({ reviewer, author }) => ({
        id: randomUUID(),
        ...place,
        reviewerId: reviewer,
        authorId: author,
        ...numbers.take(reviewer, author),
      })),
      { transaction },
    );
    await this.tell(place.activityId, [...new Set(fresh.map(({ reviewer }) => reviewer))], transaction);
  }

  private async tell(activityId: string, reviewers: readonly string[], transaction: Transaction): Promise<void> {
    const { title } = await Activity.findByPk(activityId, {
      attributes: ['title'],
      transaction,
      rejectOnEmpty: true,
    });
    const words = `Partners’ work waits for you: ${title}`;
    await tellPeople(
      reviewers,
      { kind: 'partner', words, path: partnersPath(activityId), key: `partners:${activityId}` },
      transaction,
    );
  }
}

/** The numbers by which two know each other: each the lowest that is free on their side. */
class Numbers {
  private readonly ofReviewer = new Map<string, Set<number>>();
  private readonly ofAuthor = new Map<string, Set<number>>();

  constructor(rows: readonly PeerReview[]) {
    for (const { reviewerId, authorId, forReviewer, forAuthor } of rows) {
      this.numbers(this.ofReviewer, reviewerId).add(forReviewer);
      this.numbers(this.ofAuthor, authorId).add(forAuthor);
    }
  }

  take(reviewer: string, author: string): { forReviewer: number; forAuthor: number } {
    return {
      forReviewer: lowestFree(this.numbers(this.ofReviewer, reviewer)),
      forAuthor: lowestFree(this.numbers(this.ofAuthor, author)),
    };
  }

  private numbers(side: Map<string, Set<number>>, person: string): Set<number> {
    const own = side.get(person) ?? new Set<number>();
    side.set(person, own);
    return own;
  }
}

function lowestFree(taken: Set<number>): number {
  let number = 1;
  while (taken.has(number)) number += 1;
  taken.add(number);
  return number;
}
