import type { ExampleView, StepView } from '@lippet/core/contract/questionHelp';
import { useState } from 'react';
import { request } from '../api/request';
import type { Tries } from './useTries';

/** Help with a question that was opened. */
export interface OpenHelp {
  /** Steps that were asked for, in their order. */
  steps: readonly StepView[];
  example: ExampleView | null;
}

const NO_HELP: OpenHelp = { steps: [], example: null };

/** Help beside a question, as its learner asks for it: small steps, a worked example, where to look. */
export function useQuestionHelp(pieceId: string, place: { part: string; question: string }, tries: Tries) {
  const [open, setOpen] = useState(NO_HELP);
  const { question } = place;
  const askStep = async (): Promise<void> => {
    const number = open.steps.length + 1;
    const asked = await tries.ask(question, () =>
      request('POST /pieces/:id/steps', { id: pieceId }, { ...place, number }),
    );
    if (asked) setOpen((now) => ({ ...now, steps: [...now.steps, asked] }));
  };
  const answerStep = async (number: number, answer: object): Promise<void> => {
    const body = { ...place, number, answer };
    const judged = await tries.ask(question, () => request('POST /pieces/:id/step-answers', { id: pieceId }, body));
    if (judged) await tries.refetch();
  };
  const askExample = async (): Promise<void> => {
    const shown = await tries.ask(question, () => request('POST /pieces/:id/examples', { id: pieceId }, place));
    if (shown) setOpen((now) => ({ ...now, example: shown }));
  };
  const look = (): void => void tries.ask(question, () => request('POST /pieces/:id/looks', { id: pieceId }, place));
  return { ...open, askStep, answerStep, askExample, look };
}

export type QuestionHelpWays = ReturnType<typeof useQuestionHelp>;
