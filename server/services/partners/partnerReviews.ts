import { QueryTypes, type Sequelize } from 'sequelize';
import * as Y from 'yjs';
import { isId } from '@lippet/core/contract/ids';
import { readTold } from '@lippet/core/contract/readDefinition';
import type { PartnerCard, PartnerDuty, PartnerReviewView } from '@lippet/core/contract/partners';
import { readPartners, type PartnerPlan } from '@lippet/core/review/partners/partnerPlan';
import { NO_MARKING, readLevels } from '@lippet/core/review/rubric';
import { Activity, Media, PeerReview, Person, Piece, Submission } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import type { PictureOffer } from '../../media/picture';
import type { UpdateLog } from '../../sync/updateLog';
import type { GoFiles } from '../exports/goFiles';
import type { ActivityPictureService } from '../pieces/activityPictures';
import { activityParts, taskOf } from '../pieces/activityParts';
import type { PagePictureService } from '../pieces/pagePictures';
import { frozenDocument } from '../reviewing/goes';
import { findPeerReview, forPolicy, latestGoes, lockPeerReview, stateOf } from './findPeerReview';

/** What it works with. */
interface PartnerWorld {
  sequelize: Sequelize;
  log: UpdateLog;
  pictures: PagePictureService;
  activityPictures: ActivityPictureService;
  work: GoFiles;
}

/** What a partner says beside the marks. What is left out stays. */
interface Said {
  note: string;
  levels?: object;
  told?: object | null;
  attached?: string | null;
  version?: number;
}

/** An activity of which somebody has partners, and what is said of them. */
interface Partnered {
  activity: Activity;
  plan: PartnerPlan;
}

/** By what name one knows a partner whose work one looks at. */
const authorName = ({ forReviewer }: PeerReview, named: boolean, names: ReadonlyMap<string, string>, id: string) =>
  named ? names.get(id)! : `Partner ${forReviewer}`;

/**
 * The work that a learner looks at, and what they say of it. Whose it is goes out only where partners have names: all is
 * asked for by the review's own id, and neither the go's nor the piece's is told.
 */
export class PartnerReviewService {
  constructor(
    private readonly world: PartnerWorld,
    private readonly clock: () => number = Date.now,
  ) {}

  /** What somebody has to look at, of each activity where that has begun and is not over. */
  async duties(actor: Actor): Promise<PartnerDuty[]> {
    const rows = await PeerReview.findAll({
      where: { reviewerId: actor.personId, groupId: [...actor.learnsIn] },
      order: ['forReviewer'],
    });
    const duties: PartnerDuty[] = [];
    for (const activityId of new Set(rows.map((row) => row.activityId))) {
      const found = await this.partnered(activityId);
      if (!found || (found.plan.until !== null && this.clock() >= found.plan.until)) continue;
      const own = rows.filter((row) => row.activityId === activityId);
      duties.push(await this.duty(found, own));
    }
    return duties.sort((one, other) => (one.until ?? Infinity) - (other.until ?? Infinity));
  }

  private async duty({ activity, plan }: Partnered, rows: readonly PeerReview[]): Promise<PartnerDuty> {
    const authors = rows.map(({ authorId }) => authorId);
    const goes = await latestGoes(activity.id, authors);
    const names = plan.named ? await namesOf(authors) : new Map<string, string>();
    const cards = rows.map((row): PartnerCard => ({
      id: row.id,
      name: authorName(row, plan.named, names, row.authorId),
      state: stateOf(row, goes.has(row.authorId)),
    }));
    const toCome = Math.max(0, Math.min(plan.reviews, await this.others(rows[0]!)) - cards.length);
    return { activityId: activity.id, title: activity.title, named: plan.named, until: plan.until, cards, toCome };
  }

  /** How many others have the activity as work of that group. */
  private async others({ activityId, groupId }: PeerReview): Promise<number> {
    const [row] = await this.world.sequelize.query<{ count: string }>(
      `SELECT count(*) - 1 AS count FROM memberships m JOIN assignments g ON g.group_id = m.group_id
       WHERE g.activity_id = :activityId AND m.group_id = :groupId AND m.role = 'learner' AND m.left_at IS NULL`,
      { replacements: { activityId, groupId }, type: QueryTypes.SELECT },
    );
    return Number(row!.count);
  }

  private async partnered(activityId: string): Promise<Partnered | null> {
    const activity = await Activity.findByPk(activityId);
    const plan = activity?.state === 'set' ? readPartners(activity.partners) : null;
    return activity && plan && { activity, plan };
  }

  /** @throws ProblemError `not-found` for everybody but whoever gives this review */
  private async own(actor: Actor, id: string): Promise<PeerReview> {
    const review = await findPeerReview(id);
    if (!policy.reviewAsPartner(actor, review)) throw notFound();
    return review;
  }

  /**
   * What a partner looks at, and what they have said so far. From the first time on it is this go, unless that is taken
   * back before anything was given.
   */
  async open(actor: Actor, id: string): Promise<PartnerReviewView> {
    const found = await this.own(actor, id);
    const about = await this.partnered(found.activityId);
    if (!about) throw notFound();
    const latest = (await latestGoes(found.activityId, [found.authorId])).get(found.authorId);
    const review = await this.world.sequelize.transaction(async (transaction) => {
      const locked = await lockPeerReview(id, transaction);
      const before = locked.submissionId ? await Submission.findByPk(locked.submissionId, { transaction }) : null;
      const stays = locked.givenAt || (before && !before.withdrawnAt) || !latest;
      return stays ? locked : locked.update({ submissionId: latest.id }, { transaction });
    });
    return this.view(review, about, Boolean(latest));
  }

