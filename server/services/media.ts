import { UniqueConstraintError } from 'sequelize';
import { MEDIA_LIMITS, type MediaView } from '@lippet/core/contract/media';
import { Activity, Media, Piece } from '../models/tables';
import type { Actor } from '../policy/actor';
import { policy } from '../policy/policy';
import { notFound, ProblemError } from '../problems/problem';
import { judgeMedia, pdfPagePicture } from '../media/judge';
import type { MediaPictures } from '../media/picture';
import type { FileStore } from '../storage/fileStore';
import type { PieceFactsService } from './pieceFacts';

/** How large the small pictures of PDF pages are, in pixels. */
const PREVIEW_WIDTH = 480;

/** Pictures and PDFs that belong to pieces and activities. */
export class MediaService {
  constructor(
    private readonly files: FileStore,
    private readonly facts: PieceFactsService,
  ) {}

  /**
   * Takes a file for a piece under an id that the client made. The same id again is the same file: nothing is
   * taken twice when an answer was lost.
   */
  async add(actor: Actor, pieceId: string, id: string, content: Buffer): Promise<MediaView> {
    const [standing] = await this.facts.find({ pieceId });
    if (!standing || !policy.readPiece(actor, standing)) throw notFound();
    const before = await Media.findByPk(id);
    if (before) {
      if (before.pieceId !== pieceId || before.ownerId !== actor.personId) throw notFound();
      return viewOf(before);
    }
    if (!policy.writePiece(actor, standing, standing.standing)) {
      throw new ProblemError('conflict', 'This is with your teacher, so nothing can be added to it just now.');
    }
    if (content.length > MEDIA_LIMITS.file) throw new ProblemError('too-large', `A file may have at most ${MEDIA_LIMITS.file / 1024 / 1024} MB.`);
    const judged = await judgeMedia(content, async (pdf) => this.files.pathOf(await this.files.put(pdf)));
    const hash = await this.files.put(judged.content);
    const { kind, type, width, height, pages } = judged;
    try {
      return viewOf(await Media.create({ id, ownerId: actor.personId, pieceId, activityId: null, kind, type, hash, size: judged.content.length, width, height, pages }));
    } catch (error) {
      if (!(error instanceof UniqueConstraintError)) throw error;
      return viewOf(await Media.findByPk(id, { rejectOnEmpty: true }));
    }
  }

  /** A file's description, for those who may see it. */
  async find(actor: Actor, id: string): Promise<Media> {
    const media = await Media.findByPk(id);
    if (!media) throw notFound();
    if (media.pieceId) {
      const piece = await Piece.findByPk(media.pieceId, { rejectOnEmpty: true });
      const activity = await Activity.findByPk(piece.activityId, { rejectOnEmpty: true });
      if (!policy.readPieceMedia(actor, piece, activity)) throw notFound();
    } else {
      const [standing] = await this.facts.find({ activityId: media.activityId!, ...(actor.teaches.size > 0 ? {} : { personId: actor.personId }) });
      if (!standing || !policy.seeActivity(actor, standing, standing.standing)) throw notFound();
    }
    return media;
  }

  stream(media: Media, from: number, to: number): ReadableStream {
    return this.files.stream(media.hash, from, to);
  }

  /** A small picture of a picture, or of one page of a PDF. */
  async preview(actor: Actor, id: string, page: number): Promise<Buffer> {
    const media = await this.find(actor, id);
    if (media.kind === 'picture') return this.files.read(media.hash);
    if (page > media.pages!) throw notFound();
    return pdfPagePicture(this.files.pathOf(media.hash), page, PREVIEW_WIDTH);
  }

  /** For small pictures that the server draws: what has not arrived is left out. */
  readonly pictures: MediaPictures = async (id, page) => {
    const media = await Media.findByPk(id);
    if (!media) return null;
    return media.kind === 'pdf' ? pdfPagePicture(this.files.pathOf(media.hash), page, PREVIEW_WIDTH) : this.files.read(media.hash);
  };

  /** Whether all of these are at school, as files of this piece or its activity. */
  async allHere(ids: readonly string[], pieceId: string): Promise<boolean> {
    if (ids.length === 0) return true;
    const piece = await Piece.findByPk(pieceId, { rejectOnEmpty: true });
    const found = await Media.findAll({ where: { id: [...ids] }, attributes: ['id', 'pieceId', 'activityId'] });
    return found.filter((each) => each.pieceId === pieceId || each.activityId === piece.activityId).length === new Set(ids).size;
  }
}

const viewOf = ({ id, kind, size, width, height, pages }: Media): MediaView => ({ id, kind, size, width, height, pages });
