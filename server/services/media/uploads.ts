import { mkdirSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { FileStore as TusFiles } from '@tus/file-store';
import { Server as TusServer } from '@tus/server';
import { Op } from 'sequelize';
import {
  homeIds,
  MEDIA_LIMITS,
  UPLOAD_PATH,
  uploadMeta,
  type MediaHome,
  type MediaView,
} from '@lippet/core/contract/media';
import type { Problem } from '@lippet/core/contract/problem';
import { Person, Upload } from '../../models/tables';
import { meansLater } from '@lippet/core/contract/problem';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { diskFull } from '../../problems/diskFull';
import { notFound, ProblemError } from '../../problems/problem';
import { hashFile } from '../../storage/fileStore';
import { DISK_RESERVE, freeSpace } from '../../storage/freeSpace';
import type { MediaService } from './media';
import { insistOnRoom } from './room';

/** What was not brought to its end within this time is thrown away, in milliseconds. */
const STALE = 14 * 86_400_000;
const MEGABYTE = 1024 * 1024;

/**
 * Files that arrive in pieces, by the tus protocol: what has come is kept through lost networks and a killed server.
 */
export class UploadService {
  private made: TusServer | null = null;
  private readonly folder: string;

  constructor(
    private readonly root: string,
    private readonly media: MediaService,
    private readonly clock: () => number,
    private readonly free = freeSpace,
  ) {
    this.folder = join(root, 'arriving');
  }

  /** Made when the first file comes: the library looks after its folder by itself, whenever that suits it. */
  private get tus(): TusServer {
    if (!this.made) {
      mkdirSync(this.folder, { recursive: true });
      this.made = new TusServer({
        path: UPLOAD_PATH,
        datastore: new TusFiles({ directory: this.folder }),
        maxSize: MEDIA_LIMITS.recording,
        relativeLocation: true,
        namingFunction: (_, metadata) => metadata!.media!,
        allowedOrigins: [],
        disableTerminationForFinishedUploads: true,
      });
    }
    return this.made;
  }

  /**
   * Begins a file for a piece of one’s own, for a review or for an activity that one makes. Begun again it begins
   * anew; what is gone on with is asked for by its address.
   */
  async begin(actor: Actor, request: Request): Promise<Response> {
    const size = Number(request.headers.get('upload-length'));
    const { media, home } = metaOf(request.headers.get('upload-metadata'));
    if (await this.media.access.known(actor, home, media))
      throw new ProblemError('conflict', 'That file is at school already.');
    await this.media.noteRefusal(home, media, () => this.reserve(actor, home, media, size));
    return inOurWords(await this.tus.handleWeb(request));
  }

  /**
   * Keeps room for a file.
   * @throws ProblemError `unfit` or `too-large` for one that there is no room for, `busy` where the disk is full
   */
  private async reserve(actor: Actor, home: MediaHome, id: string, size: number): Promise<void> {
    if (!Number.isInteger(size) || size <= 0) throw new ProblemError('unfit', 'That file is empty.');
    if (size > MEDIA_LIMITS.recording)
      throw new ProblemError('too-large', `A file may have at most ${MEDIA_LIMITS.recording / MEGABYTE} MB.`);
    if ((await this.free(this.root)) - size < DISK_RESERVE) throw diskFull();
    await Upload.sequelize!.transaction(async (transaction) => {
      // One after the other for each person: two that begin at once must not both count on the same room.
      const { NO_KEY_UPDATE } = transaction.LOCK;
      await Person.findByPk(actor.personId, { attributes: ['id'], lock: NO_KEY_UPDATE, transaction });
      await insistOnRoom(actor.personId, size, id);
      const [upload] = await Upload.findOrCreate({
        where: { id },
        defaults: { id, ownerId: actor.personId, ...homeIds(home), size },
        transaction,
      });
      if (!policy.bringUpload(actor, upload) || !isAt(upload, home)) throw notFound();
      // Begun anew, it may be said to be of another length: that is the one that counts.
      if (upload.size !== size) await upload.update({ size }, { transaction });
    });
  }

  /** How much of a file has come, and more of it. */
  async goOn(actor: Actor, id: string, request: Request): Promise<Response> {
    await this.own(actor, id);
    return inOurWords(await this.tus.handleWeb(request));
  }

  private async own(actor: Actor, id: string): Promise<Upload> {
    const upload = await Upload.findByPk(id);
    if (!upload || !policy.bringUpload(actor, upload)) throw notFound();
    return upload;
  }

  /**
   * Takes a file that has arrived whole, if its checksum is right. Asked again, it answers the same.
   *
   * @throws ProblemError `still-arriving` while some of it is missing, `bad-request` where it came damaged (it is
   * brought anew then)
   */
  async take(actor: Actor, home: MediaHome, id: string, sha256: string): Promise<MediaView> {
    const before = await this.media.access.known(actor, home, id);
    if (before) return before;
    const upload = await this.own(actor, id);
    if (!isAt(upload, home)) throw notFound();
    const path = join(this.folder, id);
    const come = await this.tus.datastore.getUpload(id).catch(() => null);
    if (come?.offset !== upload.size)
      throw new ProblemError('still-arriving', 'Some of that file is still on its way.');
    if ((await hashFile(path)) !== sha256) {
      await this.forget(id);
      throw new ProblemError('bad-request', 'That file came damaged. It is sent once more.');
    }
    try {
      const taken = await this.media.addFile(actor, home, id, path, { anyFile: homeIds(home).activityId !== null });
      await this.forget(id);
      return taken;
    } catch (error) {
      // What is certainly of no use is not kept; anything else is tried again.
      if (error instanceof ProblemError && !meansLater(error.code)) await this.forget(id);
      throw error;
    }
  }

  private async forget(id: string): Promise<void> {
    await Promise.all(['', '.json'].map((end) => rm(join(this.folder, id + end), { force: true })));
    await Upload.destroy({ where: { id } });
  }

  /** Throws away what was begun long ago and never came. */
  async tidy(): Promise<void> {
    const stale = await Upload.findAll({ where: { createdAt: { [Op.lt]: new Date(this.clock() - STALE) } } });
    for (const { id } of stale) await this.forget(id);
  }
}

const isAt = (upload: Upload, home: MediaHome): boolean => {
  const { pieceId, activityId, groupId } = homeIds(home);
  return (
    (upload.pieceId ?? null) === pieceId &&
    (upload.activityId ?? null) === activityId &&
    (upload.groupId ?? null) === groupId
  );
};

/** The ids of an `Upload-Metadata` header: names with Base64 values. @throws ProblemError `bad-request` */
function metaOf(header: string | null): { media: string; home: MediaHome } {
  const pairs = (header ?? '').split(',').map((pair) => pair.trim().split(' '));
  const found = Object.fromEntries(pairs.map(([name, value = '']) => [name, Buffer.from(value, 'base64').toString()]));
  try {
    return uploadMeta.validateSync(found, { stripUnknown: true });
  } catch (error) {
    throw new ProblemError('bad-request', (error as Error).message);
  }
}

const NOT_NEXT: Problem = {
  code: 'conflict',
  message: 'That part of the file does not follow what has come so far. Ask how far it is and go on from there.',
};
const NOT_ARRIVING: Problem = {
  code: 'not-found',
  message: 'That file is not arriving any more. Begin it anew.',
};
/** "Service unavailable" (RFC 9110): the client of the protocol tries again by itself. */
const LATER = 503;
const NOT_KEPT: Problem = {
  code: 'busy',
  message: 'School can’t keep that file just now. It stays on this device, and is sent again by itself.',
};
const NO_UPLOAD: Problem = { code: 'bad-request', message: 'That is no upload as the tus protocol has it.' };
const TUS_PROBLEMS = new Map([
  [404, NOT_ARRIVING],
  [409, NOT_NEXT],
  [410, NOT_ARRIVING],
  [423, NOT_NEXT],
]);

/**
 * The protocol's refusals, with a sentence like every other of ours; a client of the protocol goes by the status, which
 * stays.
 */
function inOurWords(response: Response): Response {
  if (response.status < 400) return response;
  // Whatever the store could not do, the file on the device is as good as before.
  const status = response.status < 500 ? response.status : LATER;
  const { code, message } = status === LATER ? NOT_KEPT : (TUS_PROBLEMS.get(status) ?? NO_UPLOAD);
  return Response.json(
    { code, message },
    { status, headers: { 'Tus-Resumable': response.headers.get('Tus-Resumable') ?? '1.0.0' } },
  );
}
