import type { ReviewView } from '@lippet/core/contract/work';
import type { Outcome } from '@lippet/core/schedule/pieceState';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { mediaOutbox, onTheirWay, wayWords } from '../api/mediaOutbox';
import { keys } from '../api/queries';
import { post, put, RequestError } from '../api/request';
import type { LiveDocument } from '../page/liveDocument';

/** The note is kept this long after the last letter, in milliseconds. */
const NOTE_REST = 500;

/** The review of one go: its note, kept as one types, and its release. */
export function useReview(goId: string | null, activityId: string, pieceId: string | null) {
  // What was said while there was no network goes on its way here.
  useEffect(() => void mediaOutbox.start(), []);
  const client = useQueryClient();
  const { data: review } = useQuery({
    queryKey: ['review-of', goId], queryFn: () => post<ReviewView>(`/goes/${goId}/review`), enabled: goId !== null, staleTime: Infinity, gcTime: 0,
  });
  const [typed, setTyped] = useState<{ reviewId: string; note: string } | null>(null);
  const [kept, setKept] = useState(true);
  const [problem, setProblem] = useState<string | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const pending = useRef<{ reviewId: string; note: string } | null>(null);
  const note = review && typed?.reviewId === review.id ? typed.note : (review?.note ?? '');

  const keep = async (): Promise<void> => {
    clearTimeout(timer.current);
    const saving = pending.current;
    if (!saving) return;
    pending.current = null;
    try {
      await put(`/reviews/${saving.reviewId}/note`, { note: saving.note });
      setKept(pending.current === null);
    } catch (error) {
      pending.current ??= saving;
      setProblem((error as Error).message);
      if (error instanceof RequestError && error.code === 'unreachable') timer.current = setTimeout(() => void keep(), 3_000);
    }
  };
  // Going on to another piece must not leave the last words behind.
  useEffect(() => () => void keep(), [goId]);

  const write = (text: string): void => {
    if (!review) return;
    setTyped({ reviewId: review.id, note: text });
    pending.current = { reviewId: review.id, note: text };
    setKept(false);
    setProblem(null);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void keep(), NOTE_REST);
  };

  /** Releases the review. @returns whether it was released */
  const release = async (outcome: Outcome, marks: LiveDocument): Promise<boolean> => {
    if (!review) return false;
    setProblem(null);
    clearTimeout(timer.current);
    pending.current = null;
    try {
      await marks.allAtSchool();
      const way = pieceId && onTheirWay(mediaOutbox.state.getState(), `pieces/${pieceId}`);
      if (way) {
        setProblem(`There is still ${wayWords(way)}: what you said. Try again in a moment.`);
        return false;
      }
      await post<ReviewView>(`/reviews/${review.id}/release`, { outcome, note, extent: marks.extent() });
      setKept(true);
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
  return { review, note, write, kept, problem, release };
}
