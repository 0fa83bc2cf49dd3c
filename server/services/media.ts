import { createWriteStream } from 'node:fs';
import { rm, stat } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream as WebStream } from 'node:stream/web';
import { Op, UniqueConstraintError } from 'sequelize';
import { isId } from '@lippet/core/contract/ids';
import { homeIds, MEDIA_LIMITS, type MediaHome, type MediaView } from '@lippet/core/contract/media';
import { documentOf } from '@lippet/core/page/document';
import { mediaOf } from '@lippet/core/page/mediaOf';
import { voicesOf } from '@lippet/core/recording/moments';
import type { Span } from '@lippet/core/recording/spans';
import type { Jobs } from '../jobs/jobs';
import {
  Activity,
  Assignment,
  CapturePhoto,
  Media,
  Message,
  Piece,
  RefusedMedia,
  Review,
  Submission,
} from '../models/tables';
import { heardUnderNote } from './noteReplies';
import type { Actor } from '../policy/actor';
import { policy } from '../policy/policy';
import { notFound, ProblemError } from '../problems/problem';
import { judgeMedia } from '../media/judge';
import { PdfPictures } from '../media/pdfPictures';
import { cutPlayable, probeRecording, RecordingError } from '../media/recording';
import { wavePicture, type MediaPictures, type PictureOffer } from '../media/picture';
import type { FileStore } from '../storage/fileStore';
import { atMost } from '../storage/atMost';
import { shownInThread } from './threadFiles';
import { shownInClassroom } from './classroom';
import { dropFiles } from './droppedFiles';
import type { GivenPages } from './givenPages';
import { namedMedia, type HomePiece } from './namedMedia';
import { insistOnRoom } from './room';
import type { PieceFactsService } from './pieceFacts';

const fileTooLarge = (): ProblemError =>
  new ProblemError('too-large', `A file may have at most ${MEDIA_LIMITS.file / 1024 / 1024} MB.`);

/** Bytes of a file, and how they are to be read. */
export interface MediaForm {
  hash: string;
  type: string;
  size: number;
}

/** Pictures, PDFs and recordings that belong to pieces and activities. */
export class MediaService {
  /** The copy that is being made. */
  private cutting: Promise<unknown> = Promise.resolve();
  private readonly pdfPictures = new PdfPictures();

