import { Op } from 'sequelize';
import { Export, Media, Session, SignInAttempt, Speech } from '../models/tables';
import type { FileStore } from '../storage/fileStore';
import type { UploadService } from './uploads';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** A file may be here for so long before anything says that it is needed. */
const FRESH = HOUR;
/** Files that were made on somebody's wish are fetched at once; later they are made anew. */
const EXPORTS_LAST = 7 * DAY;
/** Wrong tries count for a day at most; that somebody signed in on a device is remembered for longer. */
const WRONG_TRIES_LAST = 2 * DAY;
const RIGHT_TRIES_LAST = 400 * DAY;

/** Puts away what nobody needs any more. Run as often as one likes, and broken off anywhere, it does no harm. */
export class TidyService {
  constructor(
    private readonly files: FileStore,
    private readonly uploads: UploadService,
    private readonly clock: () => number = Date.now,
  ) {}

  async tidy(): Promise<void> {
    const before = (age: number): { [Op.lt]: Date } => ({ [Op.lt]: new Date(this.clock() - age) });
    await this.uploads.tidy();
    await Session.destroy({ where: { expiresAt: before(0) } });
    await SignInAttempt.destroy({ where: { succeeded: false, at: before(WRONG_TRIES_LAST) } });
    await SignInAttempt.destroy({ where: { succeeded: true, at: before(RIGHT_TRIES_LAST) } });
    await Export.destroy({ where: { createdAt: before(EXPORTS_LAST) } });
    await this.files.sweep(isNeeded, this.clock() - FRESH);
  }
}

/** Whether anything names a file. */
async function isNeeded(hash: string): Promise<boolean> {
  const named = await Promise.all([
    Media.findOne({ where: { [Op.or]: [{ hash }, { playableHash: hash }, { coverHash: hash }] }, attributes: ['id'] }),
    Export.findOne({ where: { hash }, attributes: ['id'] }),
    Speech.findOne({ where: { hash }, attributes: ['key'] }),
  ]);
  return named.some((each) => each !== null);
}
