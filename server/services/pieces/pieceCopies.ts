import { randomUUID } from 'node:crypto';
import type { Sequelize } from 'sequelize';
import type { CopyView } from '@lippet/core/contract/exports';
import { COPY_EVERY, copiesToDrop } from '@lippet/core/schedule/thinCopies';
import type { Compute } from '../../compute/compute';
import { Piece, PieceCopy } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound } from '../../problems/problem';
import type { UpdateLog } from '../../sync/updateLog';

/** Earlier copies of a draft, kept at pauses and thinned with age. */
export class PieceCopyService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly log: UpdateLog,
    private readonly compute: Compute,
    private readonly clock: () => number = Date.now,
  ) {}

  /** Keeps a copy of a draft as it is now, unless the last is recent or holds the same. */
  async keep(pieceId: string): Promise<void> {
    const now = this.clock();
    const last = await PieceCopy.findOne({
      where: { pieceId },
      order: [['at', 'DESC']],
      attributes: ['at', 'through'],
    });
    if (last && now - last.at.getTime() < COPY_EVERY) return;
    await this.sequelize.transaction(async (transaction) => {
      // One at a time for a piece: two servers' pauses must not make two copies.
      await Piece.findByPk(pieceId, { lock: transaction.LOCK.UPDATE, transaction });
      const kept = await this.log.updates({ kind: 'piece', id: pieceId }, transaction);
      if (!kept || (await PieceCopy.findOne({ where: { pieceId, through: kept.through }, transaction }))) return;
      const { document, progress } = await this.compute.run('copy', kept.updates);
      // Before anything is made there is nothing to come back to.
      if (!last && !Object.values(progress.parts).some(({ items }) => items > 0)) return;
      await PieceCopy.create(
        {
          id: randomUUID(),
          pieceId,
          at: new Date(now),
          through: kept.through,
          data: Buffer.from(document),
          progress,
        },
        { transaction },
      );
      const all = await PieceCopy.findAll({ where: { pieceId }, attributes: ['id', 'at'], transaction });
      const drop = new Set(
        copiesToDrop(
          all.map(({ at }) => at.getTime()),
          now,
        ),
      );
      await PieceCopy.destroy({
        where: { id: all.filter(({ at }) => drop.has(at.getTime())).map(({ id }) => id) },
        transaction,
      });
    });
  }

  private async owned(actor: Actor, pieceId: string): Promise<void> {
    const piece = await Piece.findByPk(pieceId);
    if (!piece || !policy.readPiece(actor, piece)) throw notFound();
  }

  /** The copies of one's own piece, newest first. */
  async list(actor: Actor, pieceId: string): Promise<CopyView[]> {
    await this.owned(actor, pieceId);
    const copies = await PieceCopy.findAll({
      where: { pieceId },
      order: [['at', 'DESC']],
      attributes: ['id', 'at', 'progress'],
    });
    return copies.map(({ id, at, progress }) => ({
      id,
      at: at.getTime(),
      items: Object.values(progress.parts).reduce((sum, part) => sum + part.items, 0),
      pages: Object.values(progress.parts).reduce((sum, part) => sum + part.pages, 0),
    }));
  }

  /** A copy's document, as one Yjs update. */
  async document(actor: Actor, copyId: string): Promise<Buffer> {
    const copy = await PieceCopy.findByPk(copyId);
    if (!copy) throw notFound();
    await this.owned(actor, copy.pieceId);
    return copy.data;
  }
}
