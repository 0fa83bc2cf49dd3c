import type { AskPlace, AskView, Audience } from '@lippet/core/contract/ask';
import { useQuery } from '@tanstack/react-query';
import { get, post, remove } from '../api/request';
import { useChange } from '../api/useChange';

/** How often questions ask again while they are looked at, in milliseconds. */
const EVERY = 5_000;

export interface Saying {
  words: string;
  media: string | null;
}

/** The questions about an activity, and what can be done with them. Each change is seen at once by who made it. */
export function useAsks(activityId: string) {
  const key = ['asks', activityId];
  const { data, error, refetch } = useQuery({
    queryKey: key,
    queryFn: () => get<AskView>(`/activities/${activityId}/threads`),
    refetchInterval: EVERY,
  });
  const { problem, change: act } = useChange(key);
  return {
    data,
    error,
    refetch,
    problem,
    ask: (
      ids: { id: string; message: string },
      audience: Audience,
      about: { part: string | null; place: AskPlace | null },
      saying: Saying,
    ) => act(() => post(`/activities/${activityId}/threads`, { ...ids, audience, ...about, ...saying })),
    answer: (thread: string, message: string, saying: Saying) =>
      act(() => post(`/threads/${thread}/messages`, { message, ...saying })),
    share: (thread: string, on: boolean) =>
      act(() => (on ? post(`/threads/${thread}/share`) : remove(`/threads/${thread}/share`))),
    close: (thread: string, on: boolean) =>
      act(() => (on ? post(`/threads/${thread}/close`) : remove(`/threads/${thread}/close`))),
    takeAway: (message: string, why: string) => act(() => post(`/messages/${message}/remove`, { why })),
  };
}

export type Asks = ReturnType<typeof useAsks>;
