/** Partners of the demo: who looks at whose work, and what they have said so far. */
import { createHash, randomUUID } from 'node:crypto';
import type { Transaction } from 'sequelize';
import * as Y from 'yjs';
import { NEW_PARTNERS, type PartnerPlan } from '@lippet/core/review/partners/partnerPlan';
import type { RubricRow } from '@lippet/core/review/rubric';
import { Activity, PartnerRound, PeerReview, Piece, Submission, Update } from '@lippet/server/models/tables';
import type { DayTime, DemoActivity, DemoPartnerReview } from './demoActivity';
import { markedDocument, type Layout } from './demoMarks';

interface DemoWorld {
  transaction: Transaction;
  /** Ids by name. */
  people: ReadonlyMap<string, string>;
  past: (time: DayTime) => Date;
}

/** What the demo says of partners, as a plan. */
export const partnerPlanOf = ({ partners }: DemoActivity, rows: readonly RubricRow[]): PartnerPlan => {
  const { reviews, named, asks } = partners!.plan;
  return {
    ...NEW_PARTNERS,
    reviews,
    named,
    asks: {
      note: asks.includes('note'),
      marks: asks.includes('marks'),
      told: false,
      rows: asks.includes('rows') ? rows.map(({ id }) => id) : [],
    },
  };
};

const seedOf = (words: string): number => createHash('sha256').update(words).digest().readUInt32BE(0);

export class DemoPartners {
  constructor(private readonly world: DemoWorld) {}

  /** Gives partners out as the demo says, with what they have given. */
  async of(layout: Layout, groupId: string): Promise<void> {
    const { transaction } = this.world;
    const { activity, activityId } = layout;
    const reviews = activity.partners?.reviews ?? [];
    if (reviews.length === 0) return;
    const begunAt = this.world.past([-1, 20]);
    const { named } = activity.partners!.plan;
    await PartnerRound.create({ activityId, groupId, seed: randomUUID(), named, begunAt }, { transaction });
    const { rubric } = await Activity.findByPk(activityId, { transaction, rejectOnEmpty: true });
    for (const [index, review] of reviews.entries()) {
      const before = reviews.slice(0, index);
      await this.review(layout, review, {
        groupId,
        rubric: rubric ?? [],
        forReviewer: before.filter(({ from }) => from === review.from).length + 1,
        forAuthor: before.filter(({ to }) => to === review.to).length + 1,
      });
    }
  }

  private async review(
    layout: Layout,
    { from, to, note, at, levels = [], marks }: DemoPartnerReview,
    place: { groupId: string; rubric: readonly RubricRow[]; forReviewer: number; forAuthor: number },
  ): Promise<void> {
    const { transaction, people, past } = this.world;
    const { activity, activityId } = layout;
    const { groupId, rubric, forReviewer, forAuthor } = place;
    const [reviewerId, authorId] = [people.get(from)!, people.get(to)!];
    const row = { id: randomUUID(), activityId, groupId, reviewerId, authorId, forReviewer, forAuthor };
    if (note === undefined || !at) {
      await PeerReview.create(row, { transaction });
      await this.tell(
        reviewerId,
        `Partners’ work waits for you: ${activity.title}`,
        `/partners/${activityId}`,
        [-1, 20],
      );
      return;
    }
    const piece = await Piece.findOne({ where: { activityId, personId: authorId }, transaction, rejectOnEmpty: true });
    const submission = await Submission.unscoped().findOne({
      where: { pieceId: piece.id },
      order: [['number', 'DESC']],
      transaction,
      rejectOnEmpty: true,
    });
    const work = new Y.Doc();
    Y.applyUpdate(work, submission.document);
    const time = past(at);
    const marked = markedDocument(layout, work, { marks }, time.getTime(), seedOf(`${from} ${to} ${activity.title}`));
    await PeerReview.create(
      {
        ...row,
        submissionId: submission.id,
        note,
        levels: Object.fromEntries(levels.map((level, index) => [rubric[index]!.id, level])),
        begunAt: time,
        givenAt: time,
        shownAt: time,
        version: 1,
        marks: Buffer.from(Y.encodeStateAsUpdate(marked)),
      },
      { transaction },
    );
    const words = `Partner ${forAuthor} has looked at your work: ${activity.title}`;
    await this.tell(authorId, words, `/feedback/${submission.id}`, at);
  }

  private async tell(personId: string, words: string, path: string, time: DayTime): Promise<void> {
    const { transaction, past } = this.world;
    const update = { id: randomUUID(), personId, kind: 'partner', words, path, at: past(time) } as const;
    await Update.create(update, { transaction });
  }
}
