import { useQuery, useQueryClient } from '@tanstack/react-query';
import { keys } from '../api/queries';
import { getBytes, request } from '../api/request';

/** How often it is asked for again, in milliseconds. */
const ASK_AGAIN = 15_000;

export const useChildren = () =>
  useQuery({ queryKey: keys.children, queryFn: () => request('GET /family/children'), refetchInterval: ASK_AGAIN });

/** All that home sees of a child. */
export const useHome = (childId: string) =>
  useQuery({
    queryKey: keys.home(childId),
    queryFn: () => request('GET /children/:id/home', { id: childId }),
    refetchInterval: ASK_AGAIN,
    retry: false,
  });

/** A go that came back, with what was sent and the marks on it. */
export function useHomeGo(goId: string) {
  const view = useQuery({
    queryKey: keys.homeGo(goId),
    queryFn: () => request('GET /home/goes/:id', { id: goId }),
    retry: false,
  });
  const document = useQuery({
    queryKey: [...keys.homeGo(goId), 'document'],
    queryFn: () => getBytes(`/home/goes/${goId}/document`),
    staleTime: Infinity,
  });
  const marks = useQuery({
    queryKey: [...keys.homeGo(goId), 'marks'],
    queryFn: () => getBytes(`/home/goes/${goId}/marks`),
    staleTime: Infinity,
  });
  return { view, document, marks };
}

/** Says that something was seen, and asks for all anew that tells of it. */
export function useCallSeen(): (goId: string) => Promise<void> {
  const client = useQueryClient();
  return async (goId) => {
    await request('PUT /home/goes/:id/seen', { id: goId });
    await client.invalidateQueries({ queryKey: keys.atHome });
  };
}
