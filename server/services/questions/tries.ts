import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { HintsView, RightView, TriesView, TryRequest, TryView } from '@lippet/core/contract/tries';
import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import {
  answerWords,
  askedOf,
  firstOf,
  marksFor,
  readAnswer,
  replyTo,
  rightAnswer,
  type Answer,
  type Question,
} from '@lippet/core/questions/question';
import { USUAL_SCHOOL } from '@lippet/core/questions/questionKind';
import { Piece, QuestionHint, QuestionTry } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import { newsOf } from '../../sync/news';
import { teachersOf } from '../news/updates';
import type { PieceFactsService, Standing } from '../pieces/pieceFacts';
import { findGo } from '../reviewing/goes';
import { goNow, isDone, mayKnow, type AtQuestion } from './goNow';
import { posedQuestion, questionParts, type PosedQuestion } from './questionParts';
import type { SetTimeService } from './setTimes';
import type { VariantService } from './variants';

/** How far the work that is looked at has come. */
type Stage = 'being made' | 'sent' | 'finished';

/** Answers to questions that are given for good: judged here, where nobody can look, and kept. */
export class TryService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
    private readonly variants: VariantService,
    private readonly times: SetTimeService,
    private readonly clock: () => number = Date.now,
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
      const posed = await posedQuestion(standing.activityId, request, transaction);
      const known = await QuestionTry.findByPk(request.key, { transaction });
      if (known) return this.asBefore(known, { pieceId, request, posed });
      if (!policy.writePiece(actor, standing, standing.status))
        throw new ProblemError('conflict', 'This is not yours to change now, so no more can be tried.');
      const tried = await this.judged({ pieceId, go: goNow(standing), ...request }, { request, posed }, transaction);
      // Whoever teaches it may be looking on.
      newsOf(await teachersOf(standing.groupId, transaction), transaction);
      return tried;
    });
  }

  private async asBefore(
    known: QuestionTry,
    { pieceId, request, posed }: { pieceId: string; request: TryRequest; posed: PosedQuestion },
  ): Promise<TryView> {
    if (known.pieceId !== pieceId || known.partId !== request.part || known.questionId !== request.question)
      throw new ProblemError('conflict', 'That key belongs to another try.');
    const question = known.variant === 0 ? firstOf(posed.question) : await this.variants.make(posed.question, known);
    return viewOfTry(known, { known: mayKnow(posed.settings), question });
  }

  private async judged(
    place: AtQuestion & { variant?: number },
    { request, posed: { question, settings } }: { request: TryRequest; posed: PosedQuestion },
    transaction: Transaction,
  ): Promise<TryView> {
    const variant = request.variant ?? 0;
    const madeAt =
      variant === 0 ? await this.times.insist(place, { settings, madeAt: request.madeAt ?? null }, transaction) : null;
    const before = await QuestionTry.findAll({
      where: { pieceId: place.pieceId, partId: place.part, questionId: place.question, go: place.go },
      order: ['variant', 'number'],
      transaction,
    });
    const asked =
      variant === 0
        ? ownQuestion(question, settings, before)
        : await this.variants.open({ ...place, variant }, question, {
            settings,
            before,
          });
    const answer = readAnswer(
      askedOf(asked, (list) => [...list]),
      request.answer,
    );
    if (!answer) throw new ProblemError('bad-request', 'That is no answer to this question.');
    const marks = marksFor(asked, answer, USUAL_SCHOOL);
    const tried = await QuestionTry.create(
      {
        id: request.key,
        pieceId: place.pieceId,
        partId: place.part,
        questionId: place.question,
        go: place.go,
        variant,
        number: before.filter((earlier) => earlier.variant === variant).length + 1,
        answer,
        share: marks === null || asked.marks === 0 ? marks : marks / asked.marks,
        outOf: asked.marks,
        madeAt,
      },
      { transaction },
    );
    return viewOfTry(tried, { known: mayKnow(settings), question: asked });
  }

  /** What its owner has tried on a piece until now, as far as they are told what it earned. */
  async list(actor: Actor, pieceId: string): Promise<TriesView> {
    const [standing] = await this.facts.find({ pieceId });
    if (!standing || !policy.readPiece(actor, standing)) throw notFound();
    await this.times.handIn(pieceId, standing.activityId);
    const place = { go: goNow(standing), pieceId, activityId: standing.activityId };
    return this.until(place, { all: false, stage: stageOf(standing) });
  }

  /** What was tried until a go was sent: for its owner as far as that is told, and for those who teach it. */
  async ofGo(actor: Actor, goId: string): Promise<TriesView> {
    const { go, piece, work } = await findGo(this.facts, goId);
    if (!policy.readGo(actor, piece, work, go)) throw notFound();
    const [standing] = await this.facts.find({ pieceId: piece.id });
    const stage = standing && stageOf(standing) === 'finished' ? 'finished' : 'sent';
    await this.times.handIn(piece.id, piece.activityId);
    const place = { go: go.number, pieceId: piece.id, activityId: piece.activityId };
    return this.until(place, { all: policy.review(actor, work), stage });
  }

  private async until(
    { go, pieceId, activityId }: { go: number; pieceId: string; activityId: string },
    who: { all: boolean; stage: Stage },
  ): Promise<TriesView> {
    const parts = await questionParts(activityId);
    const times = await this.times.ofPiece({ pieceId, go }, parts);
    const tries = await QuestionTry.findAll({
      where: { pieceId, go: { [Op.lte]: go } },
      order: ['go', 'at', 'variant', 'number'],
    });
    const hints = await QuestionHint.findAll({ where: { pieceId }, order: ['number'] });
    const posed = parts.flatMap(({ id: part, settings }) =>
      settings.questions.map((question) => ({ part, question, settings })),
    );
    const views = tries.map((tried) => {
      const of = posed.find(({ part, question }) => part === tried.partId && question.id === tried.questionId);
      const known = who.all || (of !== undefined && mayKnow(of.settings));
      return viewOfTry(tried, { known, question: of && tried.variant === 0 ? firstOf(of.question) : null });
    });
    const right = posed.filter(({ part, question, settings }) => {
      const own = tries.filter((tried) => tried.partId === part && tried.questionId === question.id && tried.go === go);
      return who.all || showsRight(settings, own, who.stage);
    });
    return {
      go,
      tries: views,
      hints: posed.flatMap((asked) => hintsOf(asked, hints)),
      shown: right.flatMap((asked) => rightOf(asked)),
      times,
      now: this.clock(),
    };
  }
}

