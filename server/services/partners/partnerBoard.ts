import { Op, type Sequelize } from 'sequelize';
import { distinct } from '@lippet/core/contract/readRaw';
import type { PartnerBoard, PartnerBoardReview } from '@lippet/core/contract/partners';
import {
  agreementOf,
  agreementWords,
  spreadOf,
  WIDE_SPREAD,
  type BothSaid,
} from '@lippet/core/review/partners/agreement';
import type { RubricRow } from '@lippet/core/review/rubric';
import { Activity, Group, PartnerRound, PeerReview, Review } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound } from '../../problems/problem';
import { activityParts } from '../pieces/activityParts';
import { findPeerReview, isShown, latestGoes, stateOf } from './findPeerReview';
import { linesOf } from './partnerAnswers';
import { tellAuthorOf } from './partnerGiving';
import { learnersAt, partnerPlanOf, type Place } from './partnerPlaces';
import { whyNotYet } from './partnerRounds';

/** All that partners of a group do at an activity, as its teachers see it. */
export class PartnerBoardService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly clock: () => number = Date.now,
  ) {}

  async of(actor: Actor, place: Place): Promise<PartnerBoard> {
    if (!policy.leadPartners(actor, place)) throw notFound();
    const plan = await partnerPlanOf(place.activityId);
    const learners = await learnersAt(this.sequelize, place, this.clock());
    if (!plan || learners.length === 0) throw notFound();
    const activity = await Activity.findByPk(place.activityId, { rejectOnEmpty: true });
    const round = await PartnerRound.findOne({ where: { ...place } });
    const rows = await PeerReview.findAll({ where: { ...place }, order: ['forReviewer'] });
    const goes = await latestGoes(
      place.activityId,
      rows.map(({ authorId }) => authorId),
    );
    const rubric = activity.rubric ?? [];
    const given = rows.filter(({ givenAt }) => givenAt);
    const judged = await judgedIn(place.groupId);
    const group = await Group.findByPk(place.groupId, { rejectOnEmpty: true });
    const { parts } = await activityParts(place.activityId);
    return {
      title: activity.title,
      group: { id: group.id, name: group.name },
      parts,
      waiting: round ? null : whyNotYet(plan, learners, this.clock()),
      seed: round?.seed ?? null,
      named: plan.named,
      throughTeacher: plan.throughTeacher,
      learners: learners.map(({ id, name, badge, sent }) => ({ id, name, badge, sent })),
      reviews: rows.map((row) => boardReview(row, rubric, goes.has(row.authorId))),
      agreements: learners.flatMap(({ id }) => {
        const agreement = agreementWith(judged, judged.both.get(id) ?? []);
        return agreement ? [{ person: id, ...agreement }] : [];
      }),
      agreement: agreementWith(judged, [...judged.both.values()].flat()),
      differ: widelyDiffering(rubric, given),
    };
  }

  /**
   * Lets a review through to whose work it is, or holds it back; and says whether it counts.
   * Whoever's work it is, is told when they see it first.
   */
  async decide(actor: Actor, id: string, { shown, counts }: { shown: boolean | null; counts: boolean }): Promise<void> {
    const review = await findPeerReview(id);
    if (!policy.leadPartners(actor, review)) throw notFound();
    const plan = await partnerPlanOf(review.activityId);
    await this.sequelize.transaction(async (transaction) => {
      const shownAt = review.shownAt ?? (shown && review.givenAt ? new Date(this.clock()) : null);
      await review.update({ held: shown === null ? review.held : !shown, counts, shownAt }, { transaction });
      if (isShown(review) && plan) await tellAuthorOf(review, plan, transaction);
    });
  }
}

const boardReview = (row: PeerReview, rubric: readonly RubricRow[], there: boolean): PartnerBoardReview => ({
  id: row.id,
  goId: row.submissionId ?? null,
  reviewer: row.reviewerId,
  author: row.authorId,
  state: stateOf(row, there),
  givenAt: row.givenAt ? row.givenAt.getTime() : null,
  note: row.note!,
  lines: linesOf(rubric, row.levels!),
  told: row.told ?? null,
  attached: row.attached ?? null,
  shown: isShown(row),
  held: row.held!,
  counts: row.counts!,
  helped: row.helped ?? null,
  answer: row.answer!,
});

/** What partners and the teacher said of the same goes, and by which lines. */
interface Judged {
  rows: RubricRow[];
  /** By partner. */
  both: Map<string, BothSaid[]>;
}

/**
 * Of each learner of a group what they and the teacher said of the same goes, at all activities: at one alone nobody
 * judges enough works.
 */
async function judgedIn(groupId: string): Promise<Judged> {
  const given = await PeerReview.findAll({ where: { groupId, counts: true, givenAt: { [Op.not]: null } } });
  const reviews = await Review.findAll({
    where: {
      submissionId: given.flatMap(({ submissionId }) => submissionId ?? []),
      releasedAt: { [Op.not]: null },
      marked: { [Op.not]: null },
    },
    attributes: ['submissionId', 'marked'],
  });
  const byGo = new Map(reviews.map(({ submissionId, marked }) => [submissionId, marked!]));
  const both = new Map<string, BothSaid[]>();
  for (const { reviewerId, submissionId, levels } of given) {
    const marked = byGo.get(submissionId!);
    if (!marked) continue;
    both.set(reviewerId, [...(both.get(reviewerId) ?? []), { partner: levels!, teacher: marked.levels }]);
  }
  const rows = reviews.flatMap(({ marked }) => [...marked!.rows]);
  return { rows: distinct(rows, ({ id }) => id), both };
}

function agreementWith({ rows }: Judged, both: readonly BothSaid[]): { words: string; works: number } | null {
  const agreement = agreementOf(rows, both);
  return agreement && { words: agreementWords(agreement), works: agreement.works };
}

/** Learners on whose work partners differ widely, the widest first. */
function widelyDiffering(
  rubric: readonly RubricRow[],
  given: readonly PeerReview[],
): { person: string; spread: number }[] {
  return [...new Set(given.map(({ authorId }) => authorId))]
    .map((person) => ({
      person,
      spread: spreadOf(
        rubric,
        given.filter(({ authorId, counts }) => authorId === person && counts).map(({ levels }) => levels!),
      ),
    }))
    .filter((one): one is { person: string; spread: number } => one.spread !== null && one.spread >= WIDE_SPREAD)
    .sort((one, other) => other.spread - one.spread);
}
