import type { NoteReplyView } from '@lippet/core/contract/work';
import { useQuery } from '@tanstack/react-query';
import { get, post } from '../api/request';
import { useChange } from '../api/useChange';

/** How often what was said is asked for while it is looked at, in milliseconds. */
const EVERY = 10_000;

/** What is said under the notes of a released review. */
export function useNoteReplies(reviewId: string | null): {
  replies: readonly NoteReplyView[];
  problem: string | null;
  say: (id: string, note: string, words: string) => Promise<boolean>;
} {
  const key = ['note-replies', reviewId];
  const { data = [] } = useQuery({
    queryKey: key,
    queryFn: () => get<NoteReplyView[]>(`/reviews/${reviewId}/replies`),
    enabled: reviewId !== null,
    refetchInterval: EVERY,
  });
  const { problem, change } = useChange(key);
  return {
    replies: data,
    problem,
    say: (id, note, words) => change(() => post(`/reviews/${reviewId}/replies`, { id, note, words })),
  };
}
