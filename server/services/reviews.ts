import { randomUUID } from 'node:crypto';
import { Op, UniqueConstraintError, type Sequelize } from 'sequelize';
import * as Y from 'yjs';
import { markView, NO_MARKING, NO_OWN_MARK, readLevels, type Marked, type OwnMark } from '@lippet/core/review/rubric';
import { plainWords } from '@lippet/core/words/richText';
import { voicesOf } from '@lippet/core/recording/moments';
import { isToDo } from '@lippet/core/schedule/nowList';
import { schoolDay } from '@lippet/core/schedule/schoolTime';
import { PIECE_STATES, type Outcome } from '@lippet/core/schedule/pieceState';
import type { ClassView, HungPiece, ReviewActivity, ReviewLineView, ReviewView, WaitingPiece } from '@lippet/core/contract/work';
import { Activity, Assignment, Group, Membership, Person, Piece, Review, School, Submission, Update } from '../models/tables';
import type { Actor } from '../policy/actor';
import { policy } from '../policy/policy';
import { notFound, ProblemError } from '../problems/problem';
import { pagePicture } from '../media/picture';
import { RECALL } from '@lippet/core/contract/limits';
import type { Jobs } from '../jobs/jobs';
import type { SyncHub } from '../sync/hub';
import type { UpdateLog } from '../sync/updateLog';
import { activityParts } from './activityParts';
import type { MediaService } from './media';
import type { PieceFactsService, Standing } from './pieceFacts';
import { firstSent, insistOnAll } from './pieces';
import { countStates } from './stateCounts';
import { tellPerson } from './updates';
import { newsOf } from '../sync/news';

interface GoContext {
  go: Submission;
  piece: Piece;
  activity: Activity;
  /** The group as whose work it counts. */
  work: { groupId: string };
}

const releaseKey = (reviewId: string): string => `released:${reviewId}:`;
const reminderKey = (activityId: string): string => `remind:${activityId}:`;

