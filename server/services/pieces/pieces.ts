import { randomUUID } from 'node:crypto';
import { UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import { startDocument } from '@lippet/core/page/document';
import { partBegun } from '@lippet/core/piece/completeness';
import type { ChoosableView } from '@lippet/core/contract/class';
import type { GoPageView, NowView, PieceCard, PieceView } from '@lippet/core/contract/pieces';
import { Activity, OwnDay, Piece, Review, Submission } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { readPartners } from '@lippet/core/review/partners/partnerPlan';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import type { SyncHub } from '../../sync/hub';
import { newsOf } from '../../sync/news';
import type { UpdateLog } from '../../sync/updateLog';
import { activityParts, materialView, taskOf } from './activityParts';
import type { ActivityPictureService } from './activityPictures';
import type { PictureOffer } from '../../media/picture';
import type { PagePictureService } from './pagePictures';
import type { PieceFactsService, Standing } from './pieceFacts';
import { goesOf, takenBackOf } from '../reviewing/goes';
import { countUnseen, teachersOf } from '../news/updates';

/** What it works with. */
interface PieceWorld {
  sequelize: Sequelize;
  log: UpdateLog;
  facts: PieceFactsService;
  pictures: PagePictureService;
  activityPictures: ActivityPictureService;
  hub: () => SyncHub;
}

/** Opening, sending and taking back pieces. */
export class PieceService {
  private readonly sequelize: Sequelize;
  private readonly log: UpdateLog;
  private readonly facts: PieceFactsService;
  private readonly pictures: PagePictureService;
  private readonly activityPictures: ActivityPictureService;
  private readonly hub: () => SyncHub;

  constructor(
    { sequelize, log, facts, pictures, activityPictures, hub }: PieceWorld,
    private readonly clock: () => number = Date.now,
  ) {
    this.sequelize = sequelize;
    this.log = log;
    this.facts = facts;
    this.pictures = pictures;
    this.activityPictures = activityPictures;
    this.hub = hub;
  }

  /** Everything that is open to a learner. */
  async now(actor: Actor): Promise<NowView> {
    const standings = await this.facts.find({ personId: actor.personId });
    const cards = standings
      .filter(
        (standing) =>
          policy.seeActivity(actor, standing, standing.status) ||
          (standing.pieceId !== null && policy.readPiece(actor, standing)),
      )
      .map(cardOf);
    return { cards, unseenUpdates: await countUnseen(actor.personId) };
  }

  /** What a learner may choose to do, and what of it was begun. */
  async collection(actor: Actor): Promise<ChoosableView[]> {
    const standings = (await this.facts.find({ personId: actor.personId, free: true })).filter(
      (standing) => standing.free && policy.seeActivity(actor, standing, standing.status),
    );
    const ids = standings.map(({ activityId }) => activityId);
    const activities = await Activity.findAll({ where: { id: ids }, attributes: ['id', 'goal', 'topic', 'ages'] });
    return standings.map(({ activityId, title, subject, minutes, teacher, pieceId, status, kinds }): ChoosableView => {
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
        state: pieceId ? status.state : null,
      };
    });
  }

  /** The learner's piece on an activity, laid out on first opening. Opening twice at once gives one piece. */
  async open(actor: Actor, activityId: string): Promise<{ pieceId: string }> {
    const [standing] = await this.facts.find({ personId: actor.personId, activityId });
    if (!standing || !policy.startPiece(actor, standing, standing.status)) throw notFound();
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
    if (!standing || !policy.startPiece(actor, standing, standing.status)) throw notFound();
    if (day === null) await OwnDay.destroy({ where: { personId: actor.personId, activityId } });
    else await OwnDay.upsert({ personId: actor.personId, activityId, day });
  }

  async view(actor: Actor, pieceId: string): Promise<PieceView> {
    const standing = await this.owned(actor, pieceId);
    const activity = await Activity.findByPk(standing.activityId, { rejectOnEmpty: true });
    const { parts, pages } = await activityParts(activity.id);
    const { choices, materials, rubric } = activity;
    const now = this.clock();
    const sent = standing.facts.latest !== null;
    const hidden = (materials ?? []).filter((material) => !policy.seeMaterial(material, sent, now));
    const times = hidden.filter(({ shown }) => shown === 'at').map(({ at }) => at!);
    return {
      id: pieceId,
      card: cardOf(standing),
      ...taskOf(activity),
      parts: parts.filter((part) => !part.removed || partBegun(standing.progress, part.id)),
      pages,
      choices: choices ?? [],
      rubric: rubric ?? [],
      partners: partnersTold(activity),
      wall: { way: activity.wall ?? 'none', group: standing.groupId },
      materials: (materials ?? []).filter((material) => !hidden.includes(material)).map(materialView),
      later: {
        afterSending: hidden.filter(({ shown }) => shown === 'sent').length,
        next: times.length > 0 ? Math.min(...times) : null,
      },
      goes: await goesOf(pieceId),
      takenBack: await takenBackOf(pieceId),
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
      mayGoOn: standing.status.state === 'another-go' && standing.latestGo?.id === goId,
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
    return this.pictures.offer(piece, `${pieceId}.${standing.pictureVersion}`, async () => {
      const kept = await this.log.updates({ kind: 'piece', id: pieceId });
      // Words and ticks have no look of their own: the activity's stands for them.
      return (
        (await this.pictures.maybe(piece, { updates: kept?.updates ?? [] })) ??
        this.activityPictures.draw(piece.activityId)
      );
    });
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
        order: [['number', 'DESC']],
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

/** What lists show of how a piece stands. */
function cardOf(piece: Standing): PieceCard {
  const {
    activityId,
    pieceId,
    title,
    subject,
    teacher,
    minutes,
    facts,
    status,
    completeness,
    touchedAt,
    ownDay,
    folder,
    kinds,
    pictureVersion,
  } = piece;
  return {
    activityId,
    pieceId,
    title,
    subject,
    teacher,
    minutes,
    due: facts.due,
    facts,
    status: status,
    completeness,
    touchedAt,
    ownDay,
    folder,
    kinds,
    pictureVersion,
  };
}

/** What a learner is told beforehand of who looks at their work. */
function partnersTold({ partners }: Activity): PieceView['partners'] {
  const plan = readPartners(partners);
  return plan && { reviews: plan.reviews, named: plan.named };
}
