import type { Transaction } from 'sequelize';
import { ownSet } from '@lippet/core/questions/ownSet';
import type { Question } from '@lippet/core/questions/question';
import { Piece, SetRound } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, ProblemError } from '../../problems/problem';
import type { PieceFactsService, Standing } from '../pieces/pieceFacts';
import { goNow } from './goNow';
import { posedQuestion, questionParts, type PosedQuestion, type QuestionsPart } from './questionParts';

/** A piece of a learner, which nobody else changes until the transaction ends. */
export async function heldPiece(
  facts: PieceFactsService,
  actor: Actor,
  pieceId: string,
  transaction: Transaction,
): Promise<Standing> {
  await Piece.findByPk(pieceId, { lock: transaction.LOCK.UPDATE, transaction });
  const [standing] = await facts.find({ pieceId }, transaction);
  if (!standing || !policy.readPiece(actor, standing)) throw notFound();
  return standing;
}

/** @throws ProblemError `conflict` where the piece is not its learner's to change now */
export function insistOnWriting(actor: Actor, standing: Standing): void {
  if (!policy.writePiece(actor, standing, standing.status))
    throw new ProblemError('conflict', 'This is not yours to change now.');
}

/** A question of a piece that its learner works at. */
export interface QuestionInHand extends PosedQuestion {
  standing: Standing;
}

/** The question, where its learner is asked it and may work at it. @throws ProblemError `not-found`, `conflict` */
export async function questionInHand(
  { facts, actor, pieceId }: { facts: PieceFactsService; actor: Actor; pieceId: string },
  wanted: { part: string; question: string },
  transaction: Transaction,
): Promise<QuestionInHand> {
  const standing = await heldPiece(facts, actor, pieceId, transaction);
  const posed = await ownPosed(standing.activityId, pieceId, wanted, transaction);
  insistOnWriting(actor, standing);
  return { standing, ...posed };
}

/** A question that is asked of this very learner. @throws ProblemError `not-found` where it is not */
export async function ownPosed(
  activityId: string,
  pieceId: string,
  wanted: { part: string; question: string },
  transaction?: Transaction,
): Promise<PosedQuestion> {
  const posed = await posedQuestion(activityId, wanted, transaction);
  const own = ownSet(posed.settings.questions, posed.settings, pieceId);
  if (!own.some(({ id }) => id === wanted.question)) throw notFound();
  return posed;
}

/** A part whose questions its learner goes through. @throws ProblemError `not-found` */
export async function partInHand(activityId: string, partId: string, transaction: Transaction): Promise<QuestionsPart> {
  const part = (await questionParts(activityId, transaction)).find(({ id }) => id === partId);
  if (!part) throw notFound();
  return part;
}

/** The questions that a part asks of the learner of a piece, in their order. */
export const ownQuestions = ({ settings }: Pick<QuestionsPart, 'settings'>, pieceId: string): Question[] =>
  ownSet(settings.questions, settings, pieceId);

/** Which time through a set it is, from 1. */
export async function roundNow(
  { pieceId, part, go }: { pieceId: string; part: string; go: number },
  transaction?: Transaction,
): Promise<number> {
  const found = await SetRound.findOne({ where: { pieceId, partId: part, go }, transaction });
  return found?.round ?? 1;
}

/** Where a learner is with a part: their piece, the go that they make, and which time through it. */
export async function placeNow(
  standing: Standing,
  pieceId: string,
  part: string,
  transaction: Transaction,
): Promise<{ pieceId: string; part: string; go: number; round: number }> {
  const go = goNow(standing);
  return { pieceId, part, go, round: await roundNow({ pieceId, part, go }, transaction) };
}
