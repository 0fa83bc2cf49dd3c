/** Known answers, and what each earns. */
import { askedOf, marksFor, newQuestion, questionTrouble, readAnswer, readQuestion, type Question } from '../question';
import { shuffleBy } from '../shuffle';
import type { DecimalMark } from '../numbers/typedNumber';

const ID = '6f1d3b0e-0d0c-4b53-9a3e-0f6f0f0f0f0f';
const ids = Array.from({ length: 8 }, (_, index) => ID.replace(/.$/, String(index)));
const option = (index: number, words = `option ${index}`) => ({ id: ids[index], words });
const made = (kind: Question['kind'], settings: object): Question =>
  readQuestion({ id: ID, kind, words: 'Which?', marks: 1, settings })!;
const earned = (question: Question, value: unknown, decimalMark: DecimalMark = 'point'): number | null => {
  const answer = readAnswer(askedOf(question, shuffleBy('a learner')), value);
  return answer === null ? null : marksFor(question, answer, { decimalMark });
};

describe('choosing several', () => {
  const question = made('choose', {
    options: [0, 1, 2, 3].map((index) => option(index)),
    right: [ids[0], ids[1]],
    several: true,
  });
  it.each([
    [[0, 1], 1],
    [[0], 0.5],
    [[0, 1, 2], 0.5],
    [[0, 2], 0],
    [[2, 3], 0],
    [[0, 1, 2, 3], 0],
  ])('%j earns %d', (chosen, marks) =>
    expect(earned(question, { chosen: chosen.map((index) => ids[index]) })).toBe(marks),
  );
});

it('of one to choose, two are no answer', () => {
  const question = made('choose', { options: [option(0), option(1)], right: [ids[0]], several: false });
  expect(earned(question, { chosen: [ids[0], ids[1]] })).toBeNull();
  expect(earned(question, { chosen: [ids[1]] })).toBe(0);
});

describe('putting in order', () => {
  const question = made('order', { options: [0, 1, 2, 3].map((index) => option(index)) });
  it.each([
    [[0, 1, 2, 3], 1],
    [[1, 0, 2, 3], 2 / 3],
    [[3, 2, 1, 0], 0],
    [[0, 1], 1 / 6],
  ])('%j earns %d, by Kendall', (order, marks) =>
    expect(earned(question, { order: order.map((index) => ids[index]) })).toBeCloseTo(marks, 9),
  );
});

it('pairs, sorting and gaps earn a part for each', () => {
  const pairs = [0, 1, 2].map((index) => ({ from: option(index), to: option(index + 4) }));
  const match = made('match', { pairs, spare: [option(7)] });
  const laid = [
    [ids[0], ids[4]],
    [ids[1], ids[6]],
    [ids[2], ids[5]],
  ];
  expect(earned(match, { pairs: laid })).toBeCloseTo(1 / 3, 9);
  // To one thing only one is laid.
  expect(
    earned(match, {
      pairs: [
        [ids[0], ids[4]],
        [ids[1], ids[4]],
      ],
    }),
  ).toBeCloseTo(1 / 3, 9);

  const sort = made('sort', {
    baskets: [
      { id: ids[6], title: 'Rope' },
      { id: ids[7], title: 'Wood' },
    ],
    things: [0, 1].map((index) => ({ option: option(index), basket: ids[6] })),
  });
  expect(
    earned(sort, {
      pairs: [
        [ids[0], ids[6]],
        [ids[1], ids[7]],
      ],
    }),
  ).toBe(0.5);

  const gaps = made('gaps', {
    texts: ['The ', ' is ', '.'],
    gaps: [
      { id: ids[0], accepted: ['quay', 'wharf'], list: null },
      { id: ids[1], accepted: ['long'], list: ['long', 'wet'] },
    ],
  });
  expect(
    earned(gaps, {
      filled: [
        [ids[0], 'WHARF'],
        [ids[1], 'wet'],
      ],
    }),
  ).toBe(0.5);
});

describe('a number', () => {
  const length = made('number', { value: 0.05, unit: 'm', unitNeeded: true, tolerance: { kind: 'percent', by: 2 } });
  it.each([
    ['5 cm', 1],
    ['0.05 m', 1],
    ['50mm', 1],
    ['5.1 cm', 1],
    ['5.2 cm', 0],
    ['0.05', 0.5],
    ['0.05 s', 0.5],
    ['5 s', 0],
    ['5', 0],
    ['five', 0],
  ])('%s for 0.05 m within 2 percent earns %d', (typed, marks) => expect(earned(length, { typed })).toBe(marks));

  it('counts figures where that is asked, and reads it by the way of the school', () => {
    const question = made('number', { value: 2.5, tolerance: { by: 0.05 }, figures: 3 });
    expect(earned(question, { typed: '2.50' })).toBe(1);
    expect(earned(question, { typed: '2.5' })).toBe(0.5);
    expect(earned(question, { typed: '2½' })).toBe(1);
    expect(earned(question, { typed: '2,50' })).toBe(0);
    expect(earned(question, { typed: '2,50' }, 'comma')).toBe(1);
  });
});

it('a place is in the ellipse or not, and its corners are not', () => {
  const round = { x: 0.2, y: 0.2, width: 0.2, height: 0.4, round: true };
  const question = made('place', { picture: ID, regions: [round] });
  expect(earned(question, { x: 0.3, y: 0.4 })).toBe(1);
  expect(earned(question, { x: 0.21, y: 0.21 })).toBe(0);
  expect(earned(question, { x: 1.3, y: 0.4 })).toBeNull();
});

describe('what keeps a question from being set', () => {
  it.each([
    ['choose', { options: [option(0)] }, 'Sum needs at least two options.'],
    ['choose', { options: [option(0), option(1, ' ')] }, 'Sum has an option with nothing in it.'],
    ['choose', { options: [option(0), option(1)] }, 'Sum needs a right option.'],
    [
      'choose',
      { options: [option(0), option(1)], right: [ids[0], ids[1]], several: false },
      'Sum lets one be chosen, and has several that are right.',
    ],
    ['match', {}, 'Sum needs at least two pairs.'],
    ['order', {}, 'Sum needs at least two things to put in order.'],
    ['sort', {}, 'Sum needs at least two groups to sort into.'],
    ['gaps', {}, 'Sum needs a gap in its text.'],
    [
      'gaps',
      { texts: ['a', 'b'], gaps: [{ id: ID, accepted: ['x'], list: ['y'] }] },
      'Sum has a gap whose right answer is not in its list.',
    ],
    ['words', { accepted: [' '] }, 'Sum needs an answer that is right.'],
    ['number', {}, 'Sum needs the number that is right.'],
    ['number', { value: 5, unitNeeded: true }, 'Sum asks for a unit, and has none.'],
    ['number', { value: 5, unit: 'eggs', unitNeeded: true }, 'Sum has a unit that is not known: eggs.'],
    ['place', {}, 'Sum needs a picture.'],
    ['place', { picture: ID }, 'Sum needs a place that is right.'],
    ['labels', { picture: ID }, 'Sum needs a place with its label.'],
  ] as [Question['kind'], object, string][])('%s %j', (kind, settings, words) =>
    expect(questionTrouble(made(kind, settings), 'Sum')).toBe(words),
  );

  it('is nothing that would be asked without words', () =>
    expect(questionTrouble(newQuestion('words', ID), 'Sum')).toBe('Sum asks nothing yet.'));
});
