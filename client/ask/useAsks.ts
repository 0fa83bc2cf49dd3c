import type { AskPlace, AskView, Audience } from '@lippet/core/contract/ask';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { get, post, remove } from '../api/request';

/** How often questions ask again while they are looked at, in milliseconds. */
const EVERY = 5_000;

export interface Saying {
  words: string;
  media: string | null;
}

/** The questions about an activity, and what can be done with them. Each change is seen at once by who made it. */
export function useAsks(activityId: string) {
  const client = useQueryClient();
  const key = ['asks', activityId];
  const { data, error, refetch } = useQuery({ queryKey: key, queryFn: () => get<AskView>(`/activities/${activityId}/threads`), refetchInterval: EVERY });
  const [problem, setProblem] = useState<string | null>(null);
  const act = async (action: () => Promise<unknown>): Promise<boolean> => {
    try {
      await action();
      setProblem(null);
      return true;
    } catch (failed) {
      setProblem((failed as Error).message);
      return false;
    } finally {
      await client.invalidateQueries({ queryKey: key });
    }
  };
  return {
    data, error, refetch, problem,
    ask: (ids: { id: string; message: string }, audience: Audience, about: { part: string | null; place: AskPlace | null }, saying: Saying) => act(() => post(`/activities/${activityId}/threads`, { ...ids, audience, ...about, ...saying })),
    answer: (thread: string, message: string, saying: Saying) => act(() => post(`/threads/${thread}/messages`, { message, ...saying })),
    share: (thread: string, on: boolean) => act(() => (on ? post(`/threads/${thread}/share`) : remove(`/threads/${thread}/share`))),
    close: (thread: string, on: boolean) => act(() => (on ? post(`/threads/${thread}/close`) : remove(`/threads/${thread}/close`))),
    takeAway: (message: string, why: string) => act(() => post(`/messages/${message}/remove`, { why })),
  };
}

export type Asks = ReturnType<typeof useAsks>;