  constructor(
    private readonly files: FileStore,
    private readonly facts: PieceFactsService,
    private readonly jobs: Jobs,
    private readonly given: GivenPages,
    private readonly clock: () => number = Date.now,
  ) {}

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
    if (own && !policy.writePiece(actor, standing, standing.standing)) {
      throw new ProblemError('conflict', 'This is with your teacher, so nothing can be added to it just now.');
    }
    if (!own && !policy.addReviewMedia(actor, standing, standing.standing)) {
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

  private async mayPlan(actor: Actor, activityId: string): Promise<boolean> {
    const activity = await Activity.findByPk(activityId, { attributes: ['id', 'teacherId'] });
    const groups = activity ? await Assignment.findAll({ where: { activityId } }) : [];
    return (
      activity !== null &&
      policy.planActivity(actor, { teacherId: activity.teacherId, groups: groups.map(({ groupId }) => groupId) })
    );
  }

  /** Takes a file for a piece under an id that the client made. The same id again is the same file. */
  async add(actor: Actor, home: MediaHome, id: string, content: ReadableStream): Promise<MediaView> {
    const before = await this.known(actor, home, id);
    if (before) return before;
    const draft = this.files.draft();
    try {
      await pipeline(
        Readable.fromWeb(content as WebStream),
        atMost(MEDIA_LIMITS.file, fileTooLarge),
        createWriteStream(draft, { flags: 'wx' }),
      );
      const { size } = await stat(draft);
      await this.noteRefusal(home, id, () => insistOnRoom(actor.personId, size));
      return await this.addFile(actor, home, id, draft);
    } finally {
      await rm(draft, { force: true });
    }
  }

  /**
   * Judges the whole file at `path` and keeps it, or what is made of it. The file may be gone afterwards. Twice at
   * once, or twice because an answer was lost, is once.
   *
   * @param anyFile takes also what is no picture, PDF or recording (see judgeMedia)
   */
  async addFile(actor: Actor, home: MediaHome, id: string, path: string, { anyFile = false } = {}): Promise<MediaView> {
    const { kind, type, width, height, pages, seconds, content } = await this.noteRefusal(home, id, () =>
      judgeMedia(path, { anyFile }),
    );
    const hash = content ? await this.files.put(content) : await this.files.adopt(path);
    const size = (await this.files.size(hash))!;
    const state = kind === 'sound' || kind === 'film' ? 'processing' : 'ready';
    try {
      const media = await Media.create({
        id,
        ownerId: actor.personId,
        ...homeIds(home),
        kind,
        type,
        hash,
        size,
        width,
        height,
        pages,
        seconds,
        state,
      });
      await RefusedMedia.destroy({ where: { id } });
      if (state === 'processing') await this.jobs.send('make-playable', { mediaId: id });
      return viewOf(media);
    } catch (error) {
      if (!(error instanceof UniqueConstraintError)) throw error;
      return viewOf(await Media.findByPk(id, { rejectOnEmpty: true }));
    }
  }

  /**
   * Does something with a file of a piece that may refuse it; where it does, that is written down: what school will never
   * take must not keep the piece from being sent.
   */
  async noteRefusal<T>(home: MediaHome, id: string, work: () => Promise<T>): Promise<T> {
    try {
      return await work();
    } catch (error) {
      const { pieceId } = homeIds(home);
      const certain = error instanceof ProblemError && ['unfit', 'too-large'].includes(error.code);
      if (certain && pieceId !== null) await RefusedMedia.upsert({ id, pieceId, why: error.message });
      throw error;
    }
  }

  /** A file's row, for those who may see it. */
  private async find(actor: Actor, id: string): Promise<Media> {
    const media = await Media.findByPk(id);
    if (!media) throw notFound();
    if ((await shownInThread(actor, id)) || (await shownInClassroom(actor, id))) return media;
    if (media.groupId) {
      if (await heardUnderNote(this.facts, actor, id)) return media;
      // Not said yet, or taken away: whoever brought it.
      if (media.ownerId !== actor.personId) throw notFound();
      return media;
    }
    if (media.pieceId) {
      const piece = await Piece.findByPk(media.pieceId, { rejectOnEmpty: true });
      const work = await this.facts.workOf(piece);
      const ofLearner = media.ownerId === piece.personId;
      if (
        ofLearner
          ? !policy.readPieceMedia(actor, piece, work)
          : !policy.readReviewMedia(actor, piece, work, await wasReleased(media))
      )
        throw notFound();
    } else {
      if (!(await this.mayPlan(actor, media.activityId!)) && !(await this.mayLookAt(actor, media))) throw notFound();
    }
    return media;
  }

  /**
   * Whether a learner may see a file of an activity: once that has opened; and where it is only a material, once that
   * is shown.
   */
  private async mayLookAt(actor: Actor, { id, activityId }: Media): Promise<boolean> {
    const [standing] = await this.facts.find({ activityId: activityId!, personId: actor.personId });
    if (!standing || !policy.seeActivity(actor, standing, standing.standing)) return false;
    const { materials } = await Activity.findByPk(activityId!, { attributes: ['materials'], rejectOnEmpty: true });
    const shownBy = (materials ?? []).filter(({ media }) => media === id);
    return (
      shownBy.length === 0 ||
      shownBy.some((material) => policy.seeMaterial(material, standing.facts.latest !== null, this.clock()))
    );
  }

  async view(actor: Actor, id: string): Promise<MediaView> {
    return viewOf(await this.find(actor, id));
  }

  /** A file as it is kept; of a PDF of which pages were left out, what learners are given of it. */
  async original(actor: Actor, id: string): Promise<MediaForm> {
    return this.formFor(actor, await this.find(actor, id));
  }

  private async formFor(actor: Actor, media: Media): Promise<MediaForm> {
    const { hash, type, size } = media;
    if (await this.seesAll(actor, media)) return { hash, type, size };
    const seen = await this.given.hashFor(media);
    return { hash: seen, type, size: (await this.files.size(seen))! };
  }

  /** Whether all pages of a file are for this person: for all but learners who are given some of a PDF's. */
  private async seesAll(actor: Actor, { givenPages, activityId }: Media): Promise<boolean> {
    return !givenPages || !activityId || this.mayPlan(actor, activityId);
  }

  /** The form of a recording that plays everywhere; until that is made, or if it can't be, the recording as it came. */
  async playable(actor: Actor, id: string): Promise<MediaForm> {
    const media = await this.find(actor, id);
    const { playableHash, playableType, playableSize } = media;
    if (playableHash) return { hash: playableHash, type: playableType!, size: playableSize! };
    return this.formFor(actor, media);
  }

  /**
   * What is kept of a recording, as a file of its own. Copies are made one at a time: they are rare, and each takes a
   * processor.
   */
  async cut(actor: Actor, id: string, spans: readonly Span[]): Promise<MediaForm> {
    const { hash, type } = await this.playable(actor, id);
    if (!type.startsWith('video/') && !type.startsWith('audio/')) throw notFound();
    const made = this.cutting.catch(() => undefined).then(() => this.makeCut(hash, spans));
    this.cutting = made;
    return made;
  }

  private async makeCut(hash: string, spans: readonly Span[]): Promise<MediaForm> {
    const path = this.files.pathOf(hash);
    const facts = await probeRecording(path);
    const out = this.files.draft();
    try {
      if (!facts) throw new RecordingError('It can’t be read any more, so no copy can be made of it.');
      const there = spans.filter(([from]) => from < (facts.seconds ?? 0));
      if (there.length === 0) throw new RecordingError('Nothing of the recording lies there.');
      await cutPlayable(path, facts, there, out);
      const made = await this.files.adopt(out);
      await dropFiles([made]); // it is fetched now, and made anew if it is wished for again
      return {
        hash: made,
        type: facts.sort === 'film' ? 'video/mp4' : 'audio/mp4',
        size: (await this.files.size(made))!,
      };
    } catch (error) {
      if (error instanceof RecordingError) throw new ProblemError('unfit', error.message);
      throw error;
    } finally {
      await rm(out, { force: true });
    }
  }

  stream({ hash }: MediaForm, from: number, to: number): ReadableStream {
    return this.files.stream(hash, from, to);
  }

  /** A small picture of a picture, of one page of a PDF, of a film, or of a sound's shape. */
  async preview(actor: Actor, id: string, page: number): Promise<PictureOffer> {
    const media = await this.find(actor, id);
    if (!isGiven(media, page) && !(await this.seesAll(actor, media))) throw notFound();
    return {
      // What a recording shows comes when it has been looked into.
      tag: `${media.coverHash ?? media.hash}.${page}.${media.state}`,
      draw: async () => {
        const picture = await this.pictureOf(media, page);
        if (!picture) throw notFound();
        return picture;
      },
    };
  }

  /** How many of a piece's files have come. */
  countOf(pieceId: string): Promise<number> {
    return Media.count({ where: { pieceId } });
  }

  private async pictureOf({ kind, hash, pages, coverHash, peaks }: Media, page: number): Promise<Buffer | null> {
    if (kind === 'picture') return this.files.read(hash);
    if (kind === 'file') return null;
    if (kind === 'pdf') {
      return page <= pages! ? this.pdfPictures.of(hash, { path: this.files.pathOf(hash), page }) : null;
    }
    if (kind === 'sound') return peaks ? wavePicture(peaks) : null;
    return coverHash ? this.files.read(coverHash) : null;
  }

  /** For small pictures that the server draws of a piece: what has not arrived, or is not of this piece, is left out. */
  picturesOf(piece: HomePiece): MediaPictures {
    return async (id, page) => {
      const media = await namedMedia(piece, id);
      return media && isGiven(media, page) ? this.pictureOf(media, page) : null;
    };
  }

  /** Whether all of these are at school, as files of this activity. */
  async ofActivity(ids: readonly string[], activityId: string): Promise<boolean> {
    return ids.length === 0 || (await Media.count({ where: { id: [...ids], activityId } })) === ids.length;
  }

  /** Ids of files of a piece that school would not take. */
  async refusedOf(pieceId: string): Promise<Set<string>> {
    return new Set((await RefusedMedia.findAll({ where: { pieceId }, attributes: ['id'] })).map(({ id }) => id));
  }

  /** Whether all of these are at school, as files of this piece or its activity; or can never be. */
  async allHere(named: readonly string[], pieceId: string): Promise<boolean> {
    const ids = named.filter(isId);
    if (ids.length === 0) return true;
    const piece = await Piece.findByPk(pieceId, { rejectOnEmpty: true });
    const found = await Media.findAll({
      where: { id: { [Op.in]: [...ids] } },
      attributes: ['id', 'pieceId', 'activityId'],
    });
    const settled = new Set([
      ...found.filter((each) => each.pieceId === pieceId || each.activityId === piece.activityId).map(({ id }) => id),
      ...(await this.refusedOf(pieceId)),
    ]);
    return ids.every((id) => settled.has(id));
  }

  /**
   * Of a piece that is finished, only what was sent stays, with its originals, and what was said of it: photos that
   * were taken again and takes that were not chosen are gone (their files go
   * when it is tidied). Run twice, or broken off and run again, it comes to the same.
   */
  async keepWhatWasSent(pieceId: string): Promise<void> {
    const goes = await Submission.unscoped().findAll({
      where: { pieceId, withdrawnAt: null },
      attributes: ['id', 'document', 'voiceId'],
    });
    const reviews = await Review.unscoped().findAll({
      where: { submissionId: goes.map(({ id }) => id) },
      attributes: ['marks', 'told'],
    });
    const sent = new Set([
      ...reviews.flatMap(({ told }) => told?.media ?? []),
      ...goes.flatMap(({ voiceId }) => voiceId ?? []),
      ...goes.flatMap(({ document }) => mediaOf(documentOf(document))),
      ...reviews.flatMap(({ marks }) => (marks ? voicesOf(documentOf(marks)) : [])),
    ]);
    const said = new Set(
      (await Message.findAll({ where: { mediaId: { [Op.not]: null } }, attributes: ['mediaId'] })).map(
        ({ mediaId }) => mediaId,
      ),
    );
    const others = (await Media.findAll({ where: { pieceId } })).filter(({ id }) => !sent.has(id) && !said.has(id));
    for (const media of others) {
      await CapturePhoto.destroy({ where: { mediaId: media.id } });
      await media.destroy();
      await dropFiles([media.hash, media.playableHash, media.coverHash]);
    }
  }
}

/** Whether a page of a PDF is among those that learners are given. */
const isGiven = ({ givenPages }: Media, page: number): boolean => !givenPages || givenPages.includes(page);

/**
 * Whether the review that a teacher's file was made for has been released: the first one that was, after the file came.
 */
async function wasReleased({ pieceId, createdAt }: Media): Promise<boolean> {
  const goes = await Submission.findAll({ where: { pieceId: pieceId! }, attributes: ['id'] });
  return (
    (await Review.count({ where: { submissionId: goes.map(({ id }) => id), releasedAt: { [Op.gte]: createdAt } } })) > 0
  );
}

export const viewOf = ({
  id,
  kind,
  size,
  width,
  height,
  pages,
  state,
  why,
  seconds,
  loudness,
  peaks,
}: Media): MediaView => ({
  id,
  kind,
  size,
  width,
  height,
  pages,
  state: state ?? 'ready',
  why: why ?? null,
  seconds: seconds ?? null,
  loudness: loudness ?? null,
  peaks: peaks ?? null,
});
