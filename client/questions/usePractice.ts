import type { TryView, VariantView } from '@lippet/core/contract/tries';
import type { Answer } from '@lippet/core/questions/question';
import { useState } from 'react';
import type { Tries } from './useTries';

/** One like a question, with other numbers, and how far its learner is with it. */
export interface Practising {
  view: VariantView;
  answer: Answer | null;
  /** What came of it; null until it was given. */
  tried: TryView | null;
}

/** Practising a question with other numbers. */
export function usePractice(part: string, question: string, tries: Tries) {
  const [now, setNow] = useState<Practising | null>(null);
  const begin = async (): Promise<void> => {
    const view = await tries.another(part, question);
    if (view) setNow({ view, answer: null, tried: null });
  };
  const answer = (given: Answer | null): void => setNow((before) => before && { ...before, answer: given });
  const give = async (): Promise<void> => {
    if (!now?.answer) return;
    const tried = await tries.give({ part, question, variant: now.view.variant, answer: now.answer });
    if (tried) setNow({ ...now, tried });
  };
  return { now, begin, answer, give };
}

export type PracticeWays = ReturnType<typeof usePractice>;
