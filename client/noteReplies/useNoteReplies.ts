import type { NoteReplyView } from '@lippet/core/contract/notes';
import type { MediaHome } from '@lippet/core/contract/media';
import { skipToken, useQuery } from '@tanstack/react-query';
import { request } from '../api/request';
import { useChange } from '../api/useChange';
import type { Saying } from '../threads/useThreads';

const NOTHING: readonly NoteReplyView[] = [];
/** How often what was said is asked for while it is looked at, in milliseconds. */
const EVERY = 10_000;

/** What is said under the notes of a released review. */
export function useNoteReplies(reviewId: string | null): {
  replies: readonly NoteReplyView[];
  problem: string | null;
  /** What is spoken belongs to; null until that is known. */
  home: MediaHome | null;
  say: (id: string, note: string, saying: Saying) => Promise<boolean>;
} {
  const key = ['note-replies', reviewId];
  const { data } = useQuery({
    queryKey: key,
    queryFn: reviewId === null ? skipToken : () => request('GET /reviews/:id/replies', { id: reviewId }),
    refetchInterval: EVERY,
  });
  const { problem, change } = useChange(key);
  return {
    replies: data?.replies ?? NOTHING,
    home: data ? `groups/${data.groupId}` : null,
    problem,
    say: async (id, note, { words, media }) =>
      reviewId !== null &&
      change(() => request('POST /reviews/:id/replies', { id: reviewId }, { id, note, words, voice: media })),
  };
}
