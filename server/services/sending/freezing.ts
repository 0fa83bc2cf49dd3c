import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import { isId } from '@lippet/core/contract/ids';
import type { Felt } from '@lippet/core/contract/pieces';
import type { LaidPicture } from '@lippet/core/page/shared/sharedPictures';
import type { WholePiece } from '../../compute/toSend';
import { Media, Piece, Submission } from '../../models/tables';
import { ProblemError } from '../../problems/problem';
import { newsOf } from '../../sync/news';
import type { UpdateLog } from '../../sync/updateLog';
import { tellTeachersOfEach } from '../news/updates';
import { goesOf, type Readiness } from './readiness';

/** What a person sends with a go. */
export interface SendRequest {
  /** Made once for each wish to send: with the same key it is the same go. */
  key: string;
  /** Base64 of the client's document extent. */
  extent: string;
  word?: string;
  felt?: Felt | null;
  voice?: string | null;
}

/** A piece that may go as it was looked over. */
export interface ToFreeze {
  readiness: Readiness;
  request: SendRequest;
  whole: WholePiece & { lent?: LaidPicture[] };
  /** The newest update of what was looked over; null for none. */
  through: string | null;
}

/** What came of it; `changed`: somebody drew on it meanwhile, so that it has to be looked over again. */
export type Freezing =
  | { kind: 'frozen'; go: Submission; goes: readonly Submission[] }
  | { kind: 'refused'; problem: ProblemError }
  | { kind: 'changed' };

/** So often can a piece be sent, with those goes that were taken back: each keeps a copy. */
const MOST_GOES = 100;

const refused = (code: 'conflict' | 'still-arriving', words: string): Freezing => ({
  kind: 'refused',
  problem: new ProblemError(code, words),
});

/** A wish, and the go that it becomes. */
interface Made {
  wish: ToFreeze;
  go: Submission;
}

/** What stands in the database about the pieces of a batch, under lock. */
interface Locked {
  frozen: Map<string, boolean>;
  goes: Map<string, readonly Submission[]>;
  through: Map<string, string>;
  media: Map<string, Media>;
}

/** Freezes copies of pieces as their next goes and tells their teachers, several in one transaction. */
export class GoFreezer {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly log: UpdateLog,
    private readonly clock: () => number,
  ) {}

  freeze(wishes: readonly ToFreeze[]): Promise<Freezing[]> {
    return this.sequelize.transaction((transaction) => this.freezeIn(transaction, wishes));
  }

  /** All that go go together, or none of them does. @returns in the order of the wishes */
  async freezeIn(transaction: Transaction, wishes: readonly ToFreeze[]): Promise<Freezing[]> {
    const locked = await this.lock(transaction, wishes);
    const made: Made[] = [];
    const answers = wishes.map((wish) => {
      const answer = this.decide(wish, locked);
      if (answer.kind !== 'go') return answer;
      made.push({ wish, go: answer.go });
      return { kind: 'frozen' as const, go: answer.go, goes: answer.goes };
    });
    if (made.length > 0) await this.write(made, transaction);
    return answers;
  }

  /** In one order, so that two batches wait for each other and never both. */
  private async lock(transaction: Transaction, wishes: readonly ToFreeze[]): Promise<Locked> {
    const ids = [...new Set(wishes.map(({ readiness }) => readiness.piece.id))].sort();
    const pieces = await Piece.findAll({
      where: { id: ids },
      order: ['id'],
      lock: transaction.LOCK.UPDATE,
      transaction,
    });
    const named = wishes.flatMap(namedBy);
    const media =
      named.length > 0
        ? await Media.findAll({
            where: { id: { [Op.in]: named } },
            attributes: ['id', 'pieceId', 'activityId'],
            transaction,
          })
        : [];
    return {
      frozen: new Map(pieces.map(({ id, frozen }) => [id, frozen])),
      goes: await goesOf(ids),
      through: await this.log.through('piece', ids),
      media: new Map(media.map((media) => [media.id, media])),
    };
  }

  /** Later wishes of the same batch see what was decided of earlier ones. */
  private decide(
    wish: ToFreeze,
    locked: Locked,
  ): Freezing | { kind: 'go'; go: Submission; goes: readonly Submission[] } {
    const { readiness, request, through } = wish;
    const { id, activityId } = readiness.piece;
    const goes = locked.goes.get(id) ?? [];
    const sent = goes.find(({ key }) => key === request.key);
    if (sent) return { kind: 'frozen', go: sent, goes };
    const frozen = locked.frozen.get(id);
    if (frozen === undefined) return refused('conflict', 'This piece is not there any more.');
    if (frozen) return refused('conflict', 'This is with your teacher already.');
    if (goes.length >= MOST_GOES)
      return refused('conflict', `It was sent ${MOST_GOES} times, which is as often as it can be.`);
    if ((locked.through.get(id) ?? null) !== through) return { kind: 'changed' };
    const missing = namedBy(wish).some((media) => {
      const found = locked.media.get(media);
      const here = found && (found.pieceId === id || found.activityId === activityId);
      return !here && !readiness.refused.has(media);
    });
    if (missing)
      return refused(
        'still-arriving',
        'A picture or a recording is still on its way to school. It all goes as soon as that is there.',
      );
    const submission = this.nextGo(wish, goes);
    locked.frozen.set(id, true);
    locked.goes.set(id, [submission, ...goes]);
    return { kind: 'go', go: submission, goes };
  }

  private nextGo({ readiness, request, whole }: ToFreeze, goes: readonly Submission[]): Submission {
    const sentAt = new Date(this.clock());
    const { due } = readiness.cell;
    return Submission.build({
      id: randomUUID(),
      pieceId: readiness.piece.id,
      number: Math.max(0, ...goes.filter(({ withdrawnAt }) => !withdrawnAt).map(({ number }) => number)) + 1,
      key: request.key,
      sentAt,
      late: due !== null && sentAt.getTime() > due,
      // One that is at school as it is, is copied there.
      document: Buffer.from(whole.document ?? []),
      manifest: { checks: whole.checks, parts: whole.parts },
      word: request.word || null,
      felt: request.felt ?? null,
      voiceId: request.voice ?? null,
      lent: whole.lent?.length ? whole.lent : null,
    });
  }

  private async write(made: readonly Made[], transaction: Transaction): Promise<void> {
    await Submission.bulkCreate(
      made.map(({ go }) => go.get()),
      { transaction },
    );
    await this.log.copyToGoes(copied(made), transaction);
    await Piece.update({ frozen: true }, { where: { id: made.map(({ go }) => go.pieceId) }, transaction });
    newsOf(
      made.map(({ wish }) => wish.readiness.piece.personId),
      transaction,
    );
    await tellTeachersOfEach(
      made.map(({ wish: { readiness }, go }) => ({
        groupId: readiness.cell.groupId,
        kind: 'sent',
        words: `${readiness.cell.name} sent ${readiness.cell.title}${go.number > 1 ? `, go ${go.number}` : ''}`,
        path: `/review/${readiness.piece.activityId}?person=${readiness.piece.personId}`,
      })),
      transaction,
    );
  }
}

/** Ids of all files that go with a piece. */
const namedBy = ({ whole, request }: ToFreeze): string[] =>
  [...whole.media, ...(request.voice ? [request.voice] : [])].filter(isId);

/** Goes whose document is one update that is at school. */
const copied = (made: readonly Made[]): { id: string; update: string }[] =>
  made.flatMap(({ wish, go }) => (wish.whole.document === null ? [{ id: go.id, update: wish.through! }] : []));
