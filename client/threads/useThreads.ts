import type { ThreadPlace, Audience } from '@lippet/core/contract/threads';
import { useQuery } from '@tanstack/react-query';
import { request } from '../api/request';
import { useChange } from '../api/useChange';

/** How often questions ask again while they are looked at, in milliseconds. */
const EVERY = 5_000;

export interface Saying {
  words: string;
  media: string | null;
}

/** The questions about an activity, and what can be done with them. Each change is seen at once by who made it. */
export function useThreads(activityId: string) {
  const key = ['asks', activityId];
  const { data, error, refetch } = useQuery({
    queryKey: key,
    queryFn: () => request('GET /activities/:id/threads', { id: activityId }),
    refetchInterval: EVERY,
  });
  const { problem, change: act, attempt } = useChange(key);
  return {
    data,
    error,
    refetch,
    problem,
    ask: (
      ids: { id: string; message: string },
      audience: Audience,
      about: { part: string | null; place: ThreadPlace | null; question: string | null },
      saying: Saying,
    ) =>
      act(() => request('POST /activities/:id/threads', { id: activityId }, { ...ids, audience, ...about, ...saying })),
    answer: (thread: string, message: string, saying: Saying) =>
      act(() => request('POST /threads/:id/messages', { id: thread }, { message, ...saying })),
    share: (thread: string, on: boolean) =>
      act(() =>
        on ? request('POST /threads/:id/share', { id: thread }) : request('DELETE /threads/:id/share', { id: thread }),
      ),
    close: (thread: string, on: boolean) =>
      act(() =>
        on ? request('POST /threads/:id/close', { id: thread }) : request('DELETE /threads/:id/close', { id: thread }),
      ),
    takeAway: (message: string, why: string) =>
      attempt(() => request('POST /messages/:id/remove', { id: message }, { why })),
  };
}

export type Asking = ReturnType<typeof useThreads>;
