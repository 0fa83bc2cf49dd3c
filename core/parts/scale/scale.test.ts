import fc from 'fast-check';
import * as Y from 'yjs';
import { completeness } from '../../piece/completeness';
import { measureProgress } from '../../piece/progress';
import { sendChecks } from '../../piece/sendChecks';
import { answerAsText, answerRecord, newPart, readPart, settingsTrouble, viewOfPart } from '../part';
import { MOST_SCALE_WORDS, scaleOf, setScaleWords, setStep, STEPS } from './scaleAnswer';
import { middleStep, scaleSpread } from './scaleSpread';

const ID = '6f1d3b0e-0d0c-4b53-9a3e-0f6f0f0f0f0f';
const part = readPart(
  { ...newPart('scale', ID, 'Tides'), settings: { statement: 'I know when it is high water', withWords: true } },
  [],
)!;
const view = viewOfPart(part);
const need = [{ ...view, required: true }];
const copyOf = (doc: Y.Doc): Y.Doc => {
  const copy = new Y.Doc();
  Y.applyUpdate(copy, Y.encodeStateAsUpdate(doc));
  return copy;
};

describe('an answer on a scale', () => {
  it('is complete once it is set, and begun with words alone', () => {
    const doc = new Y.Doc();
    expect(completeness(need, [], measureProgress(doc))).toMatchObject({ made: false, complete: false });
    setScaleWords(doc, ID, 'I saw it');
    expect(completeness(need, [], measureProgress(copyOf(doc)))).toMatchObject({ made: true, complete: false });
    expect(sendChecks(doc, { parts: need, choices: [], notes: [] })).toMatchObject([
      { kind: 'answer', needed: true, words: 'Tides: not set yet' },
    ]);
    setStep(doc, ID, 4);
    expect(completeness(need, [], measureProgress(copyOf(doc)))).toMatchObject({ made: true, complete: true });
    expect(scaleOf(copyOf(doc), ID)).toEqual({ step: 4, words: 'I saw it' });
    setStep(doc, ID, null);
    expect(completeness(need, [], measureProgress(doc)).complete).toBe(false);
  });

  it('leaves as words, for people and for programs', () => {
    const doc = new Y.Doc();
    setStep(doc, ID, 4);
    expect(answerAsText(doc, view)).toBe('I know when it is high water\n4 of 5, quite');
    setScaleWords(doc, ID, 'I saw it');
    expect(answerRecord(view, measureProgress(doc).parts[ID]!, true)).toEqual({
      words: '4 of 5, quite: I saw it',
      step: 4,
      steps: 5,
      beside: 'I saw it',
    });
  });

  it.each([0, 6, 2.5, Number.NaN, '3', null, true])('is none where the step is %p', (step) => {
    const doc = new Y.Doc();
    doc.getMap(`scale:${ID}`).set('step', step);
    expect(scaleOf(copyOf(doc), ID).step).toBeNull();
    expect(measureProgress(copyOf(doc)).parts).toEqual({});
  });

  it('holds no more words than fit beside it', () => {
    const doc = new Y.Doc();
    doc.getMap(`scale:${ID}`).set('words', 'x'.repeat(9_000));
    expect(scaleOf(doc, ID).words).toHaveLength(MOST_SCALE_WORDS);
  });

  it('of two devices that set it at once, one stands, on both', () => {
    const [one, two] = [new Y.Doc(), new Y.Doc()];
    setStep(one, ID, 1);
    setStep(two, ID, 5);
    Y.applyUpdate(one, Y.encodeStateAsUpdate(two));
    Y.applyUpdate(two, Y.encodeStateAsUpdate(one));
    expect(scaleOf(one, ID)).toEqual(scaleOf(two, ID));
  });
});

it('a scale needs a statement, and is answered in no other way', () => {
  expect(settingsTrouble(newPart('scale', ID, 'Tides'), 'Tides')).toBe('Tides needs a statement.');
  expect(settingsTrouble(part, 'Tides')).toBeNull();
  expect(view).toMatchObject({ onPaper: false, withWords: true });
});

describe('the spread of a group', () => {
  const steps = fc.array(fc.option(fc.integer({ min: 1, max: STEPS.length }), { nil: null }), { maxLength: 40 });

  it('counts everybody who has set it once, in whatever order they come', () => {
    fc.assert(
      fc.property(steps, (given) => {
        const bins = scaleSpread(given);
        expect(bins.map(({ word }) => word)).toEqual([...STEPS].reverse());
        expect(bins.reduce((sum, { count }) => sum + count, 0)).toBe(given.filter((step) => step !== null).length);
        expect(scaleSpread([...given].reverse())).toEqual(bins);
      }),
    );
  });

  it('has its middle at a step that somebody set, with at least half of the group on either side of it', () => {
    fc.assert(
      fc.property(steps, (given) => {
        const set = given.filter((step) => step !== null);
        const middle = middleStep(given);
        if (set.length === 0) return expect(middle).toBeNull();
        expect(set).toContain(middle);
        expect(set.filter((step) => step <= middle!).length).toBeGreaterThanOrEqual(set.length / 2);
        expect(set.filter((step) => step >= middle!).length).toBeGreaterThanOrEqual(set.length / 2);
      }),
    );
  });
});
