import type * as Y from 'yjs';
import { DEFINITION_LIMITS } from '../../contract/definitionLimits';
import { flagOf, textOf, withoutUndefined } from '../../contract/readRaw';
import { definePart, type AnySettings } from '../partKind';
import { scalesIn, STEPS, type ScaleAnswer } from './scaleAnswer';

export interface ScaleSettings extends AnySettings {
  /** What is said, and how far it holds is asked. */
  statement: string;
  /** Whether a few words may stand beside it. */
  withWords?: boolean;
}

export interface ScaleView {
  statement: string;
  withWords: boolean;
}

/** What an answer says, in words: "4 of 5, quite: I have seen it." */
function scaleWords({ step, words }: ScaleAnswer): string {
  const set = step === null ? 'not set' : `${step} of ${STEPS.length}, ${STEPS[step - 1]!.toLowerCase()}`;
  return words === '' ? set : `${set}: ${words}`;
}

const answerIn = (doc: Y.Doc, part: string): ScaleAnswer | null => scalesIn(doc).get(part) ?? null;

/** How far a statement holds, from "not at all" to "very", before or after a lesson. */
export const scalePart = definePart<ScaleSettings, ScaleView, ScaleAnswer>({
  sign: 'M38 10h16v80h-16ZM38 30h16M38 50h16M38 70h16M8 62c8-8 14-8 22 0M62 62c8-8 14-8 22 0M46 42l14 14h-28Z',
  newSettings: () => ({ statement: '' }),
  readSettings: (raw) => ({
    statement: textOf(raw.statement, DEFINITION_LIMITS.line),
    ...withoutUndefined({ withWords: flagOf(raw.withWords) }),
  }),
  // Neither a photo nor a voice says how far: only the scale does.
  view: ({ statement, withWords }) => ({ statement, withWords: withWords === true, onPaper: false }),
  trouble: ({ statement }, name) => (statement.trim() === '' ? `${name} needs a statement.` : null),
  answers: scalesIn,
  isComplete: (_view, answer) => answer !== null && answer.step !== null,
  lacking: (_view, answer) => (answer && answer.step === null ? 'not set yet' : null),
  text(doc, part, { statement }) {
    const answer = answerIn(doc, part);
    return answer ? `${statement}\n${scaleWords(answer)}` : '';
  },
  record: (_view, answer) =>
    answer && { words: scaleWords(answer), step: answer.step, steps: STEPS.length, beside: answer.words },
});