/**
 * The question itself, where it can still be tried.
 * @throws ProblemError `conflict` where not
 */
function ownQuestion(question: Question, settings: QuestionsSettings, before: readonly QuestionTry[]): Question {
  const own = before.filter(({ variant }) => variant === 0);
  if (own.at(-1)?.share === 1 && mayKnow(settings)) throw new ProblemError('conflict', 'This is right already.');
  if (settings.tries !== null && own.length >= settings.tries)
    throw new ProblemError('conflict', 'There are no more tries for this question.');
  return firstOf(question);
}

function stageOf({ status, latestGo }: Standing): Stage {
  if (status.state === 'finished') return 'finished';
  return latestGo !== null && !status.mayDraw ? 'sent' : 'being made';
}

/** Whether a learner is shown what was right. @param tries at this question, in this go */
function showsRight(settings: QuestionsSettings, tries: readonly QuestionTry[], stage: Stage): boolean {
  if (settings.rightShown === 'never') return false;
  if (settings.rightShown === 'once finished') return stage === 'finished';
  if (stage !== 'being made') return true;
  return settings.rightShown === 'after the last try' && mayKnow(settings) && isDone(settings, tries);
}

function hintsOf(
  { part, question }: { part: string; question: Question },
  asked: readonly QuestionHint[],
): HintsView[] {
  const most = Math.max(
    0,
    ...asked.filter((hint) => hint.partId === part && hint.questionId === question.id).map(({ number }) => number),
  );
  const hints = firstOf(question).hints.slice(0, most);
  return hints.length > 0 ? [{ part, question: question.id, hints }] : [];
}

function rightOf({ part, question }: { part: string; question: Question }): RightView[] {
  const first = firstOf(question);
  const right = rightAnswer(first, USUAL_SCHOOL);
  const asked = askedOf(first, (list) => [...list]);
  return right ? [{ part, question: question.id, words: answerWords(asked, right) }] : [];
}

/** @param question as it was tried; null where it is not asked any more, or not at hand */
export const viewOfTry = (
  tried: QuestionTry,
  { known, question }: { known: boolean; question: Question | null },
): TryView => ({
  id: tried.id,
  part: tried.partId,
  question: tried.questionId,
  go: tried.go,
  variant: tried.variant ?? 0,
  number: tried.number,
  answer: tried.answer,
  marks: known && tried.share !== null ? tried.share * tried.outOf : null,
  outOf: tried.outOf,
  reply: known && question ? replyTo(question, tried.answer as Answer) : null,
  marksBefore:
    known && tried.putRightAt && typeof tried.firstShare === 'number' ? tried.firstShare * tried.outOf : null,
  at: tried.at!.getTime(),
  madeAt: tried.madeAt?.getTime() ?? null,
});
