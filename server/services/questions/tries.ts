import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { TriesView, TryRequest, TryView } from '@lippet/core/contract/tries';
import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import { askedOf, marksFor, readAnswer, type Question } from '@lippet/core/questions/question';
import { USUAL_SCHOOL } from '@lippet/core/questions/questionKind';
import { Part, Piece, QuestionTry } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import { partPlan } from '../pieces/activityParts';
import type { PieceFactsService, Standing } from '../pieces/pieceFacts';
import { findGo } from '../reviewing/goes';

/** What a part asks, with what is right. */
interface Set {
  question: Question;
  settings: QuestionsSettings;
}

/** Answers to questions that are given for good: judged here, where nobody can look, and kept. */
export class TryService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
  ) {}

  /**
   * Takes a try and judges it, in one transaction; tries of a piece come one after the other. The same key again gives the
   * same try.
   *
   * @throws ProblemError `conflict` where nothing can be tried any more, `bad-request` where it is no answer
   */
  try(actor: Actor, pieceId: string, request: TryRequest): Promise<TryView> {
    return this.sequelize.transaction(async (transaction) => {
      await Piece.findByPk(pieceId, { lock: transaction.LOCK.UPDATE, transaction });
      const [standing] = await this.facts.find({ pieceId }, transaction);
      if (!standing || !policy.readPiece(actor, standing)) throw notFound();
      const set = await setOf(standing, request);
      const known = await QuestionTry.findByPk(request.key, { transaction });
      if (known) {
        if (known.pieceId !== pieceId || known.partId !== request.part || known.questionId !== request.question)
          throw new ProblemError('conflict', 'That key belongs to another try.');
        return viewOf(known, mayKnow(set.settings));
      }
      if (!policy.writePiece(actor, standing, standing.status))
        throw new ProblemError('conflict', 'This is not yours to change now, so no more can be tried.');
      const tried = await this.judged({ pieceId, go: goNow(standing) }, request, set, transaction);
      return viewOf(tried, mayKnow(set.settings));
    });
  }

  private async judged(
    { pieceId, go }: { pieceId: string; go: number },
    { key, part, question: questionId, answer: given }: TryRequest,
    { question, settings }: Set,
    transaction: Transaction,
  ): Promise<QuestionTry> {
    const before = await QuestionTry.findAll({
      where: { pieceId, partId: part, questionId, go },
      order: ['number'],
      transaction,
    });
    const last = before.at(-1);
    if (last?.share === 1 && mayKnow(settings)) throw new ProblemError('conflict', 'This is right already.');
    if (settings.tries !== null && before.length >= settings.tries)
      throw new ProblemError('conflict', 'There are no more tries for this question.');
    const answer = readAnswer(
      askedOf(question, (list) => [...list]),
      given,
    );
    if (!answer) throw new ProblemError('bad-request', 'That is no answer to this question.');
    const marks = marksFor(question, answer, USUAL_SCHOOL);
    return QuestionTry.create(
      {
        id: key,
        pieceId,
        partId: part,
        questionId,
        go,
        number: before.length + 1,
        answer,
        share: marks === null || question.marks === 0 ? marks : marks / question.marks,
        outOf: question.marks,
      },
      { transaction },
    );
  }

  /** What its owner has tried on a piece until now, as far as they are told what it earned. */
  async list(actor: Actor, pieceId: string): Promise<TriesView> {
    const [standing] = await this.facts.find({ pieceId });
    if (!standing || !policy.readPiece(actor, standing)) throw notFound();
    return this.until(goNow(standing), { id: pieceId, activityId: standing.activityId }, false);
  }

  /** What was tried until a go was sent: for its owner as far as that is told, and for those who teach it. */
  async ofGo(actor: Actor, goId: string): Promise<TriesView> {
    const { go, piece, work } = await findGo(this.facts, goId);
    if (!policy.readGo(actor, piece, work, go)) throw notFound();
    return this.until(go.number, piece, policy.review(actor, work));
  }

  private async until(
    go: number,
    { id, activityId }: Pick<Piece, 'id' | 'activityId'>,
    all: boolean,
  ): Promise<TriesView> {
    const settings = new Map((await questionParts(activityId)).map((part) => [part.id, part.settings]));
    const tries = await QuestionTry.findAll({
      where: { pieceId: id, go: { [Op.lte]: go } },
      order: ['go', 'at', 'number'],
    });
    const known = (part: string): boolean => {
      const asked = settings.get(part);
      return all || (asked !== undefined && mayKnow(asked));
    };
    return { go, tries: tries.map((tried) => viewOf(tried, known(tried.partId))) };
  }
}

/** The go that is being made; once it is sent, that one. */
const goNow = ({ latestGo, status }: Standing): number =>
  Math.max(1, (latestGo?.number ?? 0) + (status.mayDraw ? 1 : 0));

/** Whether a learner is told what a try earned. */
const mayKnow = ({ told }: QuestionsSettings): boolean => told === 'right or wrong';

async function questionParts(activityId: string): Promise<{ id: string; settings: QuestionsSettings }[]> {
  const rows = await Part.findAll({ where: { activityId, kind: 'questions' } });
  return rows.map((row) => ({ id: row.id, settings: partPlan(row).settings as QuestionsSettings }));
}

async function setOf({ activityId }: Standing, { part, question: id }: TryRequest): Promise<Set> {
  const found = (await questionParts(activityId)).find((asked) => asked.id === part);
  const question = found?.settings.questions.find((asked) => asked.id === id);
  if (!found || !question) throw notFound();
  return { question, settings: found.settings };
}

const viewOf = (tried: QuestionTry, known: boolean): TryView => ({
  id: tried.id,
  part: tried.partId,
  question: tried.questionId,
  go: tried.go,
  number: tried.number,
  answer: tried.answer,
  marks: known && tried.share !== null ? tried.share * tried.outOf : null,
  outOf: tried.outOf,
  at: tried.at!.getTime(),
});
