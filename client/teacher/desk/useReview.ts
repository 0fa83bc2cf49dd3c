import type { ToldTask } from '@lippet/core/contract/plan';
import type { ReviewView } from '@lippet/core/contract/work';
import { NO_OWN_MARK, type OwnMark } from '@lippet/core/review/rubric';
import type { Outcome } from '@lippet/core/schedule/pieceState';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { mediaOutbox, onTheirWay, wayWords } from '../../api/mediaOutbox';
import { keys } from '../../api/queries';
import { post, put, RequestError } from '../../api/request';
import type { LiveDocument } from '../../page/liveDocument';

/** What is said is kept this long after the last letter, in milliseconds. */
const NOTE_REST = 500;
/** And this long after school could not be reached. */
const TRY_AGAIN = 3_000;

/** What a teacher says beside the marks on the work. */
export interface Said {
  note: string;
  levels: Record<string, number>;
  own: OwnMark;
  /** For teachers alone. */
  aside: string;
  /** An answer that is spoken or filmed. */
  told: ToldTask | null;
}
type Typed = Said & { reviewId: string };

/** A learner's own dates from now on; what is left out stays. */
export interface NewDates {
  due?: number | null;
  closes?: number | null;
}

const NOTHING: Said = { note: '', levels: {}, own: NO_OWN_MARK, aside: '', told: null };
const saidOf = ({ note, levels, own, aside, told }: ReviewView): Said => ({ note, levels, own, aside, told });

/** The review of a go; asked for by opening it. What others said meanwhile is there when it is asked for again. */
export const reviewOf = (goId: string) => ({ queryKey: ['review-of', goId], queryFn: () => post<ReviewView>(`/goes/${goId}/review`) }) as const;

/** The review of one go: what is said of it, kept as one types and never over what another teacher has said, and its release. */
export function useReview(goId: string | null, activityId: string, pieceId: string | null) {
  // What was said while there was no network goes on its way here.
  useEffect(() => void mediaOutbox.start(), []);
  const client = useQueryClient();
  const { data: review } = useQuery({ ...reviewOf(goId ?? ''), enabled: goId !== null });
  const [typed, setTyped] = useState<Typed | null>(null);
  const [kept, setKept] = useState(true);
  const [problem, setProblem] = useState<string | null>(null);
  /** What was typed here and could not be kept, because another teacher was first. */
  const [clash, setClash] = useState<{ words: string; mine: Typed } | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const pending = useRef<Typed | null>(null);
  const flying = useRef<Promise<void>>(Promise.resolve());
  /** The newest version of each review that was seen or made here. */
  const versions = useRef(new Map<string, number>());
  const said: Said = review ? (typed?.reviewId === review.id ? typed : saidOf(review)) : NOTHING;

  // What somebody else has said stands here, unless something is being typed: then keeping that finds out.
  useEffect(() => {
    if (!review) return;
    const known = versions.current.get(review.id);
    if (known !== undefined && review.version <= known) return;
    if (pending.current?.reviewId === review.id) return;
    versions.current.set(review.id, review.version);
    if (known !== undefined) setTyped((mine) => (mine?.reviewId === review.id ? null : mine));
  }, [review]);

  const saveNow = async (): Promise<void> => {
    clearTimeout(timer.current);
    const saving = pending.current;
    if (!saving) return;
    pending.current = null;
    const { reviewId, ...answer } = saving;
    try {
      const saved = await put<ReviewView>(`/reviews/${reviewId}/note`, { ...answer, version: versions.current.get(reviewId) });
      versions.current.set(reviewId, saved.version);
      client.setQueryData(reviewOf(saved.goId).queryKey, saved);
      setKept(pending.current === null);
    } catch (error) {
      if (error instanceof RequestError && error.code === 'conflict') {
        setTyped(null);
        setKept(true);
        setClash({ words: error.message, mine: saving });
        await client.invalidateQueries({ queryKey: ['review-of'] });
        return;
      }
      pending.current ??= saving;
      setProblem((error as Error).message);
      if (error instanceof RequestError && error.code === 'unreachable') timer.current = setTimeout(() => void keep(), TRY_AGAIN);
    }
  };
  // One after another: what is told afterwards must not overtake what is on its way.
  const keep = (): Promise<void> => (flying.current = flying.current.then(saveNow));
  // Going on to another piece must not leave the last words behind.
  useEffect(() => () => {
    void keep();
    setClash(null);
    setProblem(null);
  }, [goId]);

  const type = (next: Typed): void => {
    setTyped(next);
    pending.current = next;
    setKept(false);
    setProblem(null);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void keep(), NOTE_REST);
  };
  const write = (change: Partial<Said>): void => {
    if (review) type({ ...said, ...change, reviewId: review.id });
  };
  /** Says after all what could not be kept, over what stands there now. */
  const sayMine = (): void => {
    if (!clash || !review) return;
    versions.current.set(review.id, review.version);
    type(clash.mine);
    setClash(null);
  };

  /** Does something with the review once all that was said and marked is at school. @returns whether it was done */
  const settle = async (marks: LiveDocument, action: (review: ReviewView, version: number | undefined) => Promise<ReviewView>): Promise<boolean> => {
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
      const done = await action(review, versions.current.get(review.id));
      versions.current.set(done.id, done.version);
      client.setQueryData(reviewOf(done.goId).queryKey, done);
      // Asked for anew while the teacher goes on: the next piece does not wait for the lists.
      void client.invalidateQueries({ queryKey: keys.line(activityId) });
      void client.invalidateQueries({ queryKey: keys.toReview });
      return true;
    } catch (error) {
      setProblem(error instanceof RequestError ? error.message : 'School can’t be reached. Your marks are safe on this device; try again in a moment.');
      return false;
    }
  };
  /** Decides an outcome without telling it yet; null decides nothing. @returns whether it is held */
  const hold = (outcome: Outcome | null, marks: LiveDocument): Promise<boolean> => settle(marks, ({ id }) => put<ReviewView>(`/reviews/${id}/held`, { outcome, extent: marks.extent() }));
  /** Releases the review. @returns whether it was released */
  const release = (outcome: Outcome, marks: LiveDocument, dates: NewDates = {}): Promise<boolean> =>
    settle(marks, ({ id }, version) => post<ReviewView>(`/reviews/${id}/release`, { outcome, note: said.note, extent: marks.extent(), version, ...(outcome === 'again' ? dates : {}) }));
  return { review, said, write, kept, problem, clash, sayMine, hold, release };
}
