import type { DayAnswer, DayChoice, LiveLesson, SeenBy } from '@lippet/core/contract/class';
import { useQuery } from '@tanstack/react-query';
import type { Saying } from '../threads/useThreads';
import { keys } from '../api/queries';
import { request } from '../api/request';
import { useChange } from '../api/useChange';

/** How often a class asks again while it is looked at, in milliseconds: news over the socket come sooner. */
const EVERY = 15_000;

/** What a class shares, and what can be done with it. */
export function useClassroom(groupId: string) {
  const key = keys.classroom(groupId);
  const { data, error, refetch } = useQuery({
    queryKey: key,
    queryFn: () => request('GET /groups/:id/classroom', { id: groupId }),
    refetchInterval: EVERY,
  });
  const { problem, change: act, attempt } = useChange(key);
  return {
    data,
    error,
    refetch,
    problem,
    tell: (id: string, saying: Saying) =>
      act(() => request('POST /groups/:id/notices', { id: groupId }, { id, ...saying })),
    reply: (notice: string, id: string, saying: Saying) =>
      act(() => request('POST /notices/:id/replies', { id: notice }, { id, ...saying })),
    takeAway: (id: string, why: string) => attempt(() => request('POST /notices/:id/remove', { id }, { why })),
    askDaily: (question: { id: string; words: string; seenBy: SeenBy; choices: DayChoice[] | null }) =>
      attempt(() => request('PUT /groups/:id/question', { id: groupId }, question)),
    askNoMore: () => act(() => request('DELETE /groups/:id/question', { id: groupId })),
    answerDaily: (question: string, answer: DayAnswer) =>
      act(() => request('PUT /questions/:id/answer', { id: question }, answer)),
    meetAt: (live: LiveLesson | null) =>
      attempt(() =>
        live
          ? request('PUT /groups/:id/live', { id: groupId }, live)
          : request('DELETE /groups/:id/live', { id: groupId }),
      ),
  };
}

export type Classroom = ReturnType<typeof useClassroom>;
