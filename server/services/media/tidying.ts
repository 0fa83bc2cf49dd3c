import { Op, type Sequelize } from 'sequelize';
import { DroppedFile, Export, Session, SignInAttempt, SignInLetter } from '../../models/tables';
import type { FileStore } from '../../storage/fileStore';
import { countDocuments } from '../pieces/documentRoom';
import { dropFiles, isNeeded } from './droppedFiles';
import type { UploadService } from './uploads';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** A file may be here for so long before anything says that it is needed. */
const FRESH = HOUR;
/** Files that were made on somebody's wish are fetched at once; later they are made anew. */
const EXPORTS_LAST = 7 * DAY;
/** No program writes to one for so long. */
const DRAFTS_LAST = DAY;
/** Wrong tries count for a day at most; that somebody signed in on a device is remembered for longer. */
const WRONG_TRIES_LAST = 2 * DAY;
const RIGHT_TRIES_LAST = 400 * DAY;

/** Puts away what nobody needs any more. Run as often as one likes, and broken off anywhere, it does no harm. */
export class TidyService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly files: FileStore,
    private readonly uploads: UploadService,
    private readonly clock: () => number = Date.now,
  ) {}

  async tidy(): Promise<void> {
    const before = (age: number): { [Op.lt]: Date } => ({ [Op.lt]: new Date(this.clock() - age) });
    await this.uploads.tidy();
    await countDocuments(this.sequelize);
    await Session.destroy({ where: { expiresAt: before(0) } });
    await SignInLetter.destroy({ where: { expiresAt: before(0) } });
    await SignInAttempt.destroy({ where: { succeeded: false, at: before(WRONG_TRIES_LAST) } });
    await SignInAttempt.destroy({ where: { succeeded: true, at: before(RIGHT_TRIES_LAST) } });
    await this.dropExports(new Date(this.clock() - EXPORTS_LAST));
    await this.files.removeDrafts(this.clock() - DRAFTS_LAST);
    for (const { hash } of await DroppedFile.findAll()) {
      if (await this.files.removeUnneeded(hash, isNeeded, this.clock() - FRESH))
        await DroppedFile.destroy({ where: { hash } });
    }
  }

  private async dropExports(before: Date): Promise<void> {
    const where = { createdAt: { [Op.lt]: before } };
    await this.sequelize.transaction(async (transaction) => {
      const old = await Export.findAll({ where, attributes: ['id', 'hash'], transaction });
      await dropFiles(old.map(({ hash }) => hash));
      await Export.destroy({ where: { id: old.map(({ id }) => id) }, transaction });
    });
  }
}
