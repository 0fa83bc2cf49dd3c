import type { RecordedMessage } from '@lippet/core/contract/activityDefinition';
import type { ReviewView } from '@lippet/core/contract/reviewing';
import { NO_OWN_MARK, type OwnMark } from '@lippet/core/review/rubric';
import type { Outcome } from '@lippet/core/piece/pieceState';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { mediaOutbox, onTheirWay, wayWords } from '../../api/mediaOutbox';
import { keys } from '../../api/queries';
import { RequestError, request } from '../../api/request';
import type { LiveDocument } from '../../page/document/liveDocument';

/** What is said is kept this long after the last letter, in milliseconds. */
const NOTE_REST = 500;
/** And this long after school could not be reached. */
const TRY_AGAIN = 3_000;

const NOT_OPEN = 'This is not open yet. Try again in a moment.';
const NOT_THERE = 'School can’t be reached. What you marked and said is safe on this device; try again in a moment.';

/** What a teacher says beside the marks on the work. */
export interface ReviewDraft {
  note: string;
  levels: Record<string, number>;
  own: OwnMark;
  /** For teachers alone. */
  aside: string;
  /** An answer that is spoken or filmed. */
  told: RecordedMessage | null;
}
type Typed = ReviewDraft & { reviewId: string };

/** A learner's own dates from now on; what is left out stays. */
export interface NewDates {
  due?: number | null;
  closes?: number | null;
}

const NOTHING: ReviewDraft = { note: '', levels: {}, own: NO_OWN_MARK, aside: '', told: null };
const draftOf = ({ note, levels, own, aside, told }: ReviewView): ReviewDraft => ({ note, levels, own, aside, told });

/** The review of a go; asked for by opening it. What others said meanwhile is there when it is asked for again. */
export const reviewOf = (goId: string) =>
  ({ queryKey: ['review-of', goId], queryFn: () => request('POST /goes/:id/review', { id: goId }) }) as const;

/**
 * The review of one go: what is said of it, kept as one types and never over what another teacher has said, and its
 * release.
 */
