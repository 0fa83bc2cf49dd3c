import { isComplete, type Answer, type AskedQuestion } from '@lippet/core/questions/question';
import { useEffect, useEffectEvent, useRef } from 'react';
import type { Tries } from './useTries';

/** How long until what could not be handed in is tried again, in milliseconds. */
const AGAIN = 3_000;

interface Wanted {
  part: string;
  /** Answers that were not given yet. */
  open: readonly { question: AskedQuestion; answer: Answer }[];
  tries: Tries;
  /** Of the time, by the school's clock; null where there is none. */
  endsAt: number | null;
  left: number | null;
}

/** Once the time is over, what is there is handed in; without a network as soon as there is one, with when it was made. */
export function useHandIn({ part, open, tries, endsAt, left }: Wanted): void {
  const refused = useRef(new Set<string>());
  const over = left !== null && left <= 0;
  const handIn = useEffectEvent(async (): Promise<void> => {
    if (endsAt === null || tries.giving.kind === 'giving') return;
    for (const { question, answer } of open) {
      if (!isComplete(question, answer) || refused.current.has(question.id)) continue;
      const given = { part, question: question.id, variant: 0, answer, madeAt: Math.floor(endsAt) };
      const outcome = await tries.give(given);
      // Without a network it is tried again; what school refuses was handed in already.
      if (!outcome && navigator.onLine && !tries.unreachable()) refused.current.add(question.id);
    }
  });
  useEffect(() => {
    if (!over) return undefined;
    void handIn();
    const timer = setInterval(() => void handIn(), AGAIN);
    return () => clearInterval(timer);
  }, [over]);
}
