import { Op } from 'sequelize';
import type * as Y from 'yjs';
import { homeIds, type MediaHome, type MediaView } from '@lippet/core/contract/media';
import { Activity, Assignment, Media, Piece, Review, Submission } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import { shownInClassroom } from '../classes/classroom';
import { heardAtHome, shownAtHome } from '../family/homeMedia';
import { shownOnShared } from '../shared/sharedAccess';
import { heardOnWall, shownOnWall } from '../wall/wallMedia';
import { heardFromPartner, seenByPartner } from '../partners/partnerMedia';
import { heardUnderNote } from '../reviewing/noteReplies';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { shownInThread } from '../classes/threadFiles';
import { piecesWith } from './lentPictures';
import { viewOf } from './mediaView';

/** What it asks. */
export interface MediaAccessWorld {
  facts: PieceFactsService;
  /** A sheet that is filled together, as it is now. */
  sheetAsItIs: (id: string) => Promise<Y.Doc>;
}

/** Who may bring a file, and who may see it. */
export class MediaAccess {
  private readonly facts: PieceFactsService;

  constructor(
    private readonly world: MediaAccessWorld,
    private readonly clock: () => number,
  ) {
    this.facts = world.facts;
  }

  /**
   * A file that is at school already, of this home and this person; null if it has to be brought.
   * @throws ProblemError where nothing may be added
   */
  async known(actor: Actor, home: MediaHome, id: string): Promise<MediaView | null> {
    const { pieceId, activityId, groupId } = homeIds(home);
    if (groupId !== null) return this.knownOfGroup(actor, groupId, id);
    if (pieceId === null) return this.knownOfActivity(actor, activityId!, id);
    const [standing] = await this.facts.find({ pieceId });
    const own = standing && policy.readPiece(actor, standing);
    if (!standing || (!own && !policy.review(actor, standing))) throw notFound();
    const before = await Media.findByPk(id);
    if (before) {
      if (before.pieceId !== pieceId || before.ownerId !== actor.personId) throw notFound();
      return viewOf(before);
    }
    if (own && !policy.writePiece(actor, standing, standing.status)) {
      throw new ProblemError('conflict', 'This is with your teacher, so nothing can be added to it just now.');
    }
    if (!own && !policy.addReviewMedia(actor, standing, standing.status)) {
      throw new ProblemError(
        'conflict',
        'There is no go here that waits for an answer, so nothing can be added to one.',
      );
    }
    return null;
  }

  private async knownOfActivity(actor: Actor, activityId: string, id: string): Promise<MediaView | null> {
    if (!(await this.mayPlan(actor, activityId))) throw notFound();
    const before = await Media.findByPk(id);
    if (before && (before.activityId !== activityId || before.ownerId !== actor.personId)) throw notFound();
    return before && viewOf(before);
  }

  private async knownOfGroup(actor: Actor, groupId: string, id: string): Promise<MediaView | null> {
    if (!policy.addClassroomMedia(actor, groupId)) throw notFound();
    const before = await Media.findByPk(id);
    if (before && (before.groupId !== groupId || before.ownerId !== actor.personId)) throw notFound();
    return before && viewOf(before);
  }

  async mayPlan(actor: Actor, activityId: string): Promise<boolean> {
    const activity = await Activity.findByPk(activityId, { attributes: ['id', 'teacherId'] });
    const groups = activity ? await Assignment.findAll({ where: { activityId } }) : [];
    return (
      activity !== null &&
      policy.planActivity(actor, { teacherId: activity.teacherId, groups: groups.map(({ groupId }) => groupId) })
    );
  }

  /** A file's row, for those who may see it. */
  async find(actor: Actor, id: string): Promise<Media> {
    const media = await Media.findByPk(id);
    if (!media) throw notFound();
    if ((await shownInThread(actor, id)) || (await shownInClassroom(actor, media))) return media;
    if (await shownOnWall(this.facts, actor, id, this.clock())) return media;
    if (media.groupId) {
      if (await this.heardSomewhere(actor, id)) return media;
      // Not said yet, or taken away: whoever brought it.
      if (media.ownerId !== actor.personId) throw notFound();
      return media;
    }
    if (actor.watches.size > 0 && (await shownAtHome(actor, media))) return media;
    if (media.pieceId) {
      const piece = await Piece.findByPk(media.pieceId, { rejectOnEmpty: true });
      const work = await this.facts.workOf(piece);
      const ofLearner = media.ownerId === piece.personId;
      if (
        ofLearner
          ? !policy.readPieceMedia(actor, piece, work) && !(await this.seenTogether(actor, media))
          : !policy.readReviewMedia(actor, piece, work, await wasReleased(media))
      )
        throw notFound();
    } else {
      const may = (await this.mayPlan(actor, media.activityId!)) || (await this.mayLookAt(actor, media));
      if (!may) throw notFound();
    }
    return media;
  }

  /** Whether a voice that belongs to a group was said where somebody may hear it. */
  private async heardSomewhere(actor: Actor, id: string): Promise<boolean> {
    return (
      (await heardUnderNote(this.facts, actor, id)) ||
      (await heardFromPartner(actor, id)) ||
      (await heardOnWall(actor, id)) ||
      heardAtHome(actor, id)
    );
  }

  /** Whether somebody sees a learner's file as a partner, or on a sheet that they fill together, or have filled. */
  private async seenTogether(actor: Actor, media: Media): Promise<boolean> {
    if (await seenByPartner(actor, media)) return true;
    const { sheetAsItIs } = this.world;
    if (await shownOnShared({ sequelize: Media.sequelize!, sheetAsItIs }, actor, media, this.clock())) return true;
    for (const piece of await piecesWith(media))
      if (policy.readPieceMedia(actor, piece, await this.facts.workOf(piece))) return true;
    return false;
  }

  /** Whether somebody sees a learner's file only because they look at that learner's work as a partner. */
  async onlyAsPartner(actor: Actor, { pieceId, ownerId }: Media): Promise<boolean> {
    const piece = pieceId ? await Piece.findByPk(pieceId) : null;
    if (!piece || piece.personId !== ownerId) return false;
    return !policy.readPieceMedia(actor, piece, await this.facts.workOf(piece));
  }

  /**
   * Whether a learner may see a file of an activity: once that has opened; and where it is only a material, once that
   * is shown.
   */
  private async mayLookAt(actor: Actor, { id, activityId }: Media): Promise<boolean> {
    // Those at home see it as their children do.
    const learners = actor.watches.size > 0 ? [...actor.watches] : [actor.personId];
    const { materials } = await Activity.findByPk(activityId!, { attributes: ['materials'], rejectOnEmpty: true });
    const shownBy = (materials ?? []).filter(({ media }) => media === id);
    for (const personId of learners) {
      const [standing] = await this.facts.find({ activityId: activityId!, personId });
      if (!standing || !policy.seeSheets(actor, standing, standing.status)) continue;
      const sent = standing.facts.latest !== null;
      const isShown = shownBy.some((material) => policy.seeMaterial(material, sent, this.clock()));
      if (shownBy.length === 0 || isShown) return true;
    }
    return false;
  }
}

/**
 * Whether the review that a teacher's file was made for has been released: the first one that was, after the file came.
 */
async function wasReleased({ pieceId, createdAt }: Media): Promise<boolean> {
  const goes = await Submission.findAll({ where: { pieceId: pieceId! }, attributes: ['id'] });
  return (
    (await Review.count({ where: { submissionId: goes.map(({ id }) => id), releasedAt: { [Op.gte]: createdAt } } })) > 0
  );
}
