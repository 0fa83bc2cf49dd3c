import { availableParallelism } from 'node:os';
import { setTimeout as pause } from 'node:timers/promises';
import type { Sequelize } from 'sequelize';
import type { GoView } from '@lippet/core/contract/pieces';
import type { Compute } from '../../compute/compute';
import type { ToSend, ToSendTask, WholePiece } from '../../compute/toSend';
import type { Jobs } from '../../jobs/jobs';
import { Piece, Review, Submission } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import { Gatherer, together } from '../../sync/gatherer';
import type { SyncHub } from '../../sync/hub';
import type { UpdateLog } from '../../sync/updateLog';
import type { PieceCountService } from '../pieces/pieceCounts';
import { sheetsToFreeze } from '../shared/sheetsToFreeze';
import { insistOnExtent, stillArriving } from './extent';
import { GoFreezer, type Freezing, type SendRequest, type ToFreeze } from './freezing';
import { LookedAheadPieces } from './lookedAhead';
import { ReadinessReader, type Readiness } from './readiness';

/** What it works with. */
interface SendingWorld {
  sequelize: Sequelize;
  compute: Compute;
  log: UpdateLog;
  counts: PieceCountService;
  jobs: Jobs;
  hub: () => Pick<SyncHub, 'announce' | 'lookAgain'>;
}

/** Somebody wants to send a piece. */
interface Wish {
  actor: Actor;
  pieceId: string;
  request: SendRequest;
}

/** How the two steps that ask the database are taken: with others, or alone. */
interface Steps {
  read: (pieceId: string) => Promise<Readiness | null>;
  freeze: (wish: ToFreeze) => Promise<Freezing>;
}

/** So many pieces are looked up or frozen together, and so many bytes of them. */
const MOST_TOGETHER = 32;
const MOST_BYTES_TOGETHER = 32 * 1024 * 1024;
/** So many are looked over one after the other in a thread, and so many bytes of them: nobody waits long for others. */
const MOST_LOOKED_OVER = 8;
const MOST_BYTES_LOOKED_OVER = 512 * 1024;
/** What is ready to be frozen waits for what is being looked over, so long at most, in milliseconds. */
const LONGEST_WAIT = 60;

/**
 * Sending pieces. A class sends in the same second, so those that come at once are looked up together and frozen
 * together; the documents are looked over one by one in between, beside the thread that answers. Nothing is locked
 * meanwhile: where somebody drew on a piece in between, it is looked over again, alone and under lock.
 */
export class SendingService {
  private readonly reader: ReadinessReader;
  private readonly freezer: GoFreezer;
  private readonly withOthers: Steps;
  private readonly looking: Gatherer<ToSendTask, ToSend>;
  private readonly lookedOver = new Set<Promise<unknown>>();
  private readonly lookedAhead = new LookedAheadPieces();

  constructor(
    private readonly world: SendingWorld,
    clock: () => number = Date.now,
  ) {
    this.reader = new ReadinessReader(world.log, world.counts, this.lookedAhead);
    this.freezer = new GoFreezer(world.sequelize, world.log, clock);
    const reading = new Gatherer(
      together((ids: readonly string[]) => this.reader.read(ids)),
      { most: MOST_TOGETHER },
    );
    const freezing = new Gatherer(
      together((wishes: readonly ToFreeze[]) => this.freezer.freeze(wishes)),
      {
        most: MOST_TOGETHER,
        mostBytes: MOST_BYTES_TOGETHER,
        bytesOf: ({ whole }) => whole.document?.length ?? 0,
        moreToCome: async () => {
          if (this.lookedOver.size > 0) await Promise.race([Promise.allSettled(this.lookedOver), pause(LONGEST_WAIT)]);
        },
      },
    );
    this.looking = new Gatherer(
      together((pieces: readonly ToSendTask[]) => world.compute.run('toSendTogether', pieces)),
      {
        most: MOST_LOOKED_OVER,
        mostBytes: MOST_BYTES_LOOKED_OVER,
        bytesOf,
        atOnce: availableParallelism() + 1,
      },
    );
    this.withOthers = { read: (id) => reading.ask(id), freeze: (wish) => freezing.ask(wish) };
  }

