import { randomUUID } from 'node:crypto';
import type { Logger } from 'pino';
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import type { SetTimeView } from '@lippet/core/contract/tries';
import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import { answersOf, workingOf } from '@lippet/core/parts/questions/givenAnswers';
import { askedOf, firstOf, isComplete, marksFor, readAnswer } from '@lippet/core/questions/question';
import type { School } from '@lippet/core/questions/questionKind';
import { GRACE, setTimes, takenWhen } from '@lippet/core/questions/setTime';
import type * as Y from 'yjs';
import { Membership, MoreTime, Piece, QuestionTry, SetTime } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import { newsOf } from '../../sync/news';
import type { UpdateLog } from '../../sync/updateLog';
import { schoolOfActivity } from '../classes/schools';
import { teachersOf } from '../news/updates';
import type { PieceFactsService } from '../pieces/pieceFacts';
import { goNow, type AtQuestion } from './goNow';
import { ownQuestions, roundNow } from './questionInHand';
import { questionParts, type QuestionsPart } from './questionParts';

/** More minutes for a learner, or for all of a group. */
export interface MoreMinutes {
  id: string;
  part: string;
  person: string | null;
  minutes: number;
}

/** The time of a set, and whose. */
export type LearnersTime = SetTimeView & { person: string };

interface TimeRow {
  piece: string;
  person: string;
  part: string;
  go: number;
  startedAt: Date;
  more: number;
  handedIn: boolean;
}

/** Sets that have minutes: the clock is the school's, and what is there at the end is handed in. */
export class SetTimeService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
    private readonly log: UpdateLog,
    private readonly logger: Logger,
    private readonly clock: () => number = Date.now,
  ) {}

  /** Begins the time of a set. Begun already, it goes on. */
  start(actor: Actor, pieceId: string, partId: string): Promise<SetTimeView> {
    return this.sequelize.transaction(async (transaction) => {
      await Piece.findByPk(pieceId, { lock: transaction.LOCK.UPDATE, transaction });
      const [standing] = await this.facts.find({ pieceId }, transaction);
      if (!standing || !policy.readPiece(actor, standing)) throw notFound();
      const part = (await questionParts(standing.activityId, transaction)).find(({ id }) => id === partId);
      if (!part) throw notFound();
      if (part.settings.minutes === null)
        throw new ProblemError('conflict', 'This has no time: take as long as you like.');
      if (!policy.writePiece(actor, standing, standing.status))
        throw new ProblemError('conflict', 'This is not yours to change now.');
      const go = goNow(standing);
      await SetTime.findOrCreate({
        where: { pieceId, partId, go },
        defaults: { pieceId, partId, go, startedAt: new Date(this.clock()) },
        transaction,
      });
      newsOf(await teachersOf(standing.groupId, transaction), transaction);
      return (await this.ofPiece({ pieceId, go }, [part], transaction))[0]!;
    });
  }

  /** The times of a piece's sets that were begun in a go. */
  async ofPiece(
    { pieceId, go }: { pieceId: string; go: number },
    parts: readonly QuestionsPart[],
    transaction?: Transaction,
  ): Promise<SetTimeView[]> {
    const rows = await this.rows({ pieceId }, transaction);
    return rows.filter((row) => row.go === go).flatMap((row) => timeOf(row, parts));
  }

  /** The times of all learners at an activity. */
  async ofActivity(activityId: string, parts: readonly QuestionsPart[]): Promise<LearnersTime[]> {
    if (parts.every(({ settings }) => settings.minutes === null)) return [];
    return (await this.rows({ activityId })).flatMap((row) => timeOf(row, parts));
  }

  /**
   * Whether a try is taken now.
   * @returns when it was made, where it is late by the network's fault; null where it is in time
   * @throws ProblemError `conflict` before the time was begun, or once it is over
   */
  async insist(
    place: AtQuestion,
    { settings, madeAt }: { settings: QuestionsSettings; madeAt: number | null },
    transaction: Transaction,
  ): Promise<Date | null> {
    if (settings.minutes === null) return null;
    const part = { id: place.part, title: '', settings };
    const [time] = (await this.ofPiece(place, [part], transaction)).filter((one) => one.part === place.part);
    if (!time) throw new ProblemError('conflict', 'Begin the time first.');
    const taken = takenWhen(time, this.clock(), madeAt);
    if (taken === 'too late') throw new ProblemError('conflict', 'The time is over. What was there was handed in.');
    return taken === 'late' ? new Date(madeAt!) : null;
  }

  /** Hands in what lies in a piece's document of sets whose time is over; done once, whoever looks first. */
  async handIn(pieceId: string, activityId: string): Promise<void> {
    const parts = await questionParts(activityId);
    if (parts.every(({ settings }) => settings.minutes === null)) return;
    const over = await this.over({ pieceId }, parts);
    if (over.length === 0) return;
    await this.sequelize.transaction(async (transaction) => {
      await Piece.findByPk(pieceId, { lock: transaction.LOCK.UPDATE, transaction });
      const doc = await this.log.document({ kind: 'piece', id: pieceId }, transaction);
      const school = await schoolOfActivity(this.sequelize, activityId, transaction);
      // Another one may have done it meanwhile.
      for (const row of await this.over({ pieceId }, parts, transaction)) {
        const part = parts.find(({ id }) => id === row.part)!;
        await handInPart({ row, part, doc, school }, transaction);
        await SetTime.update(
          { handedInAt: new Date(this.clock()) },
          { where: { pieceId, partId: row.part, go: row.go }, transaction },
        );
      }
    });
  }

  /** Hands in for everybody at an activity. */
  async handInAll(activityId: string): Promise<void> {
    const parts = await questionParts(activityId);
    if (parts.every(({ settings }) => settings.minutes === null)) return;
    const pieces = new Set((await this.over({ activityId }, parts)).map(({ piece }) => piece));
    for (const piece of pieces) await this.handIn(piece, activityId);
  }

  /** Hands in for everybody whose time is over, also where nobody looks. One activity that fails stops no other. */
  async handInEverywhere(): Promise<void> {
    const rows = await this.sequelize.query<{ id: string }>(
      `SELECT DISTINCT p.activity_id AS id FROM set_times t JOIN pieces p ON p.id = t.piece_id
       WHERE t.handed_in_at IS NULL`,
      { type: QueryTypes.SELECT },
    );
    for (const { id } of rows) {
      try {
        await this.handInAll(id);
      } catch (error) {
        this.logger.error({ err: error, activity: id }, 'what was there at the end could not be handed in');
      }
    }
  }

  /** More minutes for a learner or for all of a group. The same id again gives nothing more. */
  async more(actor: Actor, place: { activity: string; group: string }, given: MoreMinutes): Promise<void> {
    if (!policy.review(actor, { groupId: place.group })) throw notFound();
    const part = (await questionParts(place.activity)).find(({ id }) => id === given.part);
    const [assigned] = await this.facts.find({ activityId: place.activity, groupIds: [place.group] });
    if (!part || !assigned) throw notFound();
    if (part.settings.minutes === null) throw new ProblemError('conflict', 'This has no time.');
    await this.sequelize.transaction(async (transaction) => {
      const members = await Membership.findAll({
        where: {
          groupId: place.group,
          role: 'learner',
          leftAt: null,
          ...(given.person ? { personId: given.person } : {}),
        },
        transaction,
      });
      if (members.length === 0) throw notFound();
      const [first, ...others] = members.map(({ personId }) => ({ partId: part.id, personId, minutes: given.minutes }));
      const [, made] = await MoreTime.findOrCreate({
        where: { id: given.id },
        defaults: { id: given.id, ...first! },
        transaction,
      });
      if (!made) return;
      await MoreTime.bulkCreate(
        others.map((one) => ({ id: randomUUID(), ...one })),
        { transaction },
      );
      newsOf(
        members.map(({ personId }) => personId),
        transaction,
      );
      newsOf(await teachersOf(place.group, transaction), transaction);
    });
  }

  private async over(
    of: { pieceId?: string; activityId?: string },
    parts: readonly QuestionsPart[],
    transaction?: Transaction,
  ): Promise<TimeRow[]> {
    const now = this.clock();
    return (await this.rows(of, transaction)).filter((row) => {
      const [time] = timeOf(row, parts);
      return !row.handedIn && time !== undefined && now > time.endsAt + GRACE;
    });
  }

  private rows(
    { pieceId = null, activityId = null }: { pieceId?: string | null; activityId?: string | null },
    transaction?: Transaction,
  ): Promise<TimeRow[]> {
    return this.sequelize.query<TimeRow>(
      `SELECT t.piece_id AS piece, p.person_id AS person, t.part_id AS part, t.go, t.started_at AS "startedAt",
         t.handed_in_at IS NOT NULL AS "handedIn", coalesce((SELECT sum(m.minutes) FROM more_time m
           WHERE m.part_id = t.part_id AND m.person_id = p.person_id), 0)::int AS more
       FROM set_times t JOIN pieces p ON p.id = t.piece_id
       WHERE (:pieceId::uuid IS NULL OR p.id = :pieceId) AND (:activityId::uuid IS NULL OR p.activity_id = :activityId)
       ORDER BY t.started_at`,
      { replacements: { pieceId, activityId }, type: QueryTypes.SELECT, transaction },
    );
  }
}