export function useReview(goId: string | null, pieceId: string | null) {
  // What was said while there was no network goes on its way here.
  useEffect(() => void mediaOutbox.start(), []);
  const client = useQueryClient();
  const { data: review } = useQuery({ ...reviewOf(goId ?? ''), enabled: goId !== null });
  const [typed, setTyped] = useState<Typed | null>(null);
  const [kept, setKept] = useState(true);
  const [problem, setProblem] = useState<string | null>(null);
  /** The review in hand: what goes wrong with another one is not said of this. */
  const inHand = useRef<string | undefined>(undefined);
  inHand.current = review?.id;
  /** What was typed here and could not be kept, because another teacher was first; by review. */
  const [clashes, setClashes] = useState<Readonly<Record<string, { words: string; mine: Typed }>>>({});
  const clash = (review && clashes[review.id]) ?? null;
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  /** What is not kept yet, by review: one may be on to the next piece before the last words have gone. */
  const pending = useRef(new Map<string, Typed>());
  /** Why they could not be kept, by review. */
  const reasons = useRef(new Map<string, string>());
  const flying = useRef<Promise<void>>(Promise.resolve());
  /** The newest version of each review that was seen or made here. */
  const versions = useRef(new Map<string, number>());
  const older = review ? (pending.current.get(review.id) ?? draftOf(review)) : NOTHING;
  const draft: ReviewDraft = review && typed?.reviewId === review.id ? typed : older;

  // What somebody else has said stands here, unless something is being typed: then keeping that finds out.
  useEffect(() => {
    if (!review) return;
    const known = versions.current.get(review.id);
    if (known !== undefined && review.version <= known) return;
    if (pending.current.has(review.id)) return;
    versions.current.set(review.id, review.version);
    if (known !== undefined) setTyped((mine) => (mine?.reviewId === review.id ? null : mine));
  }, [review]);

  const saveOne = async (saving: Typed): Promise<void> => {
    const { reviewId, ...answer } = saving;
    pending.current.delete(reviewId);
    reasons.current.delete(reviewId);
    try {
      const saved = await request(
        'PUT /reviews/:id/note',
        { id: reviewId },
        {
          ...answer,
          version: versions.current.get(reviewId),
        },
      );
      versions.current.set(reviewId, saved.version);
      client.setQueryData(reviewOf(saved.goId).queryKey, saved);
      setKept(pending.current.size === 0);
    } catch (error) {
      if (error instanceof RequestError && error.code === 'conflict') {
        setTyped((now) => (now?.reviewId === reviewId ? null : now));
        setKept(pending.current.size === 0);
        setClashes((all) => ({ ...all, [reviewId]: { words: error.message, mine: saving } }));
        await client.invalidateQueries({ queryKey: ['review-of'] });
        return;
      }
      // What was typed since is newer.
      if (!pending.current.has(reviewId)) pending.current.set(reviewId, saving);
      reasons.current.set(reviewId, (error as Error).message);
      if (inHand.current === reviewId) setProblem((error as Error).message);
      if (error instanceof RequestError && error.code === 'unreachable')
        timer.current = setTimeout(() => void keep(), TRY_AGAIN);
    }
  };
  const saveNow = async (): Promise<void> => {
    clearTimeout(timer.current);
    for (const saving of [...pending.current.values()]) await saveOne(saving);
  };
  // One after another: what is told afterwards must not overtake what is on its way.
  const keep = (): Promise<void> => (flying.current = flying.current.then(saveNow));
  // Going on to another piece must not leave the last words behind.
  const keepLast = useEffectEvent(() => void keep());
  useEffect(
    () => () => {
      keepLast();
      setProblem(null);
    },
    [goId],
  );

  const type = (next: Typed): void => {
    setTyped(next);
    pending.current.set(next.reviewId, next);
    setKept(false);
    setProblem(null);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void keep(), NOTE_REST);
  };
  const write = (change: Partial<ReviewDraft>): void => {
    if (review) type({ ...draft, ...change, reviewId: review.id });
  };
  /** Says after all what could not be kept, over what stands there now. */
  const sayMine = (): void => {
    if (!clash || !review) return;
    versions.current.set(review.id, review.version);
    type(clash.mine);
    setClashes(({ [review.id]: _said, ...others }) => others);
  };

  /**
   * Does something with the review once all that was said and marked is at school; also when another piece is looked at
   * meanwhile.
   *
   * @returns a sentence where it could not be done
   */
  const settle = async (
    marks: LiveDocument,
    action: (review: ReviewView, version: number | undefined) => Promise<ReviewView>,
  ): Promise<string | null> => {
    if (!review) return NOT_OPEN;
    const letGo = marks.hold();
    try {
      await keep();
      if (pending.current.has(review.id)) return reasons.current.get(review.id) ?? NOT_THERE;
      await marks.allAtSchool();
      const way = pieceId && onTheirWay(mediaOutbox.state.getState(), `pieces/${pieceId}`);
      if (way) return `There is still ${wayWords(way)}: what you said. Try again in a moment.`;
      const done = await action(review, versions.current.get(review.id));
      versions.current.set(done.id, done.version);
      client.setQueryData(reviewOf(done.goId).queryKey, done);
      void client.invalidateQueries({ queryKey: keys.toReview });
      return null;
    } catch (error) {
      return error instanceof RequestError ? error.message : NOT_THERE;
    } finally {
      letGo();
    }
  };
  /** Decides an outcome without telling it yet; null decides nothing. @returns a sentence where it could not be held */
  const hold = (outcome: Outcome | null, marks: LiveDocument): Promise<string | null> =>
    settle(marks, ({ id }) => request('PUT /reviews/:id/held', { id }, { outcome, extent: marks.extent() }));
  /** Releases the review. @returns a sentence where it could not be released */
  const release = (outcome: Outcome, marks: LiveDocument, dates: NewDates = {}): Promise<string | null> =>
    settle(marks, ({ id }, version) =>
      request(
        'POST /reviews/:id/release',
        { id },
        {
          outcome,
          note: draft.note,
          extent: marks.extent(),
          version,
          ...(outcome === 'again' ? dates : {}),
        },
      ),
    );
  // Another piece's words that are not kept yet are not this one's.
  return {
    review,
    draft,
    write,
    kept: kept || !pending.current.has(review?.id ?? ''),
    problem,
    setProblem,
    clash,
    sayMine,
    hold,
    release,
  };
}
