import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { keys } from '../../api/queries';
import { request } from '../../api/request';
import type { OutcomeTeller, Recalling } from './telling';

/** What came of the last thing that was done with the whole line. */
type Doing = { kind: 'nothing' } | { kind: 'under way' } | { kind: 'done'; news: string };

const learners = (count: number): string => `${count} ${count === 1 ? 'learner' : 'learners'}`;

/** What is done with several learners at once: telling what was held, reminding. */
export function useLineActions(activityId: string, teller: OutcomeTeller) {
  const client = useQueryClient();
  const [doing, setDoing] = useState<Doing>({ kind: 'nothing' });
  /** @param action tells what came of it; null where that is told elsewhere */
  const withLine = async (action: () => Promise<string | null>): Promise<void> => {
    setDoing({ kind: 'under way' });
    const news = await action().catch((failed: Error) => failed.message);
    await Promise.all([
      client.invalidateQueries({ queryKey: keys.line(activityId) }),
      client.invalidateQueries({ queryKey: ['review-of'] }),
    ]);
    setDoing(news === null ? { kind: 'nothing' } : { kind: 'done', news });
  };
  /** @param personId whose piece is in hand again if it is taken back */
  const tellHeld = async (personId: string): Promise<void> => {
    const told: Recalling[] = [];
    await withLine(async () => {
      const { reviews } = await request('POST /activities/:id/release-held', { id: activityId });
      told.push({ reviews, personId, words: learners(reviews.length) });
      return null;
    });
    // How it can be taken back is shown once all above it has found its place: it must not move from under a finger.
    for (const recalling of told) teller.toldTogether(recalling);
  };
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
