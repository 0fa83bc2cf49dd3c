import type { Me } from '@lippet/core/contract/signIn';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { firstGroupWith } from '../api/firstGroupWith';
import { keys } from '../api/queries';
import { request } from '../api/request';

/** How often it is asked for again, in milliseconds. */
const ASK_AGAIN = 10_000;

/** The wall of an activity, and doing something with what hangs there. */
export function useWall(activityId: string, me: Me, groupId: string | null) {
  const client = useQueryClient();
  const [trouble, setTrouble] = useState<string | null>(null);
  const queryKey = keys.wall(activityId, groupId ?? '');
  const query = useQuery({
    queryKey,
    queryFn: () =>
      firstGroupWith(groupId === null ? me.groups.map(({ id }) => id) : [groupId], (group) =>
        request('GET /activities/:id/groups/:group/wall', { id: activityId, group }),
      ),
    refetchInterval: ASK_AGAIN,
    retry: false,
  });
  /** Does something, and shows the wall anew; what went wrong is said. @returns whether it was done */
  const act = async (work: () => Promise<unknown>): Promise<boolean> => {
    try {
      await work();
      setTrouble(null);
      await client.invalidateQueries({ queryKey });
      return true;
    } catch (error) {
      setTrouble((error as Error).message);
      return false;
    }
  };
  return { ...query, trouble, act };
}
