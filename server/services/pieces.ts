import { randomUUID } from 'node:crypto';
import { UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import type * as Y from 'yjs';
import { startDocument } from '@lippet/core/page/document';
import { NO_PROGRESS } from '@lippet/core/page/progress';
import { partBegun } from '@lippet/core/schedule/completeness';
import { plainWords } from '@lippet/core/words/richText';
import type { ChoosableView } from '@lippet/core/contract/class';
import type { Felt, GoPageView, GoView, Manifest, NowView, PieceCard, PieceView } from '@lippet/core/contract/work';
import type { Compute } from '../compute/compute';
import { holdsExtent, type ToSend, type ToSendTask } from '../compute/toSend';
import { Activity, OwnDay, Person, Piece, Review, Submission } from '../models/tables';
import type { Actor } from '../policy/actor';
import { policy } from '../policy/policy';
import { notFound, ProblemError } from '../problems/problem';
import type { SyncHub } from '../sync/hub';
import { newsOf } from '../sync/news';
import type { UpdateLog } from '../sync/updateLog';
import { activityParts } from './activityParts';
import type { MediaService } from './media';
import type { PictureOffer } from '../media/picture';
import type { PagePictureService } from './pagePictures';
import type { PieceFactsService, Standing } from './pieceFacts';
import { firstSent, goesOf } from './goes';
import { countUnseen, teachersOf, tellTeachers } from './updates';

export interface SendRequest {
  key: string;
  /** Base64 of the client's document extent. */
  extent: string;
  word?: string;
  felt?: Felt | null;
  voice?: string | null;
}

/** All of a piece is at school. */
type WholePiece = ToSend & { kind: 'whole' };

/** What it works with. */
interface PieceWorld {
  sequelize: Sequelize;
  compute: Compute;
  log: UpdateLog;
  facts: PieceFactsService;
  media: MediaService;
  pictures: PagePictureService;
  hub: () => SyncHub;
}

/** Opening, sending and taking back pieces. */
export class PieceService {
  private readonly sequelize: Sequelize;
  private readonly compute: Compute;
  private readonly log: UpdateLog;
  private readonly facts: PieceFactsService;
  private readonly media: MediaService;
  private readonly pictures: PagePictureService;
  private readonly hub: () => SyncHub;

  constructor(
    { sequelize, compute, log, facts, media, pictures, hub }: PieceWorld,
    private readonly clock: () => number = Date.now,
  ) {
    this.sequelize = sequelize;
    this.compute = compute;
    this.log = log;
    this.facts = facts;
    this.media = media;
    this.pictures = pictures;
    this.hub = hub;
  }

  /** Everything that is open to a learner. */
  async now(actor: Actor): Promise<NowView> {
    const standings = await this.facts.find({ personId: actor.personId });
    const cards = standings
      .filter(
        (each) =>
          policy.seeActivity(actor, each, each.standing) || (each.pieceId !== null && policy.readPiece(actor, each)),
      )
      .map(cardOf);
    return { cards, unseenUpdates: await countUnseen(actor.personId) };
  }

  /** What a learner may choose to do, and what of it was begun. */
  async collection(actor: Actor): Promise<ChoosableView[]> {
    const standings = (await this.facts.find({ personId: actor.personId, free: true })).filter(
      (each) => each.free && policy.seeActivity(actor, each, each.standing),
    );
    const ids = standings.map(({ activityId }) => activityId);
    const activities = await Activity.findAll({ where: { id: ids }, attributes: ['id', 'goal', 'topic', 'ages'] });
    return standings.map(
      ({ activityId, title, subject, minutes, teacher, pieceId, standing, kinds }): ChoosableView => {
        const { goal, topic, ages } = activities.find(({ id }) => id === activityId)!;
        return {
          activityId,
          title,
          subject,
          minutes,
          teacher,
          topic: topic ?? '',
          ages: ages ?? null,
          goal: goal ?? '',
          kinds,
          state: pieceId ? standing.state : null,
        };
      },
    );
  }

  /** The learner's piece on an activity, laid out on first opening. Opening twice at once gives one piece. */
  async open(actor: Actor, activityId: string): Promise<{ pieceId: string }> {
    const [standing] = await this.facts.find({ personId: actor.personId, activityId });
    if (!standing || !policy.startPiece(actor, standing, standing.standing)) throw notFound();
    if (standing.pieceId) return { pieceId: standing.pieceId };
    const { pages } = await activityParts(activityId);
    const id = randomUUID();
    try {
      await this.sequelize.transaction(async (transaction) => {
        await Piece.create({ id, activityId, personId: actor.personId }, { transaction });
        await this.log.append({ kind: 'piece', id }, startDocument(pages), transaction);
      });
      return { pieceId: id };
    } catch (error) {
      if (!(error instanceof UniqueConstraintError)) throw error;
      const piece = await Piece.findOne({ where: { activityId, personId: actor.personId }, rejectOnEmpty: true });
      return { pieceId: piece.id };
    }
  }

  /** Puts work on a day of the learner's own choosing, or takes it from there. */
  async chooseDay(actor: Actor, activityId: string, day: string | null): Promise<void> {
    const [standing] = await this.facts.find({ personId: actor.personId, activityId });
    if (!standing || !policy.startPiece(actor, standing, standing.standing)) throw notFound();
    if (day === null) await OwnDay.destroy({ where: { personId: actor.personId, activityId } });
    else await OwnDay.upsert({ personId: actor.personId, activityId, day });
  }

  async view(actor: Actor, pieceId: string): Promise<PieceView> {
    const standing = await this.owned(actor, pieceId);
    const activity = await Activity.findByPk(standing.activityId, { rejectOnEmpty: true });
    const { parts, pages } = await activityParts(activity.id);
    const { choices, materials, rubric, supplies } = activity;
    const now = this.clock();
    const sent = standing.facts.latest !== null;
    const hidden = (materials ?? []).filter((material) => !policy.seeMaterial(material, sent, now));
    const times = hidden.filter(({ shown }) => shown === 'at').map(({ at }) => at!);
    return {
      id: pieceId,
      card: cardOf(standing),
      task: plainWords(activity.task),
      taskText: activity.task,
      told: activity.told ?? null,
      goal: activity.goal,
      supplies: supplies ?? '',
      parts: parts.filter((part) => !part.removed || partBegun(standing.progress, part.id)),
      pages,
      choices: choices ?? [],
      rubric: rubric ?? [],
      materials: (materials ?? [])
        .filter((material) => !hidden.includes(material))
        .map(({ id, kind, title, words, address, media, seconds, spans }) => ({
          id,
          kind,
          title,
          words,
          address,
          media,
          seconds,
          spans,
        })),
      later: {
        afterSending: hidden.filter(({ shown }) => shown === 'sent').length,
        next: times.length > 0 ? Math.min(...times) : null,
      },
      goes: await goesOf(pieceId),
    };
  }

  /** One of a learner's own goes, with its review once that is released. */
  async goView(actor: Actor, goId: string): Promise<GoPageView> {
    const row = await Submission.findByPk(goId, { attributes: ['id', 'pieceId', 'withdrawnAt'] });
    if (!row || row.withdrawnAt) throw notFound();
    const standing = await this.owned(actor, row.pieceId);
    const goes = await goesOf(row.pieceId);
    const { parts } = await activityParts(standing.activityId);
    return {
      go: goes.find(({ id }) => id === goId)!,
      pieceId: row.pieceId,
      activityId: standing.activityId,
      title: standing.title,
      mayGoOn: standing.standing.state === 'another-go' && standing.latestGo?.id === goId,
      parts,
    };
  }

  private async owned(actor: Actor, pieceId: string, transaction?: Transaction): Promise<Standing> {
    const [standing] = await this.facts.find({ pieceId }, transaction);
    if (!standing || !policy.readPiece(actor, standing)) throw notFound();
    return standing;
  }

  /** The draft's first page as WebP. */
  async picture(actor: Actor, pieceId: string): Promise<PictureOffer> {
    const [standing] = await this.facts.find({ pieceId });
    if (!standing || !policy.seeDraftPicture(actor, standing, standing)) throw notFound();
    const piece = { id: pieceId, activityId: standing.activityId };
    return {
      tag: `${pieceId}.${standing.pictureVersion}.${await this.pictures.arrived(piece)}`,
      draw: async () => {
        const kept = await this.log.updates({ kind: 'piece', id: pieceId });
        return this.pictures.of(piece, { updates: kept?.updates ?? [] });
      },
    };
  }

  /**
   * Sends a piece: once the log holds all that the client tells of, freezes a copy as the next go and tells
   * the teachers, in one transaction. The piece's row is locked meanwhile, so no update slips in between.
   * The same key again gives the same go.
   *
   * @throws ProblemError `still-arriving` while strokes are on their way, `nothing-made`, `incomplete` with what is
   * needed, or `conflict`
   */
  async send(actor: Actor, pieceId: string, request: SendRequest): Promise<GoView> {
    await this.owned(actor, pieceId);
    const ref = { kind: 'piece', id: pieceId } as const;
    const sent = await this.sequelize.transaction(async (transaction) => {
      const piece = await Piece.findByPk(pieceId, { lock: transaction.LOCK.UPDATE, transaction, rejectOnEmpty: true });
      const before = await Submission.findOne({ where: { pieceId, key: request.key }, transaction });
      if (before) return before;
      // Read again under the lock: another device may have sent it a moment ago.
      const standing = await this.owned(actor, pieceId, transaction);
      if (piece.frozen) throw new ProblemError('conflict', 'This is with your teacher already.');
      if (standing.standing.notOpen || standing.standing.closed) {
        throw new ProblemError('conflict', 'This activity is closed, so nothing more can be sent. Your work is kept.');
      }
      const found = await this.lookOver(standing, request.extent, transaction);
      if (!(await this.media.allHere([...found.media, ...(request.voice ? [request.voice] : [])], pieceId))) {
        throw new ProblemError(
          'still-arriving',
          'A picture or a recording is still on its way to school. It all goes as soon as that is there.',
        );
      }
      if (!standing.completeness.made) {
        throw new ProblemError('nothing-made', 'There is nothing to send yet. Make something first.');
      }
      const needed = found.checks.filter((check) => check.needed);
      if (needed.length > 0)
        throw new ProblemError(
          'incomplete',
          `This is needed before it can go: ${needed.map(({ words }) => words).join('; ')}.`,
        );
      return this.freeze(standing, found, request, transaction);
    });
    this.hub().announce(ref, 'frozen');
    return {
      id: sent.id,
      go: sent.go,
      sentAt: sent.sentAt.getTime(),
      late: sent.late,
      firstSentAt: (await firstSent([pieceId])).get(`${pieceId} ${sent.go}`) ?? null,
      word: sent.word,
      felt: sent.felt ?? null,
      voice: sent.voiceId ?? null,
      review: null,
    };
  }

  /**
   * What is found in a document that is about to be frozen.
   * @throws ProblemError `still-arriving` where school does not have all of it
   */
  private async lookOver(
    { activityId, pieceId, facts, latestGo }: Standing,
    extent: string,
    transaction: Transaction,
  ): Promise<WholePiece> {
    const { parts } = await activityParts(activityId);
    const { choices } = await Activity.findByPk(activityId, {
      attributes: ['choices'],
      transaction,
      rejectOnEmpty: true,
    });
    const kept = await this.log.updates({ kind: 'piece', id: pieceId! }, transaction);
    const found = await this.compute.run('toSend', {
      updates: kept?.updates ?? [],
      extent: Buffer.from(extent, 'base64'),
      parts,
      choices: choices ?? [],
      before: facts.latest?.released ? await markedGo(latestGo!.id, transaction) : null,
      refused: await this.media.refusedOf(pieceId!),
    });
    if (found.kind === 'unreadable extent') throw new ProblemError('bad-request', found.why);
    if (found.kind === 'still arriving') throw stillArriving();
    return found;
  }

  private async freeze(
    standing: Standing,
    { document, progress, checks }: WholePiece,
    request: SendRequest,
    transaction: Transaction,
  ): Promise<Submission> {
    const pieceId = standing.pieceId!;
    const sentAt = new Date(this.clock());
    const { parts } = await activityParts(standing.activityId);
    const manifest: Manifest = {
      checks,
      parts: parts.map(({ id, title, kind }) => ({
        id,
        title,
        kind,
        ...(progress.parts[id] ?? NO_PROGRESS),
      })),
    };
    const submission = await Submission.create(
      {
        id: randomUUID(),
        pieceId,
        go: (standing.facts.latest?.go ?? 0) + 1,
        key: request.key,
        sentAt,
        late: standing.facts.due !== null && sentAt.getTime() > standing.facts.due,
        document: Buffer.from(document),
        manifest,
        word: request.word || null,
        felt: request.felt ?? null,
        voiceId: request.voice ?? null,
      },
      { transaction },
    );
    await Piece.update({ frozen: true }, { where: { id: pieceId }, transaction });
    newsOf([standing.personId], transaction);
    const learner = await Person.findByPk(standing.personId, { transaction, rejectOnEmpty: true });
    await tellTeachers(
      standing.groupId,
      {
        kind: 'sent',
        words: `${learner.name} sent ${standing.title}${submission.go > 1 ? `, go ${submission.go}` : ''}`,
        path: `/review/${standing.activityId}?person=${standing.personId}`,
      },
      transaction,
    );
    return submission;
  }

  /** Takes the latest go back while no teacher has begun; the draft is open again, with nothing lost. */
  async takeBack(actor: Actor, pieceId: string): Promise<void> {
    const {
      groupId,
      personId,
      facts: { takeBack, due },
    } = await this.owned(actor, pieceId);
    if (takeBack === 'never') throw new ProblemError('conflict', 'What is sent stays sent here.');
    if (takeBack === 'due' && due !== null && this.clock() > due)
      throw new ProblemError('conflict', 'It could be taken back until it was due; that is over now.');
    await this.sequelize.transaction(async (transaction) => {
      await Piece.findByPk(pieceId, { lock: transaction.LOCK.UPDATE, transaction, rejectOnEmpty: true });
      const latest = await Submission.findOne({
        where: { pieceId, withdrawnAt: null },
        order: [['go', 'DESC']],
        lock: transaction.LOCK.UPDATE,
        transaction,
      });
      // Locked too, so that a teacher who begins at this moment either has begun, or finds it gone.
      const review =
        latest &&
        (await Review.findOne({
          where: { submissionId: latest.id },
          lock: transaction.LOCK.UPDATE,
          transaction,
        }));
      if (!latest || review?.releasedAt) {
        throw new ProblemError('conflict', 'There is nothing at the teacher’s to take back.');
      }
      if (review?.begunAt) {
        throw new ProblemError(
          'conflict',
          'Your teacher has begun to look at it, so it stays there until it comes back.',
        );
      }
      await latest.update({ withdrawnAt: new Date(this.clock()) }, { transaction });
      await Piece.update({ frozen: false }, { where: { id: pieceId }, transaction });
      newsOf([personId, ...(await teachersOf(groupId, transaction))], transaction);
    });
    this.hub().announce({ kind: 'piece', id: pieceId }, 'open');
  }
}

const stillArriving = (): ProblemError =>
  new ProblemError('still-arriving', 'Some of it is still on its way to school. It goes as soon as all is there.');

/** A go and the marks that came back with it; null where there were none. */
async function markedGo(goId: string, transaction: Transaction): Promise<ToSendTask['before']> {
  const review = await Review.unscoped().findOne({ where: { submissionId: goId }, attributes: ['marks'], transaction });
  if (!review?.marks) return null;
  const go = await Submission.unscoped().findByPk(goId, {
    attributes: ['document'],
    transaction,
    rejectOnEmpty: true,
  });
  return { document: go.document, marks: review.marks };
}

/** Refuses with `still-arriving` unless the document holds all of the Base64 extent. */
export function insistOnAll(doc: Y.Doc, extent: string): void {
  const holds = holdsExtent(doc, Buffer.from(extent, 'base64'));
  if (typeof holds === 'object') throw new ProblemError('bad-request', holds.why);
  if (!holds) throw stillArriving();
}

/** What lists show of how a piece stands. */
function cardOf(each: Standing): PieceCard {
  const {
    activityId,
    pieceId,
    title,
    subject,
    teacher,
    minutes,
    facts,
    standing,
    completeness,
    touchedAt,
    ownDay,
    folder,
    kinds,
    pictureVersion,
  } = each;
  return {
    activityId,
    pieceId,
    title,
    subject,
    teacher,
    minutes,
    due: facts.due,
    facts,
    standing,
    completeness,
    touchedAt,
    ownDay,
    folder,
    kinds,
    pictureVersion,
  };
}
