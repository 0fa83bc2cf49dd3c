import type { ReviewView } from '@lippet/core/contract/work';
import { NO_OWN_MARK, type OwnMark } from '@lippet/core/review/rubric';
import type { Outcome } from '@lippet/core/schedule/pieceState';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { mediaOutbox, onTheirWay, wayWords } from '../api/mediaOutbox';
import { keys } from '../api/queries';
import { post, put, RequestError } from '../api/request';
import type { LiveDocument } from '../page/liveDocument';

/** The note is kept this long after the last letter, in milliseconds. */
const NOTE_REST = 500;

/** What a teacher says beside the marks on the work. */
export interface Said {
  note: string;
  levels: Record<string, number>;
  own: OwnMark;
}
type Typed = Said & { reviewId: string };

/** The review of one go: its note, kept as one types, and its release. */
export function useReview(goId: string | null, activityId: string, pieceId: string | null) {
  // What was said while there was no network goes on its way here.
  useEffect(() => void mediaOutbox.start(), []);
  const client = useQueryClient();
  const { data: review } = useQuery({
    queryKey: ['review-of', goId], queryFn: () => post<ReviewView>(`/goes/${goId}/review`), enabled: goId !== null, staleTime: Infinity, gcTime: 0,
  });
  const [typed, setTyped] = useState<Typed | null>(null);
  const [kept, setKept] = useState(true);
  const [problem, setProblem] = useState<string | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const pending = useRef<Typed | null>(null);
  const flying = useRef<Promise<void>>(Promise.resolve());
  const said: Said = review && typed?.reviewId === review.id ? typed : { note: review?.note ?? '', levels: review?.levels ?? {}, own: review?.own ?? NO_OWN_MARK };

  const saveNow = async (): Promise<void> => {
    clearTimeout(timer.current);
    const saving = pending.current;
    if (!saving) return;
    pending.current = null;
    try {
      const { reviewId, ...answer } = saving;
      await put(`/reviews/${reviewId}/note`, answer);
      setKept(pending.current === null);
    } catch (error) {
      pending.current ??= saving;
      setProblem((error as Error).message);
      if (error instanceof RequestError && error.code === 'unreachable') timer.current = setTimeout(() => void keep(), 3_000);
    }
  };
  // One after another: what is told afterwards must not overtake what is on its way.
  const keep = (): Promise<void> => (flying.current = flying.current.then(saveNow));
  // Going on to another piece must not leave the last words behind.
  useEffect(() => () => void keep(), [goId]);

  const write = (change: Partial<Said>): void => {
    if (!review) return;
    const next = { note: said.note, levels: said.levels, own: said.own, ...change, reviewId: review.id };
    setTyped(next);
    pending.current = next;
    setKept(false);
    setProblem(null);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void keep(), NOTE_REST);
  };

  /** Does something with the review once all that was said and marked is at school. @returns whether it was done */
  const settle = async (marks: LiveDocument, action: (review: ReviewView) => Promise<unknown>): Promise<boolean> => {
    if (!review) return false;
    setProblem(null);
    try {
      await keep();
      if (pending.current) return false;
      await marks.allAtSchool();
      const way = pieceId && onTheirWay(mediaOutbox.state.getState(), `pieces/${pieceId}`);
      if (way) {
        setProblem(`There is still ${wayWords(way)}: what you said. Try again in a moment.`);
        return false;
      }
      await action(review);
      await Promise.all([
        client.invalidateQueries({ queryKey: keys.line(activityId) }),
        client.invalidateQueries({ queryKey: keys.toReview }),
      ]);
      return true;
    } catch (error) {
      setProblem(error instanceof RequestError ? error.message : 'School can’t be reached. Your marks are safe on this device; try again in a moment.');
      return false;
    }
  };
  /** Decides an outcome without telling it yet; null decides nothing. @returns whether it is held */
  const hold = (outcome: Outcome | null, marks: LiveDocument): Promise<boolean> => settle(marks, ({ id }) => put<ReviewView>(`/reviews/${id}/held`, { outcome, extent: marks.extent() }));
  /** Releases the review. @returns whether it was released */
  const release = (outcome: Outcome, marks: LiveDocument): Promise<boolean> =>
    settle(marks, ({ id }) => post<ReviewView>(`/reviews/${id}/release`, { outcome, note: said.note, extent: marks.extent() }));
  return { review, said, write, kept, problem, hold, release };
}
