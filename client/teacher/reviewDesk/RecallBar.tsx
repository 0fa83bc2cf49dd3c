import { RECALL } from '@lippet/core/contract/limits';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useEffectEvent, useState } from 'react';
import { keys } from '../../api/queries';
import { request } from '../../api/request';
import { Button } from '../../ui/Button';
import { colours } from '../../ui/theme';
import { DeskBar } from './DeskBar';
import type { Recalling } from './telling';

/** For a minute, what was told last can be taken back. */
export function RecallBar({
  recalling: { reviews, personId, words },
  activityId,
  onBack,
  onOver,
}: {
  recalling: Recalling;
  activityId: string;
  onBack: (personId: string) => void;
  onOver: () => void;
}) {
  const client = useQueryClient();
  const [left, setLeft] = useState(RECALL / 1000);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    const began = Date.now();
    const timer = setInterval(() => setLeft(Math.max(0, Math.ceil((RECALL - (Date.now() - began)) / 1000))), 1000);
    return () => clearInterval(timer);
  }, []);
  const end = useEffectEvent(onOver);
  useEffect(() => {
    if (left === 0) end();
  }, [left]);
  const recall = async (): Promise<void> => {
    try {
      await Promise.all(reviews.map(({ id, held }) => request('POST /reviews/:id/recall', { id }, { held })));
      await Promise.all([
        client.invalidateQueries({ queryKey: keys.line(activityId) }),
        client.invalidateQueries({ queryKey: ['review-of'] }),
        client.invalidateQueries({ queryKey: keys.toReview }),
      ]);
      onBack(personId);
      onOver();
    } catch (failed) {
      setProblem((failed as Error).message);
    }
  };
  return (
    <DeskBar fill={colours.ochre} words={problem ?? `Told ${words}`}>
      {!problem && (
        <Button icon="undo" label={`Take it back (${left} s): ${words}`} onPress={() => void recall()}>
          {`Take it back (${left} s)`}
        </Button>
      )}
    </DeskBar>
  );
}