function timeOf(row: TimeRow, parts: readonly QuestionsPart[]): LearnersTime[] {
  const minutes = parts.find(({ id }) => id === row.part)?.settings.minutes ?? null;
  if (minutes === null) return [];
  return [{ part: row.part, person: row.person, ...setTimes(row.startedAt.getTime(), minutes + row.more) }];
}

/** What is handed in, and where it lies. */
interface HandingIn {
  row: TimeRow;
  part: QuestionsPart;
  doc: Y.Doc;
  school: School;
}

/** Every whole answer that was not given yet becomes a try, within those that there are. */
async function handInPart({ row, part, doc, school }: HandingIn, transaction: Transaction): Promise<void> {
  const { piece, go } = row;
  const { id: partId, settings } = part;
  const answers = answersOf(doc, partId);
  const round = await roundNow({ pieceId: piece, part: partId, go }, transaction);
  for (const whole of ownQuestions(part, piece)) {
    const question = firstOf(whole);
    const asked = askedOf(question, (list) => [...list]);
    const answer = readAnswer(asked, answers.get(question.id));
    if (!answer || !isComplete(asked, answer)) continue;
    const where = { pieceId: piece, partId, questionId: question.id, go, round, variant: 0 };
    const before = await QuestionTry.findAll({ where, order: ['number'], transaction });
    const last = before.at(-1);
    const given = last !== undefined && JSON.stringify(last.answer) === JSON.stringify(answer);
    if (given || last?.share === 1 || (settings.tries !== null && before.length >= settings.tries)) continue;
    const marks = marksFor(question, answer, school);
    await QuestionTry.create(
      {
        id: randomUUID(),
        ...where,
        number: before.length + 1,
        answer,
        share: marks === null || question.marks === 0 ? marks : marks / question.marks,
        outOf: question.marks,
        working: question.working?.kind === 'typed' ? workingOf(doc, partId, question.id) || null : null,
      },
      { transaction },
    );
  }
}
