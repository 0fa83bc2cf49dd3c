import { askedOf, marksFor, readAnswer, readQuestion, type Question } from '../question';
import type { School } from '../questionKind';
import { shuffleBy } from '../shuffle';
import { tryVariants, variantOf, variantTrouble } from './variant';

const ID = '6f1d3b0e-0d0c-4b53-9a3e-0f6f0f0f0f0f';
const ids = Array.from({ length: 4 }, (_, index) => ID.replace(/.$/, String(index)));
const POINT: School = { decimalMark: 'point' };

const timetable = (change: object = {}): Question =>
  readQuestion({
    id: ID,
    kind: 'number',
    words: 'A ferry takes {cars} cars. How many trips do {cars * trips} cars need?',
    marks: 2,
    template: {
      variables: [
        { name: 'cars', kind: 'range', from: 6, to: 12, step: 1 },
        { name: 'trips', kind: 'range', from: 2, to: 9, step: 1 },
      ],
    },
    settings: { formula: '(cars * trips) / cars' },
    ...change,
  })!;

it('has other numbers, the same for the same seed, and its answer is computed from them', () => {
  const question = timetable();
  expect(variantTrouble(question, 'Sum', POINT)).toBeNull();
  const words = new Set<string>();
  for (const { seed, question: variant, right, warnings } of tryVariants(question, 10, POINT)) {
    expect(variantOf(question, seed, POINT)).toEqual(variant);
    const [, cars, all] = /takes (\d+) cars.* do (\d+) cars/.exec(variant.words)!.map(Number);
    expect(right).toEqual({ typed: String(all! / cars!) });
    const answer = readAnswer(askedOf(variant, shuffleBy('x')), { typed: String(all! / cars!) })!;
    expect(marksFor(variant, answer, POINT)).toBe(2);
    expect([variant.template, warnings]).toEqual([null, []]);
    words.add(variant.words);
  }
  expect(words.size).toBeGreaterThan(4);
});

it('without a template is itself', () => {
  const question = timetable({ template: null, settings: { value: 3 } });
  expect(variantOf(question, 'any', POINT)).toBe(question);
});

it('computes the wrong options too, and says where two come out the same', () => {
  const question = timetable({
    kind: 'choose',
    settings: {
      options: [
        { id: ids[0], words: '{trips}' },
        { id: ids[1], words: '{cars}' },
        { id: ids[2], words: 'one' },
      ],
      right: [ids[0]],
    },
    template: {
      variables: [
        { name: 'cars', kind: 'list', values: [6] },
        { name: 'trips', kind: 'list', values: [6] },
      ],
    },
  });
  expect(tryVariants(question, 2, POINT)[0]!.warnings).toEqual(['Two options are the same: 6.']);
});

it('warns of an answer that nobody wants to type, and writes by the way of the school', () => {
  const question = timetable({ words: 'What is {1 / 8}?', settings: { formula: '1 / 3' } });
  const [variant] = tryVariants(question, 1, { decimalMark: 'comma' });
  expect(variant!.question.words).toBe('What is 0,125?');
  expect(variant!.warnings).toEqual(['The answer is long: 0,333333333333.']);
});

it.each([
  [{ settings: { formula: 'cars / nobody' } }, 'Sum: There is no number called nobody.'],
  [{ words: 'What is {cars /}?' }, 'Sum: “cars /” can’t be read as a sum.'],
  [{ settings: { formula: 'cars / 0' } }, 'Sum: It comes to no number: perhaps something is divided by nought.'],
  [{ settings: {} }, 'Sum needs the number that is right.'],
  [
    { template: { variables: [{ name: 'cars', from: 1, to: 3 }], conditions: ['cars > 3'] } },
    'Sum: No numbers were found for which all conditions hold. Make them looser.',
  ],
  [{ template: { variables: [{ name: 'cars', from: 3, to: 1 }] } }, 'Sum: The number cars ends before it begins.'],
])('%j keeps it from being set', (change, words) =>
  expect(variantTrouble(timetable(change), 'Sum', POINT)).toBe(words),
);
