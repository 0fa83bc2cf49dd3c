import { randomUUID } from 'node:crypto';
import { Op, UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import * as Y from 'yjs';
import { RECALL } from '@lippet/core/contract/limits';
import { readTold } from '@lippet/core/contract/readDefinition';
import type { GoView } from '@lippet/core/contract/pieces';
import type { ManyAnswered, ReviewView, ToldHeld } from '@lippet/core/contract/reviewing';
import { voicesOf } from '@lippet/core/recording/moments';
import { withName } from '@lippet/core/review/keptNotes';
import { markView, NO_MARKING, NO_OWN_MARK, readLevels, type Marked, type OwnMark } from '@lippet/core/review/rubric';
import type { Outcome } from '@lippet/core/piece/pieceState';
import type { Jobs } from '../../jobs/jobs';
import { Person, Piece, Review, Submission, Update, type OwnDates } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import type { SyncHub } from '../../sync/hub';
import { newsOf } from '../../sync/news';
import type { UpdateLog } from '../../sync/updateLog';
import { findGo, frozenDocument, frozenMarks, goesOf, type GoContext } from './goes';
import { keepWhatWasSent } from '../media/keepWhatWasSent';
import type { MediaService } from '../media/media';
import { ownDates, putOwnDates } from '../pieces/ownDates';
import type { PictureOffer } from '../../media/picture';
import type { ActivityPictureService } from '../pieces/activityPictures';
import type { PagePictureService } from '../pieces/pagePictures';
import type { PieceFactsService, Standing } from '../pieces/pieceFacts';
import { insistOnAll } from '../sending/extent';
import { seeSent, tellPerson } from '../news/updates';

/** What a teacher says beside the marks on the work. What is left out stays as it is. */
interface Answer {
  note: string;
  levels?: object;
  own?: OwnMark;
  aside?: string;
  told?: object | null;
  version?: number;
}

interface Release {
  outcome: Outcome;
  note?: string;
  extent?: string;
  version?: number;
  /** The learner's own dates from now on, in milliseconds since 1970. Left out, they stay. */
  due?: number | null;
  closes?: number | null;
}

interface Many {
  people: readonly string[];
  note: string;
  outcome: Outcome | null;
  hold: boolean;
}

const releaseKey = (reviewId: string): string => `released:${reviewId}:`;

/** What it works with. */
interface ReviewWorld {
  sequelize: Sequelize;
  log: UpdateLog;
  facts: PieceFactsService;
  media: MediaService;
  pictures: PagePictureService;
  activityPictures: ActivityPictureService;
  jobs: Jobs;
  hub: () => SyncHub;
}

/** Answering goes: marks, notes and outcomes. */
export class ReviewService {
  private readonly sequelize: Sequelize;
  private readonly log: UpdateLog;
  private readonly facts: PieceFactsService;
  private readonly media: MediaService;
  private readonly pictures: PagePictureService;
  private readonly activityPictures: ActivityPictureService;
  private readonly jobs: Jobs;
  private readonly hub: () => SyncHub;

  constructor(
    { sequelize, log, facts, media, pictures, activityPictures, jobs, hub }: ReviewWorld,
    private readonly clock: () => number = Date.now,
  ) {
    this.sequelize = sequelize;
    this.log = log;
    this.facts = facts;
    this.media = media;
    this.pictures = pictures;
    this.activityPictures = activityPictures;
    this.jobs = jobs;
    this.hub = hub;
  }

  private readonly goContext = (goId: string): Promise<GoContext> => findGo(this.facts, goId);

  /** A go's frozen document, as one Yjs update. */
  async goDocument(actor: Actor, goId: string): Promise<Buffer> {
    const { go, piece, work } = await this.goContext(goId);
    if (!policy.readGo(actor, piece, work, go)) throw notFound();
    return frozenDocument(goId);
  }

  /** A go's first page as WebP, with the marks where the actor may see them. */
  async goPicture(actor: Actor, goId: string): Promise<PictureOffer> {
    const { go, piece, work } = await this.goContext(goId);
    if (!policy.readGo(actor, piece, work, go)) throw notFound();
    const review = await Review.findOne({ where: { submissionId: goId } });
    const marked = review?.releasedAt && policy.readMarks(actor, piece, work, review) ? review : null;
    return this.pictures.offer(piece, `${goId}.${marked?.releasedAt!.getTime() ?? 0}`, async () => {
      const marks = marked && (await frozenMarks(marked.id));
      const page = await this.pictures.maybe(piece, { updates: [await frozenDocument(goId)], marks });
      // What is answered without a page has no look of its own: the activity's stands for it.
      return page ?? this.activityPictures.draw(piece.activityId);
    });
  }

  /** All goes of the piece that a go is of, with what came back of each. */
  async goesLike(actor: Actor, goId: string): Promise<GoView[]> {
    const { go, piece, work } = await this.goContext(goId);
    if (!policy.readGo(actor, piece, work, go)) throw notFound();
    return goesOf(piece.id);
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
    if (!policy.answer(actor, context.work)) throw notFound();
    return { ...context, review };
  }

  /**
   * Keeps what is said as it is typed, in writing, by the rubric, and for teachers alone. Only teachers see it until it
   * is released.
   *
   * @throws ProblemError `conflict` where somebody has said something since `version` was read: nothing of theirs is
   * overwritten
   */
  async saveNote(
    actor: Actor,
    reviewId: string,
    { note, levels, own, aside, told, version }: Answer,
  ): Promise<ReviewView> {
    const { activity } = await this.reviewContext(actor, reviewId);
    const saved = await this.sequelize.transaction(async (transaction) => {
      const review = await Review.findByPk(reviewId, {
        lock: transaction.LOCK.UPDATE,
        transaction,
        rejectOnEmpty: true,
      });
      const submission = await Submission.findByPk(review.submissionId, { transaction, rejectOnEmpty: true });
      insistOpen(review, submission);
      await insistOnVersion(review, version, transaction);
      const marking = activity.marking ?? NO_MARKING;
      const before = review.marked;
      const marked: Marked | null =
        levels || own || before
          ? {
              rows: activity.rubric ?? [],
              marking,
              levels: readLevels(levels ?? before?.levels, activity.rubric ?? [], marking.halves),
              own: own ?? before?.own ?? NO_OWN_MARK,
            }
          : null;
      const film = told === undefined ? review.told : readTold(told);
      const begunAt =
        review.begunAt ?? (note.trim() || film || (marked && markView(marked)) ? new Date(this.clock()) : null);
      return review.update(
        {
          note,
          begunAt,
          marked,
          aside: aside ?? review.aside,
          told: film,
          version: review.version! + 1,
          reviewerId: actor.personId,
        },
        { transaction },
      );
    });
    this.hub().announce({ kind: 'marks', id: reviewId }, 'said');
    return viewOf(saved);
  }

  /**
   * Releases a review: freezes its marks, opens the draft again where another go is asked, tells the learner.
   * Releasing twice with the same outcome changes nothing.
   *
   * @throws ProblemError `still-arriving` while marks are on their way, `conflict` if it was taken back or answered
   * otherwise
   */
  async release(actor: Actor, reviewId: string, request: Release): Promise<ReviewView> {
    const { piece, activity } = await this.reviewContext(actor, reviewId);
    const ref = { kind: 'marks', id: reviewId } as const;
    const released = await this.sequelize.transaction(async (transaction) => {
      // The piece first: taking back locks in the same order, so the two can't block each other.
      await Piece.findByPk(piece.id, { lock: transaction.LOCK.UPDATE, transaction });
      const review = await Review.findByPk(reviewId, {
        lock: transaction.LOCK.UPDATE,
        transaction,
        rejectOnEmpty: true,
      });
      if (review.releasedAt && review.outcome === request.outcome) return answeredAlready(review, request);
      const submission = await Submission.findByPk(review.submissionId, { transaction, rejectOnEmpty: true });
      insistOpen(review, submission);
      await insistOnVersion(review, request.version, transaction);
      const marks = await this.log.document(ref, transaction);
      if (request.extent !== undefined) insistOnAll(marks, request.extent);
      if (!(await this.media.allHere([...voicesOf(marks), ...(review.told ? [review.told.media] : [])], piece.id))) {
        throw new ProblemError('still-arriving', 'What you said is still on its way to school. Try again in a moment.');
      }
      const now = new Date(this.clock());
      await review.update(
        {
          outcome: request.outcome,
          held: null,
          note: request.note ?? review.note,
          reviewerId: actor.personId,
          begunAt: review.begunAt ?? now,
          releasedAt: now,
          marks: Buffer.from(Y.encodeStateAsUpdate(marks)),
        },
        { transaction },
      );
      if (request.outcome === 'again') {
        const datesBefore = await giveDates(activity.id, piece.personId, request, transaction);
        await review.update({ datesBefore }, { transaction });
      }
      await Piece.update({ frozen: request.outcome === 'finished' }, { where: { id: piece.id }, transaction });
      const teacher = await Person.findByPk(actor.personId, { transaction, rejectOnEmpty: true });
      const again = request.outcome === 'again';
      await tellPerson(
        piece.personId,
        {
          kind: request.outcome,
          words: again ? `${teacher.name} asks for another go: ${activity.title}` : `Finished: ${activity.title}`,
          path: `/feedback/${submission.id}`,
          key: `${releaseKey(reviewId)}${now.getTime()}`,
        },
        transaction,
      );
      await seeSent(`/review/${activity.id}?person=${piece.personId}`, transaction);
      return review;
    });
    this.hub().announce(ref, 'frozen');
    if (released.outcome === 'finished') await this.jobs.send('keep-sent', { pieceId: piece.id });
    if (released.outcome === 'again') this.hub().announce({ kind: 'piece', id: piece.id }, 'open');
    return viewOf(released);
  }

  /** The job: of a piece that is finished, only what was sent stays. One whose outcome was taken back is left alone. */
  readonly keepSent = async ({ pieceId }: { pieceId: string }): Promise<void> => {
    await this.sequelize.transaction(async (transaction) => {
      // Under the piece's lock: an outcome that is taken back meanwhile comes before all of it, or after.
      await Piece.findByPk(pieceId, { attributes: ['id'], lock: transaction.LOCK.UPDATE, transaction });
      const [standing] = await this.facts.find({ pieceId }, transaction);
      if (standing?.status.state === 'finished') await keepWhatWasSent(pieceId);
    });
  };

  /**
   * Takes an outcome back within a minute: the go waits again, with all that was said kept as the draft that it was.
   *
   * @throws ProblemError `conflict` where it is too late, or the learner has sent again
   */
  async recall(actor: Actor, reviewId: string, held: Outcome | null = null): Promise<ReviewView> {
    const { piece } = await this.reviewContext(actor, reviewId);
    const recalled = await this.sequelize.transaction(async (transaction) => {
      await Piece.findByPk(piece.id, { lock: transaction.LOCK.UPDATE, transaction });
      const review = await Review.findByPk(reviewId, {
        lock: transaction.LOCK.UPDATE,
        transaction,
        rejectOnEmpty: true,
      });
      if (!review.releasedAt) return review;
      if (this.clock() - review.releasedAt.getTime() > RECALL)
        throw new ProblemError('conflict', 'That was more than a minute ago, so it stays as it is.');
      const latest = await Submission.findOne({
        where: { pieceId: piece.id, withdrawnAt: null },
        order: [['number', 'DESC']],
        attributes: ['id'],
        transaction,
      });
      if (latest?.id !== review.submissionId)
        throw new ProblemError('conflict', 'The learner has sent another go already, so this one stays as it is.');
      if (review.datesBefore)
        await putOwnDates(piece.activityId, piece.personId, review.datesBefore.dates, transaction);
      await review.update({ outcome: null, releasedAt: null, marks: null, datesBefore: null, held }, { transaction });
      await Piece.update({ frozen: true }, { where: { id: piece.id }, transaction });
      await Update.destroy({
        where: { personId: piece.personId, key: { [Op.like]: `${releaseKey(reviewId)}%` } },
        transaction,
      });
      newsOf([piece.personId], transaction);
      return review;
    });
    this.hub().announce({ kind: 'piece', id: piece.id }, 'frozen');
    this.hub().announce({ kind: 'marks', id: reviewId }, 'open');
    return viewOf(recalled);
  }

  /** Decides an outcome without telling it yet; null decides nothing. The marks must have arrived. */
  async hold(actor: Actor, reviewId: string, outcome: Outcome | null, extent?: string): Promise<ReviewView> {
    await this.reviewContext(actor, reviewId);
    return this.sequelize.transaction(async (transaction) => {
      const review = await Review.findByPk(reviewId, {
        lock: transaction.LOCK.UPDATE,
        transaction,
        rejectOnEmpty: true,
      });
      insistOpen(review, await Submission.findByPk(review.submissionId, { transaction, rejectOnEmpty: true }));
      if (outcome && extent !== undefined)
        insistOnAll(await this.log.document({ kind: 'marks', id: reviewId }, transaction), extent);
      return viewOf(
        await review.update(
          {
            held: outcome,
            version: review.version! + 1,
            begunAt: review.begunAt ?? (outcome ? new Date(this.clock()) : null),
          },
          { transaction },
        ),
      );
    });
  }

  /** How the actor's learners stand with an activity. @throws ProblemError `not-found` where none of them has it */
  private async taught(actor: Actor, activityId: string): Promise<Standing[]> {
    const standings =
      actor.teaches.size === 0 ? [] : await this.facts.find({ activityId, groupIds: [...actor.teaches] });
    const own = standings.filter(({ groupId }) => policy.review(actor, { groupId }));
    if (own.length === 0) throw notFound();
    return own;
  }

  /** Tells all outcomes of an activity that are held. @returns how many */
  async releaseHeld(actor: Actor, activityId: string): Promise<ToldHeld> {
    const waiting = (await this.taught(actor, activityId)).filter(({ status }) => status.state === 'with-teacher');
    const holding = await Review.findAll({
      where: { submissionId: waiting.map(({ latestGo }) => latestGo!.id), held: { [Op.not]: null } },
    });
    const told = holding.map(({ id, held }) => ({ id, held: held! }));
    for (const { id, held } of told) await this.release(actor, id, { outcome: held });
    return { reviews: told };
  }

  /**
   * Says the same of several pieces: a note behind what was said of each, with the learner's name put in, and an
   * outcome, told or held.
   * Those of whom it can't be said are left as they are.
   */
  async answerMany(actor: Actor, activityId: string, { people, note, outcome, hold }: Many): Promise<ManyAnswered> {
    const standings = await this.taught(actor, activityId);
    const names = new Map(
      (await Person.findAll({ where: { id: people }, attributes: ['id', 'name'] })).map(({ id, name }) => [id, name]),
    );
    const answered: ManyAnswered = { done: 0, left: [] };
    for (const personId of new Set(people)) {
      const submission = standings.find((standing) => standing.personId === personId)?.latestGo;
      try {
        if (!submission) throw new ProblemError('conflict', 'Nothing was sent.');
        await this.answerOne(actor, submission.id, {
          note: withName(note, names.get(personId)!.split(' ')[0]!),
          outcome,
          hold,
        });
        answered.done += 1;
      } catch (error) {
        if (!(error instanceof ProblemError)) throw error;
        answered.left.push({ personId, why: error.message });
      }
    }
    return answered;
  }

  private async answerOne(actor: Actor, goId: string, { note, outcome, hold }: Omit<Many, 'people'>): Promise<void> {
    const opened = await this.open(actor, goId);
    const before = opened.note.trimEnd();
    const added = before === '' ? note : `${before} ${note}`;
    const words = note === '' || before.includes(note) ? before : added;
    const { version } = await this.saveNote(actor, opened.id, { note: words, version: opened.version });
    if (outcome && hold) await this.hold(actor, opened.id, outcome);
    else if (outcome) await this.release(actor, opened.id, { outcome, version });
  }

  /** The released marks as one Yjs update; empty if nothing was marked. */
  async marks(actor: Actor, reviewId: string): Promise<Buffer> {
    const review = await Review.findByPk(reviewId);
    if (!review) throw notFound();
    const { piece, work } = await this.goContext(review.submissionId);
    if (!policy.readMarks(actor, piece, work, review)) throw notFound();
    const frozen = await frozenMarks(reviewId);
    if (frozen) return frozen;
    const read = await this.log.read({ kind: 'marks', id: reviewId });
    return Buffer.from(read?.update ?? Y.encodeStateAsUpdate(new Y.Doc()));
  }
}

function insistOpen(review: Review, submission: Submission): void {
  if (review.releasedAt) throw new ProblemError('conflict', 'This has been answered already.');
  if (submission.withdrawnAt)
    throw new ProblemError('conflict', 'The learner has taken this back, so there is nothing to answer now.');
}

/**
 * Whoever asks again, because the answer was lost, has told it already. Somebody else has told it meanwhile where the
 * note is another: that one must not be lost behind a yes.
 */
function answeredAlready(review: Review, { note }: Release): Review {
  if (note !== undefined && note !== review.note)
    throw new ProblemError(
      'conflict',
      'Somebody else has told the same a moment before you. Your note did not go; take theirs back to say yours.',
    );
  return review;
}

async function insistOnVersion(
  { version, reviewerId }: Review,
  read: number | undefined,
  transaction: Transaction,
): Promise<void> {
  if (read === undefined || read === version) return;
  const { name } = await Person.findByPk(reviewerId, { transaction, rejectOnEmpty: true });
  throw new ProblemError(
    'conflict',
    `${name} has changed this answer meanwhile, so nothing was kept over it. Look at it, and say it again.`,
  );
}

/**
 * For another go, this learner’s own dates.
 * @returns what they had before; null where they keep what they have
 */
async function giveDates(
  activityId: string,
  personId: string,
  { due, closes }: Pick<Release, 'due' | 'closes'>,
  transaction: Transaction,
): Promise<{ dates: OwnDates | null } | null> {
  if (due === undefined && closes === undefined) return null;
  const before = await ownDates(activityId, personId, transaction);
  const old = before ?? { opens: null, due: null, closes: null };
  const dates = { ...old, ...(due === undefined ? {} : { due }), ...(closes === undefined ? {} : { closes }) };
  await putOwnDates(activityId, personId, dates, transaction);
  return { dates: before };
}

const viewOf = ({
  id,
  submissionId,
  note,
  outcome,
  held,
  releasedAt,
  marked,
  aside,
  told,
  version,
}: Review): ReviewView => ({
  id,
  goId: submissionId,
  note,
  levels: marked?.levels ?? {},
  own: marked?.own ?? NO_OWN_MARK,
  outcome: outcome ?? null,
  held: held ?? null,
  releasedAt: releasedAt ? releasedAt.getTime() : null,
  aside: aside ?? '',
  told: told ?? null,
  version: version ?? 0,
});
