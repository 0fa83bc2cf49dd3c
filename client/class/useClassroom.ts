import type { ClassroomView, DayAnswer, LiveLesson, SeenBy } from '@lippet/core/contract/class';
import { useQuery } from '@tanstack/react-query';
import type { Saying } from '../ask/useAsks';
import { keys } from '../api/queries';
import { get, post, put, remove } from '../api/request';
import { useChange } from '../api/useChange';

/** How often a class asks again while it is looked at, in milliseconds: news over the socket come sooner. */
const EVERY = 15_000;

/** What a class shares, and what can be done with it. */
export function useClassroom(groupId: string) {
  const key = keys.classroom(groupId);
  const { data, error, refetch } = useQuery({
    queryKey: key,
    queryFn: () => get<ClassroomView>(`/groups/${groupId}/classroom`),
    refetchInterval: EVERY,
  });
  const { problem, change: act } = useChange(key);
  return {
    data,
    error,
    refetch,
    problem,
    tell: (id: string, saying: Saying) => act(() => post(`/groups/${groupId}/notices`, { id, ...saying })),
    reply: (notice: string, id: string, saying: Saying) =>
      act(() => post(`/notices/${notice}/replies`, { id, ...saying })),
    takeAway: (id: string, why: string) => act(() => post(`/notices/${id}/remove`, { why })),
    askDaily: (question: { words: string; seenBy: SeenBy } | null) =>
      act(() =>
        question
          ? put(`/groups/${groupId}/question`, { id: crypto.randomUUID(), ...question })
          : remove(`/groups/${groupId}/question`),
      ),
    answerDaily: (question: string, answer: DayAnswer) => act(() => put(`/questions/${question}/answer`, answer)),
    meetAt: (live: LiveLesson | null) =>
      act(() => (live ? put(`/groups/${groupId}/live`, live) : remove(`/groups/${groupId}/live`))),
  };
}

export type Classroom = ReturnType<typeof useClassroom>;
