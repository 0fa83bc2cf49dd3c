import { createWriteStream } from 'node:fs';
import { rm, stat } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream as WebStream } from 'node:stream/web';
import { Op, UniqueConstraintError } from 'sequelize';
import { isId } from '@lippet/core/contract/ids';
import { homeIds, MEDIA_LIMITS, type MediaHome, type MediaView } from '@lippet/core/contract/media';
import type { Span } from '@lippet/core/recording/spans';
import type { Jobs } from '../../jobs/jobs';
import { Media, Piece, RefusedMedia } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { notFound, ProblemError } from '../../problems/problem';
import { judgeMedia } from '../../media/judge';
import { PdfPictures } from '../../media/pdfPictures';
import { wavePicture, type MediaPictures, type PictureOffer } from '../../media/picture';
import type { FileStore } from '../../storage/fileStore';
import { atMost } from '../../storage/atMost';
import type { GivenPages } from '../planning/givenPages';
import { lentIds } from './lentPictures';
import { namedMedia, type HomePiece } from './namedMedia';
import { insistOnRoom } from './room';
import { MediaAccess, type MediaAccessWorld } from './mediaAccess';
import { viewOf } from './mediaView';
import { RecordingCopies, type MediaForm } from './recordingCopies';

const fileTooLarge = (): ProblemError =>
  new ProblemError('too-large', `A file may have at most ${MEDIA_LIMITS.file / 1024 / 1024} MB.`);

/** Pictures, PDFs and recordings that belong to pieces and activities. */
export class MediaService {
  readonly access: MediaAccess;
  private readonly copies: RecordingCopies;
  private readonly pdfPictures = new PdfPictures();

  constructor(
    private readonly files: FileStore,
    world: MediaAccessWorld,
    private readonly jobs: Jobs,
    private readonly given: GivenPages,
    clock: () => number = Date.now,
  ) {
    this.access = new MediaAccess(world, clock);
    this.copies = new RecordingCopies(files);
  }

  /** Takes a file for a piece under an id that the client made. The same id again is the same file. */
  async add(actor: Actor, home: MediaHome, id: string, content: ReadableStream): Promise<MediaView> {
    const before = await this.access.known(actor, home, id);
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

  async view(actor: Actor, id: string): Promise<MediaView> {
    return viewOf(await this.access.find(actor, id));
  }

  /** A file as it is kept; of a PDF of which pages were left out, what learners are given of it. */
  async original(actor: Actor, id: string): Promise<MediaForm> {
    return this.formFor(actor, await this.access.find(actor, id));
  }

  private async formFor(actor: Actor, media: Media): Promise<MediaForm> {
    const { hash, type, size } = media;
    if (media.kind === 'pdf' && media.groupId && media.ownerId !== actor.personId) return this.formForPartner(media);
    if (await this.access.onlyAsPartner(actor, media)) return this.formForPartner(media);
    if (await this.seesAll(actor, media)) return { hash, type, size };
    const seen = await this.given.hashFor(media);
    return { hash: seen, type, size: (await this.files.size(seen))! };
  }

  /**
   * What a partner gets of a learner's file, and gives: nothing in it says whose it is. Pictures hold no such thing, a PDF is
   * written anew without it, and a recording is there once it was made playable.
   */
  private async formForPartner({ id, hash, kind, type, size, pages }: Media): Promise<MediaForm> {
    if (kind === 'picture') return { hash, type, size };
    if (kind !== 'pdf') throw notFound();
    const clean = await this.given.withoutAuthor({ id, hash, pages });
    return { hash: clean, type, size: (await this.files.size(clean))! };
  }

  /** Whether all pages of a file are for this person: for all but learners who are given some of a PDF's. */
  private async seesAll(actor: Actor, { givenPages, activityId }: Media): Promise<boolean> {
    return !givenPages || !activityId || this.access.mayPlan(actor, activityId);
  }

  /** The form of a recording that plays everywhere; until that is made, or if it can't be, the recording as it came. */
  async playable(actor: Actor, id: string): Promise<MediaForm> {
    const media = await this.access.find(actor, id);
    const { playableHash, playableType, playableSize } = media;
    if (playableHash) return { hash: playableHash, type: playableType!, size: playableSize! };
    return this.formFor(actor, media);
  }

  /** What is kept of a recording, as a file of its own. */
  async cut(actor: Actor, id: string, spans: readonly Span[]): Promise<MediaForm> {
    const { hash, type } = await this.playable(actor, id);
    if (!type.startsWith('video/') && !type.startsWith('audio/')) throw notFound();
    return this.copies.cut(hash, spans);
  }

  stream({ hash }: MediaForm, from: number, to: number): ReadableStream {
    return this.files.stream(hash, from, to);
  }

  /** A small picture of a picture, of one page of a PDF, of a film, or of a sound's shape. */
  async preview(actor: Actor, id: string, page: number): Promise<PictureOffer> {
    const media = await this.access.find(actor, id);
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

  /** How many of a piece's files, and of those that others lent it, have come, and how many of these were looked into. */
  async filesOf(pieceId: string): Promise<{ come: number; ready: number }> {
    const lent = await lentIds(pieceId);
    const ofPiece = lent.length > 0 ? { [Op.or]: [{ pieceId }, { id: lent }] } : { pieceId };
    const states = await Media.count({ where: ofPiece, group: ['state'] });
    const come = states.reduce((sum, { count }) => sum + count, 0);
    return { come, ready: states.find(({ state }) => state === 'ready')?.count ?? 0 };
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
      ...found
        .filter((media) => media.pieceId === pieceId || media.activityId === piece.activityId)
        .map(({ id }) => id),
      ...(await this.refusedOf(pieceId)),
    ]);
    return ids.every((id) => settled.has(id));
  }
}

/** Whether a page of a PDF is among those that learners are given. */
const isGiven = ({ givenPages }: Media, page: number): boolean => !givenPages || givenPages.includes(page);
