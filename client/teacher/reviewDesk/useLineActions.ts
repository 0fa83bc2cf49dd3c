import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { keys } from '../../api/queries';
import { request } from '../../api/request';
import type { OutcomeTeller } from './telling';

/** What came of the last thing that was done with the whole line. */
type Doing = { kind: 'nothing' } | { kind: 'under way' } | { kind: 'done'; news: string };

const learners = (count: number): string => `${count} ${count === 1 ? 'learner' : 'learners'}`;

/** What is done with several learners at once: telling what was held, reminding. */
export function useLineActions(activityId: string, teller: OutcomeTeller) {
  const client = useQueryClient();
  const [doing, setDoing] = useState<Doing>({ kind: 'nothing' });
  const withLine = async (action: () => Promise<string>): Promise<void> => {
    setDoing({ kind: 'under way' });
    const news = await action().catch((failed: Error) => failed.message);
    await Promise.all([
      client.invalidateQueries({ queryKey: keys.line(activityId) }),
      client.invalidateQueries({ queryKey: ['review-of'] }),
    ]);
    setDoing({ kind: 'done', news });
  };
  /** @param personId whose piece is in hand again if it is taken back */
  const tellHeld = (personId: string): Promise<void> =>
    withLine(async () => {
      const { reviews } = await request('POST /activities/:id/release-held', { id: activityId });
      const words = learners(reviews.length);
      teller.toldTogether({ reviews, personId, words });
      return `Told ${words}.`;
    });
  /** @param person null for all who have not sent */
  const remind = (person: string | null): Promise<void> =>
    withLine(async () => {
      const { told } = await request('POST /activities/:id/remind', { id: activityId }, { person });
      if (told === 0) return 'Reminded already today. Once a day is enough.';
      return person ? 'Reminded.' : `Reminded ${learners(told)}.`;
    });
  return {
    busy: doing.kind === 'under way',
    news: doing.kind === 'done' ? doing.news : null,
    tellHeld,
    remind,
  };
}
