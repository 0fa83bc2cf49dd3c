import fc from 'fast-check';
import * as Y from 'yjs';
import { pastedQuestions } from '../../questions/paste/pastedQuestions';
import { completeness } from '../../piece/completeness';
import { measureProgress } from '../../piece/progress';
import { sendChecks } from '../../piece/sendChecks';
import { answerAsText, answerRecord, mediaOfPart, newPart, readPart, settingsTrouble, viewOfPart } from '../part';
import { answersOf, giveAnswer, givenIn, noteGiven } from './givenAnswers';

const ID = '6f1d3b0e-0d0c-4b53-9a3e-0f6f0f0f0f0f';
let count = 0;
const newId = (): string => `6f1d3b0e-0d0c-4b53-9a3e-${String(++count).padStart(12, '0')}`;
const { questions } = pastedQuestions('Which?\n- one\n- secret *\n\nWhere?\n= secrethaven', {
  decimalMark: 'point',
  newId,
});
const part = readPart({ ...newPart('questions', ID, 'Tides'), settings: { questions, tries: 2 } }, [])!;
const view = viewOfPart(part);
const need = [{ ...view, required: true }];
const [choose, typed] = questions as [(typeof questions)[0], (typeof questions)[0]];
const copyOf = (doc: Y.Doc): Y.Doc => {
  const copy = new Y.Doc();
  Y.applyUpdate(copy, Y.encodeStateAsUpdate(doc));
  return copy;
};

describe('answers to questions in a document', () => {
  it('are begun when they are made, and complete once all were given for good', () => {
    const doc = new Y.Doc();
    giveAnswer(doc, ID, typed.id, { words: 'pier' });
    expect(completeness(need, [], measureProgress(copyOf(doc)))).toMatchObject({ made: true, complete: false });
    noteGiven(doc, ID, typed.id);
    expect(sendChecks(doc, { parts: need, choices: [], notes: [] })).toMatchObject([
      { kind: 'answer', needed: true, words: 'Tides: 1 of 2 not given yet' },
    ]);
    noteGiven(doc, ID, choose.id);
    expect(completeness(need, [], measureProgress(copyOf(doc)))).toMatchObject({ made: true, complete: true });
    expect(givenIn(copyOf(doc), ID)).toEqual([choose.id, typed.id].sort());
    giveAnswer(doc, ID, typed.id, null);
    expect(answersOf(doc, ID).size).toBe(0);
  });

  it('leave as words, each below its question', () => {
    const doc = new Y.Doc();
    giveAnswer(doc, ID, typed.id, { words: 'the pier' });
    expect(answerAsText(doc, view)).toBe('2 Where?\nthe pier');
    noteGiven(doc, ID, typed.id);
    expect(answerRecord(view, measureProgress(doc).parts[ID]!, false)).toEqual({
      words: '1 of 2 given',
      answered: 1,
      questions: 2,
    });
  });

  it('of whatever a device writes are read or left out', () => {
    fc.assert(
      fc.property(fc.string(), fc.oneof(fc.string(), fc.integer(), fc.boolean(), fc.constant(null)), (key, value) => {
        const doc = new Y.Doc();
        const map = doc.getMap(`questions:${ID}`);
        map.set(key, value);
        map.set(choose.id, value);
        map.set('given:nobody', value);
        map.set(typed.id, JSON.stringify({ words: 'x'.repeat(100_000) }));
        const copy = copyOf(doc);
        expect(() => [measureProgress(copy), answerAsText(copy, view)]).not.toThrow();
        expect(givenIn(copy, ID)).toEqual([]);
        expect(answersOf(copy, ID).has(typed.id)).toBe(false);
      }),
    );
  });
});

it('what people see of them holds nothing that is right', () => {
  const seen = JSON.stringify(view);
  expect(seen).toContain('Where?');
  expect(seen).not.toMatch(/secrethaven|"right":\[|"accepted"|"settings"/);
});

it('they need a question that can be asked; of a kind that nobody knows, or without its first numbers, it is none', () => {
  expect(settingsTrouble(newPart('questions', ID, 'Tides'), 'Tides')).toBe('Tides needs a question.');
  expect(settingsTrouble(part, 'Tides')).toBeNull();
  const broken = { ...newPart('questions', ID, 'Tides'), settings: { questions: [{ ...choose, words: ' ' }] } };
  expect(settingsTrouble(readPart(broken, [])!, 'Tides')).toBe('Question 1 of Tides asks nothing yet.');
  const nothing = [
    { ...choose, kind: 'riddle' },
    { ...choose, template: { variables: [{ name: 'a', kind: 'range', from: 1, to: 5, step: 1 }] } },
  ];
  const none = { ...newPart('questions', ID, 'Tides'), settings: { questions: nothing } };
  expect(readPart(none, [])).toMatchObject({ settings: { questions: [] } });
  expect(mediaOfPart(part)).toEqual([]);
});

it('may be tried once to five times, or without end', () => {
  const triesOf = (tries: unknown): unknown =>
    (readPart({ ...newPart('questions', ID, 'x'), settings: { tries } }, [])!.settings as { tries: unknown }).tries;
  expect([1, 5, null, 0, 9, 'many', undefined].map(triesOf)).toEqual([1, 5, null, 2, 2, 2, 2]);
});
