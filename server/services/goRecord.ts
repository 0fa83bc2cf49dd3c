import type { PartView } from '@lippet/core/contract/part';
import { documentOf } from '@lippet/core/page/document';
import { measureProgress } from '@lippet/core/page/progress';
import { markView } from '@lippet/core/review/rubric';
import { NoteReply, Person, type Review, type Submission } from '../models/tables';

/** What was said and ticked with a go, and what came back to it, as a record tells it beside the files. */
export interface GoRecord {
  go: number;
  sentAt: Date;
  late: boolean;
  word: string | null;
  felt: string | null;
  /** Whether each tick of the activity is set, and confirmed by the teacher where it has to be. */
  ticks: { part: string; ticked: boolean; confirmed: boolean }[];
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
export async function goRecord(go: Submission, parts: readonly PartView[], review: Review | null): Promise<GoRecord> {
  const progress = measureProgress(documentOf(go.document));
  const ticks = parts
    .filter(({ kind }) => kind === 'tick')
    .map(({ id, title, confirm }) => {
      const ticked = progress.parts[id]?.ticked ?? false;
      return { part: title, ticked, confirmed: ticked && confirm && review?.outcome === 'finished' };
    });
  return {
    go: go.go,
    sentAt: go.sentAt,
    late: go.late,
    word: go.word,
    felt: go.felt ?? null,
    ticks,
    cameBack: review && (await cameBack(review)),
  };
}
