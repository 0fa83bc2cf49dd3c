import { UniqueConstraintError } from 'sequelize';
import type { KeptStampView } from '@lippet/core/contract/stamps';
import { readStampItems } from '@lippet/core/review/keptStamps';
import { KeptStamp } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';

/** So many stamps one teacher keeps. */
const MOST = 60;

/** Stamps that a teacher has drawn. They are theirs alone. */
export class KeptStampService {
  async list(actor: Actor): Promise<KeptStampView[]> {
    const rows = await KeptStamp.findAll({
      where: { teacherId: actor.personId },
      order: ['createdAt', 'id'],
      limit: MOST,
    });
    return rows.map(({ id, name, items, width, height }) => ({ id, name, items, width, height }));
  }

  /**
   * Keeps a stamp. The same id again is the same stamp.
   * @throws ProblemError `bad-request` where there is nothing on it that can be drawn
   */
  async keep(
    actor: Actor,
    stamp: { id: string; name: string; items: object[]; width: number; height: number },
  ): Promise<KeptStampView[]> {
    if (!policy.makeActivity(actor)) throw new ProblemError('forbidden', 'Only teachers keep stamps.');
    if (readStampItems(stamp.items).length !== stamp.items.length)
      throw new ProblemError('bad-request', 'There is something on the stamp that can’t be drawn.');
    if ((await KeptStamp.count({ where: { teacherId: actor.personId } })) >= MOST)
      throw new ProblemError('conflict', `You keep ${MOST} stamps already. Throw some away first.`);
    try {
      await KeptStamp.create({ ...stamp, items: stamp.items as Record<string, unknown>[], teacherId: actor.personId });
    } catch (error) {
      if (!(error instanceof UniqueConstraintError)) throw error;
      await this.own(actor, stamp.id);
    }
    return this.list(actor);
  }

  private async own(actor: Actor, id: string): Promise<KeptStamp> {
    const stamp = await KeptStamp.findByPk(id);
    if (!stamp || stamp.teacherId !== actor.personId) throw notFound();
    return stamp;
  }

  async forget(actor: Actor, id: string): Promise<KeptStampView[]> {
    await (await this.own(actor, id)).destroy();
    return this.list(actor);
  }
}
