import { randomUUID } from 'node:crypto';
import type { Logger } from 'pino';
import { Op, type Sequelize } from 'sequelize';
import type { LetterView } from '@lippet/core/contract/signIn';
import { daysUntil, dayShare } from '@lippet/core/schedule/schoolTime';
import { Letter, Person, School, Update } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { oneByOne } from '../access/oneByOne';

/** From this hour of the school's clock on, letters are written. */
const EVENING = 17;
/** So many updates stand in one letter; how many more there are is said. */
const SHOWN = 20;

/** An evening letter with what is new, for those who asked for one. It is put into the outbox, which is posted. */
export class LetterService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly logger: Logger,
    private readonly clock: () => number = Date.now,
  ) {}

  /** One's own letters, newest first. */
  async list(actor: Actor): Promise<LetterView[]> {
    const rows = await Letter.findAll({ where: { personId: actor.personId }, order: [['at', 'DESC']], limit: SHOWN });
    return rows.map(({ id, address, subject, words, at, postedAt }) => ({
      id,
      address,
      subject,
      words,
      at: at!.getTime(),
      posted: Boolean(postedAt),
    }));
  }

  /** Writes today's letters that are not written yet. Run as often as one likes, each is written once. */
  async writeAll(): Promise<void> {
    const now = this.clock();
    const failed = 'letters could not be written';
    await oneByOne(await School.findAll(), this.logger, failed, async ({ id: schoolId, zone }) => {
      if (dayShare(now, zone) * 24 < EVENING) return;
      const people = await Person.findAll({ where: { schoolId, mail: { [Op.not]: null } }, attributes: ['id'] });
      await oneByOne(people, this.logger, failed, async ({ id }) => {
        if (!(await this.writtenToday(id, now, zone))) await this.write(id);
      });
    });
  }

  private async writtenToday(personId: string, now: number, zone: string): Promise<boolean> {
    const last = await Letter.findOne({ where: { personId, kind: 'evening' }, order: [['at', 'DESC']] });
    return last !== null && daysUntil(last.at!.getTime(), now, zone) === 0;
  }

  private async write(personId: string): Promise<void> {
    const now = new Date(this.clock());
    await this.sequelize.transaction(async (transaction) => {
      const { mail, digestAt, name } = await Person.findByPk(personId, {
        lock: transaction.LOCK.UPDATE,
        transaction,
        rejectOnEmpty: true,
      });
      const news = await Update.findAll({
        where: { personId, seenAt: null, at: { [Op.gt]: digestAt ?? new Date(0), [Op.lte]: now } },
        order: [['at', 'ASC']],
        transaction,
      });
      if (!mail || news.length === 0) return;
      const lines = news.slice(0, SHOWN).map(({ words }) => `• ${words}`);
      const more = news.length - lines.length;
      const subject = news.length === 1 ? 'One thing is new in Lippet' : `${news.length} things are new in Lippet`;
      const words = [
        `Good evening, ${name}.`,
        '',
        ...lines,
        ...(more > 0 ? [`and ${more} more`] : []),
        '',
        'Open Lippet to see them.',
      ].join('\n');
      await Letter.create({ id: randomUUID(), personId, address: mail, subject, words, at: now }, { transaction });
      await Person.update({ digestAt: now }, { where: { id: personId }, transaction });
    });
  }
}
