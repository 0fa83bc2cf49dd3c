import type { Logger } from 'pino';
import { Op, type Sequelize } from 'sequelize';
import { Letter } from '../../models/tables';
import { oneByOne } from '../access/oneByOne';
import type { Mailer } from './mailer';

const DAY = 86_400_000;
/** What is older is no news any more, and stays in the outbox. */
const LASTS = 2 * DAY;

/** Posts the letters that were written, where letters go out. */
export class OutboxService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly mailer: Mailer,
    private readonly logger: Logger,
    private readonly clock: () => number = Date.now,
  ) {}

  /** Posts what waits. What could not be posted waits for the next time. */
  async postAll(): Promise<void> {
    if (!this.mailer.isThere) return;
    const waiting = await Letter.findAll({
      where: { postedAt: null, at: { [Op.gt]: new Date(this.clock() - LASTS) } },
      attributes: ['id'],
      order: [['at', 'ASC']],
    });
    await oneByOne(waiting, this.logger, 'a letter could not be posted', ({ id }) => this.post(id));
  }

  private async post(id: string): Promise<void> {
    await this.sequelize.transaction(async (transaction) => {
      // Two servers on one database do not post it twice.
      const letter = await Letter.findOne({
        where: { id, postedAt: null },
        lock: transaction.LOCK.UPDATE,
        skipLocked: true,
        transaction,
      });
      if (!letter) return;
      await this.mailer.send(letter);
      await letter.update({ postedAt: new Date(this.clock()) }, { transaction });
    });
  }
}
