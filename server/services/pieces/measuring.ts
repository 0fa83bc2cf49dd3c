import type { Logger } from 'pino';
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { completeness } from '@lippet/core/piece/completeness';
import type { PieceProgress } from '@lippet/core/piece/progress';
import type { Compute } from '../../compute/compute';
import { Piece } from '../../models/tables';
import { currentTransaction } from '../../models/transactionContext';
import { ProblemError } from '../../problems/problem';
import type { UpdateLog } from '../../sync/updateLog';
import { activityNeeds } from './activityNeeds';

/** A piece whose row does not say whether it is made and complete as its activity's parts are now. */
interface UncountedRow {
  id: string;
  activity_id: string;
  progress: PieceProgress;
  progress_through: string;
}

/** Keeps in a piece's row what its document holds, and whether that is all that its activity asks for. */
export class MeasuringService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly log: UpdateLog,
    private readonly compute: Compute,
    /** Whether somebody has a piece open on a device now. */
    readonly isOpen: (pieceId: string) => boolean,
    private readonly logger: Logger,
  ) {}

  /**
   * Measures what a piece's document holds, and keeps it. The piece is locked meanwhile: of changes that come at once, one
   * with a smaller number may be there later, and would never be measured.
   */
  measure(pieceId: string, transaction?: Transaction): Promise<PieceProgress> {
    const underWay = transaction ?? currentTransaction();
    return underWay
      ? this.measureWithin(pieceId, underWay)
      : this.sequelize.transaction((own) => this.measureWithin(pieceId, own));
  }

  private async measureWithin(pieceId: string, transaction: Transaction): Promise<PieceProgress> {
    const piece = await Piece.findByPk(pieceId, { lock: transaction.LOCK.UPDATE, transaction, rejectOnEmpty: true });
    const kept = await this.log.updates({ kind: 'piece', id: pieceId }, transaction);
    const progress = await this.whatItHolds(piece, kept?.updates ?? []);
    const { revision, parts, choices } = (await activityNeeds([piece.activityId])).get(piece.activityId)!;
    const { made, complete } = completeness(parts, choices, progress);
    await piece.update(
      { progress, progressThrough: kept?.through ?? '0', made, complete, countedFor: revision },
      { transaction },
    );
    return progress;
  }

  /**
   * One document that can't be measured stops no list: its piece stays as it was measured last, and is not tried again
   * before it changes. Where only nobody had time for it, whoever asked comes again.
   */
  private async whatItHolds(piece: Piece, updates: readonly Uint8Array[]): Promise<PieceProgress> {
    try {
      return await this.compute.run('measure', updates);
    } catch (error) {
      if (error instanceof ProblemError) throw error;
      this.logger.error({ err: error, piece: piece.id }, 'a document could not be measured');
      return piece.progress!;
    }
  }

  /**
   * Makes the rows of these pieces say whether they are made and complete; those that were measured and whose activity
   * has other parts since are only counted again.
   */
  async settle(pieceIds: readonly string[]): Promise<void> {
    if (pieceIds.length === 0) return;
    const measured = await this.sequelize.query<UncountedRow>(
      `SELECT p.id, p.activity_id, p.progress, p.progress_through FROM pieces p
       WHERE p.id = ANY(:ids::uuid[]) AND (:open::uuid[] @> ARRAY[p.id]
         OR p.progress_through = (SELECT max(u.id) FROM piece_updates u WHERE u.piece_id = p.id))`,
      {
        replacements: { ids: `{${pieceIds.join(',')}}`, open: `{${pieceIds.filter(this.isOpen).join(',')}}` },
        type: QueryTypes.SELECT,
      },
    );
    await this.countAgain(measured);
    const counted = new Set(measured.map(({ id }) => id));
    // One after the other: each holds a connection for as long as it is measured.
    for (const id of pieceIds) if (!counted.has(id)) await this.measure(id);
  }

  private async countAgain(rows: readonly UncountedRow[]): Promise<void> {
    if (rows.length === 0) return;
    const needs = await activityNeeds([...new Set(rows.map(({ activity_id }) => activity_id))]);
    const counts = rows.map(({ id, activity_id, progress, progress_through }) => {
      const { revision, parts, choices } = needs.get(activity_id)!;
      const { made, complete } = completeness(parts, choices, progress);
      return { id, through: progress_through, made, complete, revision };
    });
    await this.sequelize.query(
      `UPDATE pieces SET made = c.made, complete = c.complete, counted_for = c.revision
       FROM jsonb_to_recordset(:counts::jsonb) AS c(id uuid, through bigint, made boolean, complete boolean, revision integer)
       WHERE pieces.id = c.id AND pieces.progress_through = c.through`,
      { replacements: { counts: JSON.stringify(counts) } },
    );
  }
}
