import type { TryView } from '@lippet/core/contract/tries';
import type { LineName } from '../ui/LineIcon';
import { colours } from '../ui/theme';

/**
 * How a question stands for its learner: nothing there; something there, not given yet; given, and right, wrong or to be
 * looked at; or wrong with tries left.
 */
export type QuestionState = 'open' | 'answered' | 'given' | 'right' | 'partly' | 'wrong';

interface Facts {
  answered: boolean;
  tries: readonly TryView[];
}

/** @param tries those at this question, in their order */
export function questionState({ answered, tries }: Facts): QuestionState {
  const last = tries.at(-1);
  if (!last) return answered ? 'answered' : 'open';
  if (last.marks === null) return 'given';
  if (last.marks === last.outOf) return 'right';
  return last.marks > 0 ? 'partly' : 'wrong';
}

/** How many tries are left in a go: another go has its own. @param most null without end, as is what comes back */
export const triesLeft = (tries: readonly TryView[], go: number, most: number | null): number | null =>
  most === null ? null : Math.max(0, most - tries.filter((tried) => tried.go === go).length);

/** Each has a shape and a word of its own; colour says nothing alone. */
export const STATE_LOOKS: Record<QuestionState, { word: string; icon: LineName | null; fill: string }> = {
  open: { word: 'open', icon: null, fill: colours.scrap },
  answered: { word: 'answered, not given yet', icon: 'pen', fill: colours.ochre },
  given: { word: 'given', icon: 'boat', fill: colours.mist },
  right: { word: 'right', icon: 'tick', fill: colours.mist },
  partly: { word: 'partly right', icon: 'again', fill: colours.blush },
  wrong: { word: 'not right', icon: 'close', fill: colours.blush },
};