  /**
   * Sends a piece: once the log holds all that the client tells of, freezes a copy as the next go and tells
   * the teachers, in one transaction. No update slips in between. The same key again gives the same go.
   *
   * @throws ProblemError `still-arriving` while strokes are on their way, `nothing-made`, `incomplete` with what is
   * needed, or `conflict`
   */
  async send(actor: Actor, pieceId: string, request: SendRequest): Promise<GoView> {
    const wish = { actor, pieceId, request };
    const first = await this.attempt(wish, this.withOthers);
    const sent = first.kind === 'changed' ? await this.sendAlone(wish) : first;
    if (sent.kind === 'refused') throw sent.problem;
    // Under lock, nothing changes.
    if (sent.kind === 'changed') throw stillArriving();
    this.world.hub().announce({ kind: 'piece', id: pieceId }, 'frozen');
    return viewOf(sent.go, sent.goes);
  }

  /** Looks over a piece that has come to rest, and could be sent as it is: then sending it takes less. */
  async lookAhead(pieceId: string): Promise<void> {
    const row = await Piece.findByPk(pieceId, { attributes: ['made', 'complete', 'frozen'] });
    if (!row?.made || !row.complete || row.frozen) return;
    const [readiness] = await this.reader.read([pieceId]);
    const kept = readiness?.kept;
    if (!kept || !mayLookAhead(readiness) || bytesOf(kept) > MOST_BYTES_LOOKED_OVER) return;
    const whole = await this.looking.ask({ ...asTask(readiness), updates: kept.updates, extent: null });
    if (whole.kind !== 'whole') return;
    const { through } = kept;
    this.lookedAhead.keep(pieceId, { through, revision: readiness.revision, extent: whole.extent, whole });
  }

  /** The piece's row is locked from beginning to end, so that nobody draws on it meanwhile. */
  private sendAlone(wish: Wish): Promise<Freezing> {
    return this.world.sequelize.transaction(async (transaction) => {
      await Piece.findByPk(wish.pieceId, { lock: transaction.LOCK.UPDATE, transaction });
      return this.attempt(wish, {
        read: async (id) => (await this.reader.read([id]))[0] ?? null,
        freeze: async (frozen) => (await this.freezer.freezeIn(transaction, [frozen]))[0]!,
      });
    });
  }

  private async attempt({ actor, pieceId, request }: Wish, { read, freeze }: Steps): Promise<Freezing> {
    const readiness = await read(pieceId);
    if (!readiness || !policy.sendPiece(actor, readiness.piece)) throw notFound();
    const { cell, goes, piece } = readiness;
    const sent = goes.find(({ key }) => key === request.key);
    if (sent) return { kind: 'frozen', go: sent, goes };
    if (piece.frozen) throw new ProblemError('conflict', 'This is with your teacher already.');
    if (cell.status.notOpen || cell.status.closed)
      throw new ProblemError('conflict', 'This activity is closed, so nothing more can be sent. Your work is kept.');
    const looking = this.lookOver(readiness, request.extent);
    this.lookedOver.add(looking);
    const { whole, through } = await looking.finally(() => this.lookedOver.delete(looking));
    if (!whole.made) throw new ProblemError('nothing-made', 'There is nothing to send yet. Make something first.');
    const needed = whole.checks.filter((check) => check.needed);
    if (needed.length > 0)
      throw new ProblemError(
        'incomplete',
        `This is needed before it can go: ${needed.map(({ words }) => words).join('; ')}.`,
      );
    const frozen = await freeze({ readiness, request, whole, through });
    if (frozen.kind === 'frozen') this.lookedAhead.drop(pieceId);
    if (frozen.kind === 'frozen' && readiness.hasPartners)
      await this.world.jobs.send('partners', { activityId: piece.activityId });
    // What they fill together with others takes nothing more of theirs, either.
    if (frozen.kind === 'frozen' && readiness.hasShared) await this.world.hub().lookAgain(new Set([actor.personId]));
    return frozen;
  }

