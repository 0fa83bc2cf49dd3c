import { randomUUID } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import type * as Y from 'yjs';
import type { Felt, GoView, Manifest } from '@lippet/core/contract/work';
import type { Compute } from '../compute/compute';
import { holdsExtent, type ToSend, type ToSendTask } from '../compute/toSend';
import { Activity, Piece, Review, Submission } from '../models/tables';
import type { Actor } from '../policy/actor';
import { policy } from '../policy/policy';
import { notFound, ProblemError } from '../problems/problem';
import type { SyncHub } from '../sync/hub';
import { newsOf } from '../sync/news';
import type { UpdateLog } from '../sync/updateLog';
import { activityParts } from './activityParts';
import type { MediaService } from './media';
import type { Cell, PieceCountService } from './pieceCounts';
import { tellTeachers } from './updates';

export interface SendRequest {
  key: string;
  /** Base64 of the client's document extent. */
  extent: string;
  word?: string;
  felt?: Felt | null;
  voice?: string | null;
}

/** All of a piece is at school. */
type WholePiece = ToSend & { kind: 'whole' };

/** A piece that is being sent, locked; how it stands; and all goes of it, also those that were taken back. */
interface Sent {
  piece: Piece;
  cell: Cell;
  goes: readonly Submission[];
}

/** What it works with. */
interface SendingWorld {
  sequelize: Sequelize;
  compute: Compute;
  log: UpdateLog;
  counts: PieceCountService;
  media: MediaService;
  hub: () => SyncHub;
}

/**
 * Sending pieces. A class sends in the same second, so little is asked of the database, and the document is looked over
 * beside the thread that answers.
 */
export class SendingService {
  constructor(
    private readonly world: SendingWorld,
    private readonly clock: () => number = Date.now,
  ) {}

  /**
   * Sends a piece: once the log holds all that the client tells of, freezes a copy as the next go and tells
   * the teachers, in one transaction. The piece's row is locked meanwhile, so no update slips in between.
   * The same key again gives the same go.
   *
   * @throws ProblemError `still-arriving` while strokes are on their way, `nothing-made`, `incomplete` with what is
   * needed, or `conflict`
   */
  async send(actor: Actor, pieceId: string, request: SendRequest): Promise<GoView> {
    const { go, goes } = await this.world.sequelize.transaction(async (transaction) => {
      const piece = await Piece.findByPk(pieceId, { lock: transaction.LOCK.UPDATE, transaction });
      if (!piece || !policy.sendPiece(actor, piece)) throw notFound();
      const before = await Submission.findAll({ where: { pieceId }, order: [['sentAt', 'DESC']], transaction });
      const sent = before.find(({ key }) => key === request.key);
      if (sent) return { go: sent, goes: before };
      const [cell] = await this.world.counts.cellsAsMeasured({ pieceId });
      if (!cell) throw notFound();
      return { go: await this.sendNow({ piece, cell, goes: before }, request, transaction), goes: before };
    });
    this.world.hub().announce({ kind: 'piece', id: pieceId }, 'frozen');
    return {
      id: go.id,
      go: go.go,
      sentAt: go.sentAt.getTime(),
      late: go.late,
      firstSentAt: firstSentAt(go, goes),
      word: go.word,
      felt: go.felt ?? null,
      voice: go.voiceId ?? null,
      review: null,
    };
  }

  private async sendNow(sent: Sent, request: SendRequest, transaction: Transaction): Promise<Submission> {
    const { piece, cell, goes } = sent;
    if (piece.frozen) throw new ProblemError('conflict', 'This is with your teacher already.');
    if (cell.standing.notOpen || cell.standing.closed)
      throw new ProblemError('conflict', 'This activity is closed, so nothing more can be sent. Your work is kept.');
    if (goes.length >= MOST_GOES)
      throw new ProblemError('conflict', `It was sent ${MOST_GOES} times, which is as often as it can be.`);
    const found = await this.lookOver(sent, request.extent, transaction);
    const media = [...found.media, ...(request.voice ? [request.voice] : [])];
    if (!(await this.world.media.allHere(media, piece.id)))
      throw new ProblemError(
        'still-arriving',
        'A picture or a recording is still on its way to school. It all goes as soon as that is there.',
      );
    if (!found.made) throw new ProblemError('nothing-made', 'There is nothing to send yet. Make something first.');
    const needed = found.checks.filter((check) => check.needed);
    if (needed.length > 0)
      throw new ProblemError(
        'incomplete',
        `This is needed before it can go: ${needed.map(({ words }) => words).join('; ')}.`,
      );
    return this.freeze(sent, found, request, transaction);
  }