/** The teacher's side: what waits, the line, marks, notes and outcomes. */
export class ReviewService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly log: UpdateLog,
    private readonly facts: PieceFactsService,
    private readonly media: MediaService,
    private readonly jobs: Jobs,
    private readonly hub: () => SyncHub,
    private readonly clock: () => number = Date.now,
  ) {}

  /** Every activity of the teacher's groups with its counts; what has waited longest comes first. */
  async toReview(actor: Actor): Promise<ReviewActivity[]> {
    if (actor.teaches.size === 0) return [];
    const standings = await this.facts.find({ groupIds: [...actor.teaches] });
    const groups = await Group.findAll({ where: { id: [...actor.teaches] } });
    const byActivity = new Map<string, Standing[]>();
    for (const each of standings) {
      byActivity.set(each.activityId, [...(byActivity.get(each.activityId) ?? []), each]);
    }
    const list = [...byActivity.entries()].map(([activityId, all]): ReviewActivity => {
      const first = all[0]!;
      const waiting = all.filter(({ standing }) => standing.state === 'with-teacher').map((each) => each.latestGo!.sentAt);
      return {
        activityId, title: first.title, subject: first.subject,
        group: groups.filter(({ id }) => all.some(({ groupId }) => groupId === id)).map(({ name }) => name).join(', '), due: first.facts.due,
        counts: countStates(all), oldestWaiting: waiting.length > 0 ? Math.min(...waiting) : null,
      };
    });
    return list.sort((a, b) => (a.oldestWaiting ?? Infinity) - (b.oldestWaiting ?? Infinity) || a.title.localeCompare(b.title));
  }

  /** Every piece that waits for an answer, oldest first. */
  async waiting(actor: Actor): Promise<WaitingPiece[]> {
    if (actor.teaches.size === 0) return [];
    const standings = (await this.facts.find({ groupIds: [...actor.teaches] })).filter(({ standing }) => standing.state === 'with-teacher');
    const people = await Person.findAll({ where: { id: standings.map(({ personId }) => personId) }, attributes: ['id', 'name', 'badge'] });
    return standings
      .map(({ activityId, title, personId, latestGo, facts, standing }): WaitingPiece => {
        const { name, badge } = people.find(({ id }) => id === personId)!;
        const { id, go, sentAt } = latestGo!;
        return { activityId, title, personId, name, badge, go: { id, go, sentAt }, due: facts.due, late: standing.late };
      })
      .sort((a, b) => a.go.sentAt - b.go.sentAt || a.personId.localeCompare(b.personId));
  }

  /** The hung-up pieces of one activity: what waits first, oldest first, then the others by name. */
  async line(actor: Actor, activityId: string): Promise<ReviewLineView> {
    const activity = await Activity.findByPk(activityId);
    const assigned = activity ? await Assignment.findAll({ where: { activityId } }) : [];
    const taught = assigned.map(({ groupId }) => groupId).filter((groupId) => policy.review(actor, { groupId }));
    if (!activity || taught.length === 0) throw notFound();
    const [standings, groups, { parts, pages }] = await Promise.all([
      this.facts.find({ activityId, groupIds: taught }),
      Group.findAll({ where: { id: taught }, order: ['name'] }),
      activityParts(activityId),
    ]);
    const people = await Person.findAll({ where: { id: standings.map(({ personId }) => personId) } });
    const reminded = await this.reminded(activityId);
    const first = await firstSent(standings.flatMap(({ pieceId }) => pieceId ?? []));
    const holding = await Review.findAll({ where: { submissionId: standings.flatMap(({ latestGo }) => latestGo?.id ?? []), held: { [Op.not]: null } }, attributes: ['submissionId', 'held'] });
    const held = new Map(holding.map(({ submissionId, held: outcome }) => [submissionId, outcome!]));
    const line = standings.map((each): HungPiece => {
      const person = people.find(({ id }) => id === each.personId)!;
      return {
        personId: person.id, name: person.name, badge: person.badge, pieceId: each.pieceId, standing: each.standing,
        completeness: each.completeness, go: each.latestGo, pictureVersion: each.pictureVersion, firstSentAt: (each.latestGo && first.get(`${each.pieceId} ${each.latestGo.go}`)) ?? null, held: (each.latestGo && held.get(each.latestGo.id)) ?? null, remindedAt: reminded.get(person.id) ?? null,
      };
    });
    const waits = (piece: HungPiece): boolean => piece.standing.state === 'with-teacher';
    line.sort(
      (a, b) =>
        Number(waits(b)) - Number(waits(a)) ||
        (waits(a) ? a.go!.sentAt - b.go!.sentAt : 0) ||
        PIECE_STATES.indexOf(b.standing.state) - PIECE_STATES.indexOf(a.standing.state) ||
        a.name.localeCompare(b.name),
    );
    return { activityId, title: activity.title, group: groups.map(({ name }) => name).join(', '), task: plainWords(activity.task), parts, pages, rubric: activity.rubric ?? [], marking: activity.marking ?? NO_MARKING, line };
  }

  /** When each learner was last reminded of an activity. */
  private async reminded(activityId: string): Promise<Map<string, number>> {
    const rows = await Update.findAll({ where: { key: { [Op.like]: `${reminderKey(activityId)}%` } }, attributes: ['personId', 'at'], order: [['at', 'ASC']] });
    return new Map(rows.map(({ personId, at }) => [personId, at!.getTime()]));
  }

  /**
   * Reminds learners of what they have not sent: one, or all whose piece is complete. Each at most once a day of the school.
   *
   * @returns how many were told
   */
  async remind(actor: Actor, activityId: string, personId: string | null): Promise<{ told: number }> {
    const { line } = await this.line(actor, activityId);
    const concerned = line.filter(({ personId: each, standing }) => isToDo(standing) && (personId === null ? standing.state === 'ready' : each === personId));
    if (personId !== null && concerned.length === 0) throw new ProblemError('conflict', 'There is nothing to be reminded of: it is sent, finished or closed.');
    const teacher = await Person.findByPk(actor.personId, { rejectOnEmpty: true });
    const { zone } = await School.findByPk(teacher.schoolId, { rejectOnEmpty: true });
    const { title } = await Activity.findByPk(activityId, { rejectOnEmpty: true });
    return this.sequelize.transaction(async (transaction) => {
      let told = 0;
      for (const { personId: each, standing } of concerned) {
        const words = standing.state === 'ready' ? `${teacher.name} waits for it: ${title} is all done, and not sent yet` : `${teacher.name} reminds you of ${title}`;
        const news = { kind: 'unsent', words, path: `/activity/${activityId}`, key: `${reminderKey(activityId)}${schoolDay(this.clock(), zone)}` } as const;
        if (await tellPerson(each, news, transaction)) told += 1;
      }
      return { told };
    });
  }

  private async goContext(goId: string): Promise<GoContext> {
    const go = await Submission.findByPk(goId);
    if (!go) throw notFound();
    const piece = await Piece.findByPk(go.pieceId, { rejectOnEmpty: true });
    const activity = await Activity.findByPk(piece.activityId, { rejectOnEmpty: true });
    return { go, piece, activity, work: await this.facts.workOf(piece) };
  }

  /** A go's frozen document, as one Yjs update. */
  async goDocument(actor: Actor, goId: string): Promise<Buffer> {
    const { go, piece, work } = await this.goContext(goId);
    if (!policy.readGo(actor, piece, work, go)) throw notFound();
    return go.document;
  }

  /** A go's first page as WebP, with the marks where the actor may see them. */
  async goPicture(actor: Actor, goId: string): Promise<Buffer> {
    const { go, piece, work } = await this.goContext(goId);
    if (!policy.readGo(actor, piece, work, go)) throw notFound();
    const review = await Review.findOne({ where: { submissionId: goId } });
    const doc = new Y.Doc();
    Y.applyUpdate(doc, go.document);
    const marks = review?.marks && policy.readMarks(actor, piece, work, review) ? new Y.Doc() : undefined;
    if (marks) Y.applyUpdate(marks, review!.marks!);
    const picture = await pagePicture(doc, { marks, pictures: this.media.pictures });
    if (!picture) throw notFound();
    return picture;
  }

  /** The review of a go, made on first opening. Looking alone does not count as having begun. */
  async open(actor: Actor, goId: string): Promise<ReviewView> {
    const { go, work } = await this.goContext(goId);
    if (!policy.review(actor, work) || go.withdrawnAt) throw notFound();
    const before = await Review.findOne({ where: { submissionId: goId } });
    if (before) return viewOf(before);
    try {
      return viewOf(await Review.create({ id: randomUUID(), submissionId: goId, reviewerId: actor.personId }));
    } catch (error) {
      if (!(error instanceof UniqueConstraintError)) throw error;
      return viewOf(await Review.findOne({ where: { submissionId: goId }, rejectOnEmpty: true }));
    }
  }

  private async reviewContext(actor: Actor, reviewId: string): Promise<GoContext & { review: Review }> {
    const review = await Review.findByPk(reviewId);
    if (!review) throw notFound();
    const context = await this.goContext(review.submissionId);
    if (!policy.review(actor, context.work)) throw notFound();
    return { ...context, review };
  }

  /** Keeps the note as it is typed, and what is said by the rubric. Only teachers see it until it is released. */
  async saveNote(actor: Actor, reviewId: string, { note, levels, own }: { note: string; levels?: object; own?: OwnMark }): Promise<ReviewView> {
    const { activity } = await this.reviewContext(actor, reviewId);
    return this.sequelize.transaction(async (transaction) => {
      const review = await Review.findByPk(reviewId, { lock: transaction.LOCK.UPDATE, transaction, rejectOnEmpty: true });
      const go = await Submission.findByPk(review.submissionId, { transaction, rejectOnEmpty: true });
      insistOpen(review, go);
      const marking = activity.marking ?? NO_MARKING;
      const before = review.marked;
      const marked: Marked | null = levels || own || before
        ? { rows: activity.rubric ?? [], marking, levels: readLevels(levels ?? before?.levels, activity.rubric ?? [], marking.halves), own: own ?? before?.own ?? NO_OWN_MARK }
        : null;
      const begunAt = review.begunAt ?? (note.trim() || (marked && markView(marked)) ? new Date(this.clock()) : null);
      return viewOf(await review.update({ note, begunAt, marked }, { transaction }));
    });
  }

  /**
   * Releases a review: freezes its marks, opens the draft again where another go is asked, tells the learner.
   * Releasing twice with the same outcome changes nothing.
   *
   * @throws ProblemError `still-arriving` while marks are on their way, `conflict` if it was taken back or answered otherwise
   */
  async release(
    actor: Actor, reviewId: string, request: { outcome: Outcome; note?: string; extent?: string },
  ): Promise<ReviewView> {
    const { piece, activity } = await this.reviewContext(actor, reviewId);
    const ref = { kind: 'marks', id: reviewId } as const;
    const released = await this.sequelize.transaction(async (transaction) => {
      // The piece first: taking back locks in the same order, so the two can't block each other.
      await Piece.findByPk(piece.id, { lock: transaction.LOCK.UPDATE, transaction });
      const review = await Review.findByPk(reviewId, { lock: transaction.LOCK.UPDATE, transaction, rejectOnEmpty: true });
      if (review.releasedAt && review.outcome === request.outcome) return review;
      const go = await Submission.findByPk(review.submissionId, { transaction, rejectOnEmpty: true });
      insistOpen(review, go);
      const marks = await this.log.document(ref, transaction);
      if (request.extent !== undefined) insistOnAll(marks, request.extent);
      if (!(await this.media.allHere(voicesOf(marks), piece.id))) {
        throw new ProblemError('still-arriving', 'A spoken note is still on its way to school. Try again in a moment.');
      }
      const at = new Date(this.clock());
      await review.update(
        {
          outcome: request.outcome, held: null, note: request.note ?? review.note, reviewerId: actor.personId, begunAt: review.begunAt ?? at,
          releasedAt: at, marks: Buffer.from(Y.encodeStateAsUpdate(marks)),
        },
        { transaction },
      );
      await Piece.update({ frozen: request.outcome === 'finished' }, { where: { id: piece.id }, transaction });
      const teacher = await Person.findByPk(actor.personId, { transaction, rejectOnEmpty: true });
      const again = request.outcome === 'again';
      await tellPerson(
        piece.personId,
        {
          kind: request.outcome,
          words: again ? `${teacher.name} asks for another go: ${activity.title}` : `Finished: ${activity.title}`,
          path: `/feedback/${go.id}`, key: `${releaseKey(reviewId)}${at.getTime()}`,
        },
        transaction,
      );
      return review;
    });
    this.hub().announce(ref, 'frozen');
    if (released.outcome === 'finished') await this.jobs.send('keep-sent', { pieceId: piece.id });
    if (released.outcome === 'again') this.hub().announce({ kind: 'piece', id: piece.id }, 'open');
    return viewOf(released);
  }

  /** The job: of a piece that is finished, only what was sent stays. One whose outcome was taken back is left alone. */
  readonly keepSent = async ({ pieceId }: { pieceId: string }): Promise<void> => {
    const [standing] = await this.facts.find({ pieceId });
    if (standing?.standing.state === 'finished') await this.media.keepWhatWasSent(pieceId);
  };

  /**
   * Takes an outcome back within a minute: the go waits again, with all that was said kept as the draft that it was.
   *
   * @throws ProblemError `conflict` where it is too late, or the learner has sent again
   */
  async recall(actor: Actor, reviewId: string): Promise<ReviewView> {
    const { piece } = await this.reviewContext(actor, reviewId);
    const recalled = await this.sequelize.transaction(async (transaction) => {
      await Piece.findByPk(piece.id, { lock: transaction.LOCK.UPDATE, transaction });
      const review = await Review.findByPk(reviewId, { lock: transaction.LOCK.UPDATE, transaction, rejectOnEmpty: true });
      if (!review.releasedAt) return review;
      if (this.clock() - review.releasedAt.getTime() > RECALL) throw new ProblemError('conflict', 'That was more than a minute ago, so it stays as it is.');
      const latest = await Submission.findOne({ where: { pieceId: piece.id, withdrawnAt: null }, order: [['go', 'DESC']], attributes: ['id'], transaction });
      if (latest?.id !== review.submissionId) throw new ProblemError('conflict', 'The learner has sent another go already, so this one stays as it is.');
      await review.update({ outcome: null, releasedAt: null, marks: null }, { transaction });
      await Piece.update({ frozen: true }, { where: { id: piece.id }, transaction });
      await Update.destroy({ where: { personId: piece.personId, key: { [Op.like]: `${releaseKey(reviewId)}%` } }, transaction });
      newsOf([piece.personId], transaction);
      return review;
    });
    this.hub().announce({ kind: 'piece', id: piece.id }, 'frozen');
    this.hub().announce({ kind: 'marks', id: reviewId }, 'open');
    return viewOf(recalled);
  }

  /** Decides an outcome without telling it yet; null decides nothing. The marks must have arrived. */
  async hold(actor: Actor, reviewId: string, outcome: Outcome | null, extent: string): Promise<ReviewView> {
    await this.reviewContext(actor, reviewId);
    return this.sequelize.transaction(async (transaction) => {
      const review = await Review.findByPk(reviewId, { lock: transaction.LOCK.UPDATE, transaction, rejectOnEmpty: true });
      insistOpen(review, await Submission.findByPk(review.submissionId, { transaction, rejectOnEmpty: true }));
      if (outcome) insistOnAll(await this.log.document({ kind: 'marks', id: reviewId }, transaction), extent);
      return viewOf(await review.update({ held: outcome, begunAt: review.begunAt ?? (outcome ? new Date(this.clock()) : null) }, { transaction }));
    });
  }

  /** Tells all outcomes of an activity that are held. @returns how many */
  async releaseHeld(actor: Actor, activityId: string): Promise<{ released: number }> {
    const { line } = await this.line(actor, activityId);
    const waiting = line.filter(({ held, standing }) => held !== null && standing.state === 'with-teacher');
    for (const { held, go } of waiting) {
      const review = await Review.findOne({ where: { submissionId: go!.id }, rejectOnEmpty: true });
      await this.release(actor, review.id, { outcome: held! });
    }
    return { released: waiting.length };
  }

  /** The released marks as one Yjs update; empty if nothing was marked. */
  async marks(actor: Actor, reviewId: string): Promise<Buffer> {
    const review = await Review.findByPk(reviewId);
    if (!review) throw notFound();
    const { piece, work } = await this.goContext(review.submissionId);
    if (!policy.readMarks(actor, piece, work, review)) throw notFound();
    if (review.marks) return review.marks;
    const read = await this.log.read({ kind: 'marks', id: reviewId });
    return Buffer.from(read?.update ?? Y.encodeStateAsUpdate(new Y.Doc()));
  }

  /** The teacher's groups with their learners, codes and counts. */
  async classes(actor: Actor): Promise<ClassView[]> {
    const groupIds = [...actor.teaches].filter((id) => policy.seeClass(actor, id));
    const groups = await Group.findAll({ where: { id: groupIds, joinsId: null }, order: ['name'] });
    const standings = groupIds.length > 0 ? await this.facts.find({ groupIds }) : [];
    return Promise.all(
      groups.map(async ({ id, name, code }): Promise<ClassView> => {
        const members = await Membership.findAll({ where: { groupId: id, role: 'learner', leftAt: null } });
        const people = await Person.findAll({ where: { id: members.map((m) => m.personId) }, order: ['name'] });
        return {
          id, name, code,
          learners: people.map((person) => ({
            id: person.id, name: person.name, badge: person.badge,
            counts: countStates(standings.filter((each) => each.groupId === id && each.personId === person.id)),
          })),
        };
      }),
    );
  }
}

function insistOpen(review: Review, go: Submission): void {
  if (review.releasedAt) throw new ProblemError('conflict', 'This has been answered already.');
  if (go.withdrawnAt) throw new ProblemError('conflict', 'The learner has taken this back, so there is nothing to answer now.');
}

const viewOf = ({ id, submissionId, note, outcome, held, releasedAt, marked }: Review): ReviewView => ({
  id, goId: submissionId, note, levels: marked?.levels ?? {}, own: marked?.own ?? NO_OWN_MARK, outcome: outcome ?? null, held: held ?? null, releasedAt: releasedAt ? releasedAt.getTime() : null,
});