  /**
   * What is found in a document that is about to be frozen, and how far it was read.
   * @throws ProblemError `still-arriving` where school does not have all of it
   */
  private async lookOver(readiness: Readiness, extent: string): Promise<{ whole: WholePiece; through: string | null }> {
    const { piece, cell, kept: keptThen, ahead, revision } = readiness;
    const asked = Buffer.from(extent, 'base64');
    if (ahead && ahead.revision === revision && mayLookAhead(readiness)) {
      insistOnExtent(ahead.extent, asked);
      return ahead;
    }
    const kept = keptThen ?? (await this.world.log.updates({ kind: 'piece', id: piece.id }));
    const found = await this.looking.ask({
      ...asTask(readiness),
      updates: kept?.updates ?? [],
      extent: asked,
      before: cell.latest?.released ? await markedGo(cell.latest.id) : null,
    });
    if (found.kind === 'unreadable extent') throw new ProblemError('bad-request', found.why);
    if (found.kind === 'still arriving') throw stillArriving();
    const whole = readiness.hasShared ? await this.withShared(readiness, found, kept?.updates[0]) : found;
    return { whole, through: kept?.through ?? null };
  }

  /** What a learner has filled together with others goes with their piece, as it is now. */
  private async withShared({ cell, piece }: Readiness, whole: WholePiece, kept?: Uint8Array): Promise<WholePiece> {
    const { activityId, personId } = piece;
    const sheets = await sheetsToFreeze(this.world, { activityId, groupId: cell.groupId }, personId);
    if (sheets.length === 0) return whole;
    const document = whole.document ?? kept ?? null;
    const frozen = await this.world.compute.run('freezeShared', { document, person: personId, sheets });
    return { ...whole, ...frozen, media: [...whole.media, ...frozen.media] };
  }
}

const bytesOf = ({ updates }: Pick<ToSendTask, 'updates'>): number =>
  updates.reduce((sum, { length }) => sum + length, 0);

/** What is asked of a piece's document, but for what lies beside it. */
const asTask = ({ parts, choices, refused }: Readiness): Omit<ToSendTask, 'updates' | 'extent'> => ({
  parts,
  choices,
  refused,
  before: null,
});

/** Whether all that is asked of a piece stands in its own document, and in its activity's parts. */
const mayLookAhead = ({ piece, cell, refused, hasShared }: Readiness): boolean =>
  !piece.frozen && !cell.latest?.released && refused.size === 0 && !hasShared;

const viewOf = (submission: Submission, goes: readonly Submission[]): GoView => ({
  id: submission.id,
  number: submission.number,
  sentAt: submission.sentAt.getTime(),
  late: submission.late,
  firstSentAt: firstSentAt(submission, goes),
  word: submission.word,
  felt: submission.felt ?? null,
  voice: submission.voiceId ?? null,
  review: null,
});

/** When a go was sent first, if it was taken back and sent again; null if it was not. */
function firstSentAt({ number }: Submission, goes: readonly Submission[]): number | null {
  const first = goes.filter((sent) => sent.number === number && sent.withdrawnAt).at(-1);
  return first ? first.sentAt.getTime() : null;
}

/** A go and the marks that came back with it; null where there were none. */
async function markedGo(goId: string): Promise<ToSendTask['before']> {
  const review = await Review.unscoped().findOne({ where: { submissionId: goId }, attributes: ['marks'] });
  if (!review?.marks) return null;
  const submission = await Submission.unscoped().findByPk(goId, { attributes: ['document'], rejectOnEmpty: true });
  return { document: submission.document, marks: review.marks };
}
