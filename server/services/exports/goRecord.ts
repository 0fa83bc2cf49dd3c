import { answerRecord, type PartKind, type PartView } from '@lippet/core/parts/part';
import type { AnswerRecord } from '@lippet/core/parts/partKind';
import { documentOf } from '@lippet/core/page/document';
import { measureProgress, NO_PROGRESS } from '@lippet/core/piece/progress';
import { markView } from '@lippet/core/review/rubric';
import { NoteReply, Person, type Review, type Submission } from '../../models/tables';

/** What was said and ticked with a go, and what came back to it, as a record tells it beside the files. */
export interface GoRecord {
  go: number;
  sentAt: Date;
  late: boolean;
  word: string | null;
  felt: string | null;
  /** What the parts' kinds tell of their answers, besides the files. */
  answers: ({ part: string; kind: PartKind } & AnswerRecord)[];
  cameBack: CameBack | null;
}

interface CameBack {
  outcome: string | null;
  note: string;
  at: Date | null;
  mark: string | null;
  /** What was chosen in each line of the rubric, and how the mark comes about from them. */
  rubric: { line: string; level: string }[];
  explained: string[];
  /** What was said under notes, oldest first. */
  replies: { who: string; at: Date; words: string; spoken: boolean }[];
}

async function repliesOf(reviewId: string): Promise<CameBack['replies']> {
  const replies = await NoteReply.findAll({ where: { reviewId }, order: ['at'] });
  const people = await Person.findAll({
    where: { id: [...new Set(replies.map(({ personId }) => personId))] },
    attributes: ['id', 'name'],
  });
  const names = new Map(people.map(({ id, name }) => [id, name]));
  return replies.map(({ personId, at, words, voiceId }) => ({
    who: names.get(personId) ?? '',
    at,
    words,
    spoken: Boolean(voiceId),
  }));
}

async function cameBack(review: Review): Promise<CameBack> {
  const view = review.marked ? markView(review.marked) : null;
  return {
    outcome: review.outcome ?? null,
    note: review.note ?? '',
    at: review.releasedAt ?? null,
    mark: view?.mark?.words ?? null,
    rubric: (view?.lines ?? []).map(({ title, words }) => ({ line: title, level: words })),
    explained: view?.explained ?? [],
    replies: await repliesOf(review.id),
  };
}

/** @param review of the go, once it is released; null before */
export async function goRecord(
  submission: Submission,
  parts: readonly PartView[],
  review: Review | null,
): Promise<GoRecord> {
  const progress = measureProgress(documentOf(submission.document));
  const finished = review?.outcome === 'finished';
  const answers = parts.flatMap((part) => {
    const record = answerRecord(part, progress.parts[part.id] ?? NO_PROGRESS, finished);
    return record ? [{ part: part.title, kind: part.kind, ...record }] : [];
  });
  return {
    go: submission.number,
    sentAt: submission.sentAt,
    late: submission.late,
    word: submission.word,
    felt: submission.felt ?? null,
    answers,
    cameBack: review && (await cameBack(review)),
  };
}
