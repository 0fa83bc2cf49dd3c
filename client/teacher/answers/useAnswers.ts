import type { AnswersView } from '@lippet/core/contract/answers';
import type { Me } from '@lippet/core/contract/signIn';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { firstGroupWith } from '../../api/firstGroupWith';
import { request } from '../../api/request';

/** News comes over a line that may be cut; so long, in milliseconds, nobody waits for what it would have said. */
const ASK_AGAIN = 15_000;

/** How old what is here may be, in milliseconds, for what came since to be added to it: a key put right is seen then. */
const OLDEST = 30_000;

/** What came since is added to what is here. */
async function withLater(activityId: string, view: AnswersView): Promise<AnswersView> {
  const place = { id: activityId, group: view.group.id };
  const later = await request('POST /activities/:id/groups/:group/answers', place, { since: view.at });
  const come = new Set(later.tries.map(({ id }) => id));
  const tries = [...view.tries.filter(({ id }) => !come.has(id)), ...later.tries];
  return { ...view, ...later, tries: tries.sort((one, other) => one.at - other.at) };
}

/**
 * What a group answers, as it comes.
 * @param group null for the first group of one's own that has the activity
 */
export function useGroupAnswers(activityId: string, me: Me, group: string | null) {
  const client = useQueryClient();
  const queryKey = ['answers', activityId, group];
  const whole = useRef(Number.NEGATIVE_INFINITY);
  const ask = async (): Promise<AnswersView> => {
    const here = client.getQueryData<AnswersView>(queryKey);
    if (here && performance.now() - whole.current < OLDEST) return withLater(activityId, here);
    whole.current = performance.now();
    const groups = group === null ? me.groups.map(({ id }) => id) : [group];
    return firstGroupWith(groups, (one) =>
      request('GET /activities/:id/groups/:group/answers', { id: activityId, group: one }),
    );
  };
  const query = useQuery({ queryKey, queryFn: ask, refetchInterval: ASK_AGAIN, retry: false });
  /** All of it again, as after a key was put right. */
  const anew = (): void => {
    whole.current = Number.NEGATIVE_INFINITY;
    void query.refetch();
  };
  return { ...query, anew };
}
