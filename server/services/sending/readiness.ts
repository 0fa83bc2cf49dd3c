import type { ChoicePlan } from '@lippet/core/contract/activityDefinition';
import type { PartView } from '@lippet/core/parts/part';
import { Activity, Piece, RefusedMedia, Submission } from '../../models/tables';
import type { KeptUpdates, UpdateLog } from '../../sync/updateLog';
import { activityParts } from '../pieces/activityParts';
import type { Cell, PieceCountService } from '../pieces/pieceCounts';
import type { LookedAhead, LookedAheadPieces } from './lookedAhead';

/** So many bytes of documents are read together; what is larger is read when its turn comes. */
const MOST_BYTES_TOGETHER = 8 * 1024 * 1024;

/** All that is asked of a piece before it is sent. */
export interface Readiness {
  piece: Piece;
  cell: Cell;
  /** Also those that were taken back, newest first. */
  goes: readonly Submission[];
  parts: readonly PartView[];
  choices: readonly ChoicePlan[];
  /** Whether learners look at each other's work there. */
  hasPartners: boolean;
  /** Whether some of its parts are filled together with others. */
  hasShared: boolean;
  /** Counts the times that the parts of its activity were given out. */
  revision: number;
  /** Files that school would not take. */
  refused: ReadonlySet<string>;
  /** What is at school of it; null where it is too large to be read with others, or was looked over as it is. */
  kept: KeptUpdates | null;
  /** What was found when it came to rest, where it is still so; null where it has to be looked over. */
  ahead: LookedAhead | null;
}

/** What an activity asks for. */
interface Asked {
  parts: readonly PartView[];
  choices: readonly ChoicePlan[];
  hasPartners: boolean;
  hasShared: boolean;
  /** Counts the times that its parts were given out. */
  revision: number;
}

/** The revision is read before the parts: where they are given out anew in between, it is the older number. */
async function askedBy(activityId: string): Promise<Asked> {
  const { choices, partners, partsRevision } = await Activity.findByPk(activityId, {
    attributes: ['choices', 'partners', 'partsRevision'],
    rejectOnEmpty: true,
  });
  const { parts, together } = await activityParts(activityId);
  return {
    parts,
    choices: choices ?? [],
    hasPartners: Boolean(partners),
    hasShared: together.length > 0,
    revision: partsRevision!,
  };
}

/** Goes of several pieces, also those that were taken back, newest first. */
export async function goesOf(pieceIds: readonly string[]): Promise<Map<string, Submission[]>> {
  const goes = await Submission.findAll({ where: { pieceId: [...pieceIds] }, order: [['sentAt', 'DESC']] });
  const byPiece = new Map<string, Submission[]>();
  for (const submission of goes)
    byPiece.set(submission.pieceId, [...(byPiece.get(submission.pieceId) ?? []), submission]);
  return byPiece;
}

/** Looks up several pieces that are to be sent, with a few queries for all of them. */
export class ReadinessReader {
  constructor(
    private readonly log: UpdateLog,
    private readonly counts: PieceCountService,
    private readonly lookedAhead: LookedAheadPieces,
  ) {}

  /** @returns in the order of the ids; null for a piece that is not there, or on nobody's list any more */
  async read(pieceIds: readonly string[]): Promise<(Readiness | null)[]> {
    const ids = [...new Set(pieceIds)];
    const pieces = await Piece.findAll({ where: { id: ids } });
    // One after the other: under lock they all go through one connection.
    const cells = await this.counts.cellsAsMeasured({ pieceIds: ids });
    const goes = await goesOf(ids);
    const refused = await RefusedMedia.findAll({ where: { pieceId: ids }, attributes: ['id', 'pieceId'] });
    const ahead = this.lookedAhead.asTheyAre(await this.log.through('piece', ids));
    const unread = ids.filter((id) => !ahead.has(id));
    const kept = await this.log.updatesOf('piece', unread, MOST_BYTES_TOGETHER);
    const asked = new Map<string, Asked>();
    for (const { activityId } of pieces) if (!asked.has(activityId)) asked.set(activityId, await askedBy(activityId));
    const found = new Map<string, Readiness>();
    for (const piece of pieces) {
      const cell = cells.find((cell) => cell.activityId === piece.activityId && cell.personId === piece.personId);
      if (!cell) continue;
      found.set(piece.id, {
        piece,
        cell,
        goes: goes.get(piece.id) ?? [],
        refused: new Set(refused.filter(({ pieceId }) => pieceId === piece.id).map(({ id }) => id)),
        kept: kept.get(piece.id) ?? null,
        ahead: ahead.get(piece.id) ?? null,
        ...asked.get(piece.activityId)!,
      });
    }
    return pieceIds.map((id) => found.get(id) ?? null);
  }
}
