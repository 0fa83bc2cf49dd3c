import { readScale, STEPS } from '../../../parts/scale/scaleAnswer';
import type { QuestionKind } from '../../questionKind';

/** How far something holds, from "not at all" to "very": nothing is right, and nothing is earned. */
export type ScaleSettings = Record<string, never>;
export type ScaleAsked = Record<string, never>;

export interface ScaleStep {
  /** 1 to 5. */
  step: number;
}

/** Stands below what is asked, in a letter: a pole that lies. */
const POLE = '|-----|';

export const scale: QuestionKind<ScaleSettings, ScaleAsked, ScaleStep> = {
  unmarked: true,
  newSettings: () => ({}),
  readSettings: () => ({}),
  options: () => [],
  filled: (settings) => settings,
  trouble: () => null,
  asked: () => ({}),
  readAnswer(_, value) {
    const { step } = readScale((value as { step?: unknown } | null) ?? {});
    return step === null ? null : { step };
  },
  complete: () => true,
  inWords: (_, { step }) => `${step} of ${STEPS.length}, ${STEPS[step - 1]!.toLowerCase()}`,
  share: () => null,
  written: () => ({ lines: [POLE] }),
  right: () => null,
  level: ({ step }) => (step - 1) / (STEPS.length - 1),
};
