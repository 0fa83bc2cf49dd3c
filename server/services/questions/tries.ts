import type { Sequelize, Transaction } from 'sequelize';
import type { TryRequest, TryView } from '@lippet/core/contract/tries';
import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import { isReached } from '@lippet/core/questions/ownSet';
import {
  askedOf,
  firstOf,
  marksFor,
  readAnswer,
  replyTo,
  type Answer,
  type Question,
} from '@lippet/core/questions/question';
import type { School } from '@lippet/core/questions/questionKind';
import { QuestionState, QuestionTry } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { ProblemError } from '../../problems/problem';
import { newsOf } from '../../sync/news';
import { schoolOfGroup } from '../classes/schools';
import { teachersOf } from '../news/updates';
import type { PieceFactsService, Standing } from '../pieces/pieceFacts';
import { mayKnow, type AtQuestion } from './goNow';
import { heldPiece, ownPosed, ownQuestions, placeNow } from './questionInHand';
import type { PosedQuestion } from './questionParts';
import type { SetTimeService } from './setTimes';
import type { VariantService } from './variants';

/** A try on its way to be judged. */
interface Judging {
  place: AtQuestion;
  request: TryRequest;
  posed: PosedQuestion;
  school: School;
}

/** Answers to questions that are given for good: judged here, where nobody can look, and kept. */
export class TryService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly facts: PieceFactsService,
    private readonly variants: VariantService,
    private readonly times: SetTimeService,
  ) {}

  /**
   * Takes a try and judges it, in one transaction; tries of a piece come one after the other. The same key again gives the
   * same try.
   *
   * @throws ProblemError `conflict` where nothing can be tried any more, `bad-request` where it is no answer
   */
  try(actor: Actor, pieceId: string, request: TryRequest): Promise<TryView> {
    return this.sequelize.transaction(async (transaction) => {
      const standing = await heldPiece(this.facts, actor, pieceId, transaction);
      const posed = await ownPosed(standing.activityId, pieceId, request, transaction);
      const school = await schoolOfGroup(standing.groupId, transaction);
      const known = await QuestionTry.findByPk(request.key, { transaction });
      if (known) return this.asBefore(known, { pieceId, request, posed, school });
      if (!policy.writePiece(actor, standing, standing.status))
        throw new ProblemError('conflict', 'This is not yours to change now, so no more can be tried.');
      await insistOpen(standing, request, transaction);
      const place = { ...(await placeNow(standing, pieceId, request.part, transaction)), question: request.question };
      const tried = await this.judged({ place, request, posed, school }, transaction);
      // Whoever teaches it may be looking on.
      newsOf(await teachersOf(standing.groupId, transaction), transaction);
      return tried;
    });
  }

  private async asBefore(
    known: QuestionTry,
    { pieceId, request, posed, school }: Omit<Judging, 'place'> & { pieceId: string },
  ): Promise<TryView> {
    if (known.pieceId !== pieceId || known.partId !== request.part || known.questionId !== request.question)
      throw new ProblemError('conflict', 'That key belongs to another try.');
    const question =
      known.variant === 0 ? firstOf(posed.question) : await this.variants.make(posed.question, known, school);
    return viewOfTry(known, { known: mayKnow(posed.settings), question });
  }

  private async judged({ place, request, posed, school }: Judging, transaction: Transaction): Promise<TryView> {
    const { question, settings } = posed;
    const variant = request.variant ?? 0;
    const madeAt =
      variant === 0 ? await this.times.insist(place, { settings, madeAt: request.madeAt ?? null }, transaction) : null;
    const { pieceId, part: partId, go, round } = place;
    const inSet = await QuestionTry.findAll({
      where: { pieceId, partId, go, round },
      order: ['variant', 'number'],
      transaction,
    });
    const before = inSet.filter(({ questionId }) => questionId === place.question);
    if (variant === 0) insistReached(settings, place, inSet);
    const asked =
      variant === 0
        ? ownQuestion(question, settings, before)
        : await this.variants.open({ ...place, variant }, question, { settings, before, school });
    const answer = readAnswer(
      askedOf(asked, (list) => [...list]),
      request.answer,
    );
    if (!answer) throw new ProblemError('bad-request', 'That is no answer to this question.');
    const working = variant === 0 ? workingIn(question, request) : null;
    const marks = marksFor(asked, answer, school);
    const tried = await QuestionTry.create(
      {
        id: request.key,
        pieceId,
        partId,
        questionId: place.question,
        go,
        round,
        variant,
        number: before.filter((earlier) => earlier.variant === variant).length + 1,
        answer,
        share: marks === null || asked.marks === 0 ? marks : marks / asked.marks,
        outOf: asked.marks,
        madeAt,
        working,
      },
      { transaction },
    );
    return viewOfTry(tried, { known: mayKnow(settings), question: asked });
  }
}

/** @throws ProblemError `conflict` where the teacher has closed the question */
async function insistOpen(
  { groupId }: Standing,
  { part, question }: TryRequest,
  transaction: Transaction,
): Promise<void> {
  const closed = await QuestionState.count({
    where: { groupId, partId: part, questionId: question, closed: true },
    transaction,
  });
  if (closed > 0) throw new ProblemError('conflict', 'Your teacher has closed this question.');
}

/** @throws ProblemError `conflict` where the one before it comes first */
function insistReached(
  settings: QuestionsSettings,
  { pieceId, question }: AtQuestion,
  inSet: readonly QuestionTry[],
): void {
  const tried = new Set(inSet.map(({ questionId }) => questionId));
  if (settings.inOrder && !isReached(ownQuestions({ settings }, pieceId), question, tried))
    throw new ProblemError('conflict', 'Answer the question before it first.');
}

/** @throws ProblemError `bad-request` where it has to be there, and is not */
function workingIn({ working }: Question, request: TryRequest): string | null {
  if (working?.kind !== 'typed') return null;
  const typed = (request.working ?? '').trim();
  if (working.needed && typed === '') throw new ProblemError('bad-request', 'Show how you came to it first.');
  return typed === '' ? null : typed;
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

/** @param question as it was tried; null where it is not asked any more, or not at hand */
export const viewOfTry = (
  tried: QuestionTry,
  { known, question }: { known: boolean; question: Question | null },
): TryView => ({
  id: tried.id,
  part: tried.partId,
  question: tried.questionId,
  go: tried.go,
  round: tried.round ?? 1,
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
  working: tried.working ?? null,
});