  /**
   * What is found in a document that is about to be frozen.
   * @throws ProblemError `still-arriving` where school does not have all of it
   */
  private async lookOver({ piece, cell }: Sent, extent: string, transaction: Transaction): Promise<WholePiece> {
    const { log, compute, media } = this.world;
    const { parts } = await activityParts(piece.activityId, transaction);
    const { choices } = await Activity.findByPk(piece.activityId, {
      attributes: ['choices'],
      transaction,
      rejectOnEmpty: true,
    });
    const kept = await log.updates({ kind: 'piece', id: piece.id }, transaction);
    const found = await compute.run('toSend', {
      updates: kept?.updates ?? [],
      extent: Buffer.from(extent, 'base64'),
      parts,
      choices: choices ?? [],
      before: cell.latest?.released ? await markedGo(cell.latest.id, transaction) : null,
      refused: await media.refusedOf(piece.id),
    });
    if (found.kind === 'unreadable extent') throw new ProblemError('bad-request', found.why);
    if (found.kind === 'still arriving') throw stillArriving();
    return found;
  }

  private async freeze(
    { piece, cell }: Sent,
    { document, parts, checks }: WholePiece,
    request: SendRequest,
    transaction: Transaction,
  ): Promise<Submission> {
    const sentAt = new Date(this.clock());
    const manifest: Manifest = { checks, parts };
    const submission = await Submission.create(
      {
        id: randomUUID(),
        pieceId: piece.id,
        go: (cell.latest?.go ?? 0) + 1,
        key: request.key,
        sentAt,
        late: cell.due !== null && sentAt.getTime() > cell.due,
        document: Buffer.from(document),
        manifest,
        word: request.word || null,
        felt: request.felt ?? null,
        voiceId: request.voice ?? null,
      },
      { transaction },
    );
    await piece.update({ frozen: true }, { transaction });
    newsOf([piece.personId], transaction);
    await tellTeachers(
      cell.groupId,
      {
        kind: 'sent',
        words: `${cell.name} sent ${cell.title}${submission.go > 1 ? `, go ${submission.go}` : ''}`,
        path: `/review/${piece.activityId}?person=${piece.personId}`,
      },
      transaction,
    );
    return submission;
  }
}

/** So often can a piece be sent, with those goes that were taken back: each keeps a copy. */
const MOST_GOES = 100;

/** When a go was sent first, if it was taken back and sent again; null if it was not. */
function firstSentAt({ go }: Submission, goes: readonly Submission[]): number | null {
  const first = goes.filter((each) => each.go === go && each.withdrawnAt).at(-1);
  return first ? first.sentAt.getTime() : null;
}

const stillArriving = (): ProblemError =>
  new ProblemError('still-arriving', 'Some of it is still on its way to school. It goes as soon as all is there.');

/** A go and the marks that came back with it; null where there were none. */
async function markedGo(goId: string, transaction: Transaction): Promise<ToSendTask['before']> {
  const review = await Review.unscoped().findOne({ where: { submissionId: goId }, attributes: ['marks'], transaction });
  if (!review?.marks) return null;
  const go = await Submission.unscoped().findByPk(goId, {
    attributes: ['document'],
    transaction,
    rejectOnEmpty: true,
  });
  return { document: go.document, marks: review.marks };
}

/** Refuses with `still-arriving` unless the document holds all of the Base64 extent. */
export function insistOnAll(doc: Y.Doc, extent: string): void {
  const holds = holdsExtent(doc, Buffer.from(extent, 'base64'));
  if (typeof holds === 'object') throw new ProblemError('bad-request', holds.why);
  if (!holds) throw stillArriving();
}
