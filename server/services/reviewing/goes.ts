import { Op } from 'sequelize';
import type { GoView, SaidWithGo } from '@lippet/core/contract/pieces';
import { markView } from '@lippet/core/review/rubric';
import { Activity, Person, Piece, Review, Submission } from '../../models/tables';
import { notFound } from '../../problems/problem';
import type { PieceFactsService, Work } from '../pieces/pieceFacts';

/** A go, and all that says who may see it. */
export interface GoContext {
  go: Submission;
  piece: Piece;
  activity: Activity;
  /** The group as whose work it counts. */
  work: Work;
}

/** A go by its id. @throws ProblemError `not-found` */
export async function findGo(facts: PieceFactsService, goId: string): Promise<GoContext> {
  const submission = await Submission.findByPk(goId);
  if (!submission) throw notFound();
  const piece = await Piece.findByPk(submission.pieceId, { rejectOnEmpty: true });
  const activity = await Activity.findByPk(piece.activityId, { rejectOnEmpty: true });
  return { go: submission, piece, activity, work: await facts.workOf(piece) };
}

/** What was sent with a go, as one Yjs update. */
export async function frozenDocument(goId: string): Promise<Buffer> {
  const submission = await Submission.unscoped().findByPk(goId, { attributes: ['document'], rejectOnEmpty: true });
  return submission.document;
}

/** The marks of a review once it is released, as one Yjs update; null before. */
export async function frozenMarks(reviewId: string): Promise<Buffer | null> {
  const review = await Review.unscoped().findByPk(reviewId, { attributes: ['marks'], rejectOnEmpty: true });
  return review.marks;
}

/** What was said with the newest go of a piece; null where that was not taken back. */
export async function takenBackOf(pieceId: string): Promise<SaidWithGo | null> {
  const newest = await Submission.findOne({
    where: { pieceId },
    order: [['sentAt', 'DESC']],
    attributes: ['word', 'felt', 'voiceId', 'withdrawnAt'],
  });
  if (!newest?.withdrawnAt) return null;
  return { word: newest.word, felt: newest.felt ?? null, voice: newest.voiceId ?? null };
}

/** All goes of a piece that were not taken back, newest first, each with its review once that is released. */
export async function goesOf(pieceId: string): Promise<GoView[]> {
  const goes = await Submission.findAll({
    where: { pieceId, withdrawnAt: null },
    order: [['number', 'DESC']],
    attributes: { exclude: ['document'] },
  });
  const reviews = await Review.findAll({
    where: { submissionId: goes.map(({ id }) => id), releasedAt: { [Op.not]: null } },
    attributes: { exclude: ['marks'] },
  });
  const people = await Person.findAll({ where: { id: reviews.map((review) => review.reviewerId) } });
  const first = await firstSent([pieceId]);
  return goes.map(({ id, number, sentAt, late, word, felt, voiceId }) => {
    const review = reviews.find((review) => review.submissionId === id);
    return {
      id,
      number,
      sentAt: sentAt.getTime(),
      late,
      firstSentAt: first.get(`${pieceId} ${number}`) ?? null,
      word,
      felt: felt ?? null,
      voice: voiceId ?? null,
      review: review
        ? {
            id: review.id,
            outcome: review.outcome!,
            note: review.note,
            told: review.told ?? null,
            releasedAt: review.releasedAt!.getTime(),
            teacher: people.find((person) => person.id === review.reviewerId)!.name,
            marked: review.marked ? markView(review.marked) : null,
          }
        : null,
    };
  });
}

/** By piece and go: when it was sent first, of those that were taken back and sent again. */
export async function firstSent(pieceIds: readonly string[]): Promise<Map<string, number>> {
  const rows = await Submission.findAll({
    where: { pieceId: [...pieceIds], withdrawnAt: { [Op.not]: null } },
    attributes: ['pieceId', 'number', 'sentAt'],
    order: [['sentAt', 'DESC']],
  });
  return new Map(rows.map(({ pieceId, number, sentAt }) => [`${pieceId} ${number}`, sentAt.getTime()]));
}