  private async view(review: PeerReview, { activity, plan }: Partnered, there: boolean): Promise<PartnerReviewView> {
    const { parts } = await activityParts(activity.id);
    const { named, asks, until, throughTeacher } = plan;
    const names = named ? await namesOf([review.authorId]) : new Map<string, string>();
    return {
      id: review.id,
      activityId: activity.id,
      groupId: review.groupId,
      title: activity.title,
      name: authorName(review, named, names, review.authorId),
      named,
      state: stateOf(review, there),
      until,
      throughTeacher,
      asks,
      task: taskOf(activity),
      parts,
      rubric: (activity.rubric ?? []).filter((row) => asks.rows.includes(row.id)),
      halves: (activity.marking ?? NO_MARKING).halves,
      note: review.note!,
      levels: review.levels!,
      told: review.told ?? null,
      attached: review.attached ?? null,
      version: review.version!,
      answer: review.answer!,
      helped: review.helped ?? null,
    };
  }

  /** The go that is looked at, as one Yjs update. */
  async document(actor: Actor, id: string): Promise<Buffer> {
    return frozenDocument(await lookedAt(await this.own(actor, id)));
  }

  /** Its first page as WebP; before it is opened, that of the partner's newest go. */
  async picture(actor: Actor, id: string): Promise<PictureOffer> {
    const review = await this.own(actor, id);
    const goId =
      review.submissionId ?? (await latestGoes(review.activityId, [review.authorId])).get(review.authorId)?.id;
    if (!goId) throw notFound();
    const { pieceId } = await Submission.findByPk(goId, { rejectOnEmpty: true });
    const piece = await Piece.findByPk(pieceId, { rejectOnEmpty: true });
    return this.world.pictures.offer(
      piece,
      `partner.${goId}`,
      async () =>
        (await this.world.pictures.maybe(piece, { updates: [await frozenDocument(goId)], marks: null })) ??
        this.world.activityPictures.draw(review.activityId),
    );
  }

  /** The marks as one Yjs update: as they were given, else as they are. Whoever may read the review may see them. */
  async marks(actor: Actor, id: string): Promise<Buffer> {
    const review = await findPeerReview(id);
    if (!policy.readPartnersReview(actor, forPolicy(review))) throw notFound();
    const { marks } = await PeerReview.unscoped().findByPk(id, { attributes: ['marks'], rejectOnEmpty: true });
    if (marks) return marks;
    const read = await this.world.log.read({ kind: 'partner', id });
    return Buffer.from(read?.update ?? Y.encodeStateAsUpdate(new Y.Doc()));
  }

  /** The work with one's own marks on it, as a PDF to keep. */
  async copy(actor: Actor, id: string): Promise<Buffer> {
    const review = await this.own(actor, id);
    const goId = await lookedAt(review);
    const { pieceId } = await Submission.findByPk(goId, { rejectOnEmpty: true });
    const { activityId } = review;
    const marks = await this.marks(actor, id);
    // A partner's pictures belong to the group.
    const own = { groupId: review.groupId, ownerId: actor.personId };
    return this.world.work.pdf({ id: pieceId, activityId }, await frozenDocument(goId), marks, 'flat', async (media) =>
      isId(media) ? Media.findOne({ where: { id: media, ...own } }) : null,
    );
  }

  /**
   * Keeps what is said as it is typed.
   * @throws ProblemError `conflict` once it was given, or where something was said since `version` was read
   */
  async say(actor: Actor, id: string, { note, levels, told, attached, version }: Said): Promise<{ version: number }> {
    const found = await this.own(actor, id);
    const activity = await Activity.findByPk(found.activityId, { rejectOnEmpty: true });
    return this.world.sequelize.transaction(async (transaction) => {
      const review = await lockPeerReview(id, transaction);
      if (review.givenAt) throw new ProblemError('conflict', 'This was given already, so it stays as it is.');
      if (!review.submissionId) throw new ProblemError('conflict', 'Your partner’s work has not come yet.');
      if (version !== undefined && version !== review.version)
        throw new ProblemError('conflict', 'You have said something on another device meanwhile. Look at that first.');
      const { halves } = activity.marking ?? NO_MARKING;
      const film = told === undefined ? (review.told ?? null) : readTold(told);
      const file = attached === undefined ? (review.attached ?? null) : attached;
      const chosen = levels ? readLevels(levels, activity.rubric ?? [], halves) : review.levels!;
      const holds = note.trim() !== '' || film !== null || file !== null || Object.keys(chosen).length > 0;
      await review.update(
        {
          note,
          levels: chosen,
          told: film,
          attached: file,
          version: review.version! + 1,
          begunAt: review.begunAt ?? (holds ? new Date(this.clock()) : null),
        },
        { transaction },
      );
      return { version: review.version! };
    });
  }
}

/** Id of the go that somebody looks at. @throws ProblemError `not-found` before it was opened, or once it was taken back */
async function lookedAt({ submissionId, givenAt }: PeerReview): Promise<string> {
  const submission = submissionId ? await Submission.findByPk(submissionId) : null;
  if (!submission || (submission.withdrawnAt && !givenAt)) throw notFound();
  return submission.id;
}

/** Names of people, by id. */
async function namesOf(ids: readonly string[]): Promise<Map<string, string>> {
  const people = await Person.findAll({ where: { id: [...ids] }, attributes: ['id', 'name'] });
  return new Map(people.map(({ id, name }) => [id, name]));
}
