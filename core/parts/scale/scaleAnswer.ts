/**
 * Answers on a scale: one top-level Y.Map a part, with the step that is set and the words beside it. Of two devices that
 * set it at once, one stands.
 */
import type * as Y from 'yjs';

/** From the lowest to the highest. Steps are counted from 1. */
export const STEPS = ['Not at all', 'A little', 'Half and half', 'Quite', 'Very'] as const;

/** Longest words beside it, in characters. */
export const MOST_SCALE_WORDS = 300;

export interface ScaleAnswer {
  /** 1 to 5; null where only words are there. */
  step: number | null;
  words: string;
}

const SCALES = 'scale:';

const scaleMap = (doc: Y.Doc, part: string): Y.Map<unknown> => doc.getMap(SCALES + part);

const isStep = (value: unknown): value is number =>
  typeof value === 'number' && Number.isInteger(value) && value >= 1 && value <= STEPS.length;

/** Reads an answer from anything; what is not in shape counts as not there. */
export function readScale({ step, words }: { step?: unknown; words?: unknown }): ScaleAnswer {
  return {
    step: isStep(step) ? step : null,
    words: typeof words === 'string' ? words.slice(0, MOST_SCALE_WORDS) : '',
  };
}

/** What is answered for a part now: without a step and without words where nothing is. */
export function scaleOf(doc: Y.Doc, part: string): ScaleAnswer {
  const map = scaleMap(doc, part);
  return readScale({ step: map.get('step'), words: map.get('words') });
}

/** All answers on scales, by part. */
export function scalesIn(doc: Y.Doc): Map<string, ScaleAnswer> {
  const parts = [...doc.share.keys()]
    .filter((name) => name.startsWith(SCALES))
    .map((name) => name.slice(SCALES.length));
  const answers = parts.sort().map((part) => [part, scaleOf(doc, part)] as const);
  return new Map(answers.filter(([, { step, words }]) => step !== null || words.trim() !== ''));
}

/** Sets the step, or takes it away with null. */
export function setStep(doc: Y.Doc, part: string, step: number | null): void {
  const map = scaleMap(doc, part);
  if (step === null) map.delete('step');
  else map.set('step', step);
}

export const setScaleWords = (doc: Y.Doc, part: string, words: string): void =>
  void scaleMap(doc, part).set('words', words.slice(0, MOST_SCALE_WORDS));

/** Calls back at each change of a part's answer, by whomever. Returns what ends that. */
export function watchScale(doc: Y.Doc, part: string, changed: () => void): () => void {
  const map = scaleMap(doc, part);
  map.observe(changed);
  return () => map.unobserve(changed);
}
