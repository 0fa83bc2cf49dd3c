import { asksTheSame, withIdsOf } from '../putRight';
import { answerWords, askedOf, rightAnswer, type Question } from '../question';
import type { School } from '../questionKind';
import { drawFirsts } from '../variants/firstVariant';
import { pastedQuestions } from './pastedQuestions';
import { writtenQuestion } from './writtenQuestion';

const POINT: School = { decimalMark: 'point' };

function read(letter: string): Question[] {
  const pasted = drawFirsts(pastedQuestions(letter, { decimalMark: 'point', newId: () => crypto.randomUUID() }), POINT);
  expect(pasted.unused).toEqual([]);
  return pasted.questions;
}

const LETTER = [
  'Which is a knot? (2 marks)\n- a plait // It holds nothing.\n- a reef *\n- a braid\n? Pull at both ends.\n? It has two bights.',
  'Which float?\n- cork *\n- stone\n- oil *',
  'How far is it?\n= 3.5 km ± 0.1\n~ 35 km // Look at the point again.',
  'About how deep?\n= 12 m ± 5%',
  'Where do boats lie?\n= harbour\n= haven',
  'Who lives where?\ngull -> cliff\neel -> mud',
  'Sort them.\ngull -> wings\npuffin -> wings\neel -> fins',
  'Put them in order.\n1. low water\n2. flood\n3. high water',
  'The [light|lamp] turns above the [rock].',
  [
    'A ferry takes {cars} cars. How many do {trips} trips take?',
    'cars = 6..12',
    'trips = 2, 4, 5',
    'all = cars * trips',
    'when all > 20',
    '= {all} cars',
    '~ {cars + trips} cars // Each trip takes as many again.',
  ].join('\n'),
  'It sails at [high* / low] water from the [quay|pier].',
  'How sure are you?\n|-----|',
  [
    'A ferry takes {cars} cars. How many do {trips} trips take?',
    'cars = 6..12',
    'trips = 2, 4, 5',
    '= {cars * trips} cars',
    '! One trip takes {cars}.',
    '! So {trips} trips take {cars * trips}.',
    '> How many cars does one trip take?',
    '> = {cars}',
    '>',
    '> What is done with the trips?',
    '> - they are added',
    '> - they are multiplied *',
    '> ? Think of two trips.',
  ].join('\n'),
];

it.each(LETTER)('%s is the same once it was written and read again', (letter) => {
  const [question] = read(letter) as [Question];
  const [again] = read(writtenQuestion(question, POINT)!) as [Question];
  const back = withIdsOf(again, question);
  // Of a template, the first numbers hang on the id.
  if (!question.template) expect(asksTheSame(back, question)).toBe(true);
  expect({ ...back, first: null }).toMatchObject({ ...question, first: null });
});

it('reads hints, replies, tolerances, things to sort, and numbers that are drawn', () => {
  const all = read(LETTER.join('\n\n'));
  expect(all.map(({ kind }) => kind)).toEqual([
    'choose',
    'choose',
    'number',
    'number',
    'words',
    'match',
    'sort',
    'order',
    'gaps',
    'number',
    'gaps',
    'scale',
    'number',
  ]);
  expect(all[10]).toMatchObject({
    settings: {
      gaps: [
        { accepted: ['high'], list: ['high', 'low'] },
        { accepted: ['quay', 'pier'], list: null },
      ],
    },
  });
  expect(all[11]).toMatchObject({ marks: 0 });
  const { steps, example } = all[12]!.first!;
  expect(example[0]).toMatch(/^One trip takes \d+\.$/);
  expect(steps.map(({ kind }) => kind)).toEqual(['number', 'choose']);
  expect(steps[1]!.hints).toEqual(['Think of two trips.']);
  expect(all[0]).toMatchObject({
    hints: ['Pull at both ends.', 'It has two bights.'],
    replies: [{ answer: 'a plait', words: 'It holds nothing.' }],
  });
  expect(all[2]).toMatchObject({ settings: { tolerance: { kind: 'absolute', by: 0.1 } } });
  expect(all[3]).toMatchObject({ settings: { tolerance: { kind: 'percent', by: 5 } } });
  const { first } = all[9]!;
  const [, cars, trips] = /takes (\d+) cars.* do (\d+) trips/.exec(first!.words)!.map(Number);
  expect(cars! * trips!).toBeGreaterThan(20);
  const asked = askedOf(all[9]!, (list) => [...list]);
  expect(asked.words).toBe(first!.words);
  expect(answerWords(asked, rightAnswer({ ...all[9]!, ...first } as Question, POINT)!)).toContain(
    String(cars! * trips!),
  );
  expect(first!.replies[0]!.answer).toBe(`${cars! + trips!} cars`);
});

it('tells by its line which numbers can’t be drawn', () => {
  const pasted = drawFirsts(
    pastedQuestions('How many?\n= 3\n\nWhat is {a} by {b}?\na = 1..3\nb = 0..0\nwhen a > 5\n= {a / b}', {
      decimalMark: 'point',
      newId: () => crypto.randomUUID(),
    }),
    POINT,
  );
  expect(pasted.questions).toHaveLength(1);
  expect(pasted.unused).toEqual([
    {
      line: 4,
      words: 'What is {a} by {b}?',
      why: 'It: No numbers were found for which all conditions hold. Make them looser.',
    },
  ]);
});

it('leaves "x = 3" in what is asked where no sum stands in it', () => {
  const [question] = read('Which is true for\nx = 3\nand no other number?\n- 2x = 6 *\n- x + 1 = 5') as [Question];
  expect(question.words).toBe('Which is true for\nx = 3\nand no other number?');
});
