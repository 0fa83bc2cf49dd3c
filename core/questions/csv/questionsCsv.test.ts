import Papa from 'papaparse';
import { pastedQuestions } from '../paste/pastedQuestions';
import { rightAnswer } from '../question';
import { questionsCsv, questionsFromCsv } from './questionsCsv';

const rules = { decimalMark: 'point', newId: () => crypto.randomUUID() } as const;
const POINT = { decimalMark: 'point' } as const;

const LETTER = [
  'Which is a knot? (2 marks)\n- plait\n- reef *\n- braid',
  'How far is it?\n= 3.5 km',
  'Where do boats lie?\n= harbour\n= haven',
  'Put them in order.\n1. low water\n2. high water',
].join('\n\n');

it('holds what has answers, says what it can’t hold, and comes back as it was', () => {
  const { questions } = pastedQuestions(LETTER, rules);
  const { csv, left } = questionsCsv(questions, POINT);
  expect(left).toEqual(['Question 4 is not in the table: it has more than answers.']);
  expect(Papa.parse(csv.slice(1)).data).toEqual([
    ['Question', 'Right', 'Wrong', 'Marks'],
    ['Which is a knot?', 'reef', 'plait | braid', '2'],
    ['How far is it?', '3.5 km', '', '1'],
    ['Where do boats lie?', 'harbour | haven', '', '1'],
  ]);
  const back = questionsFromCsv(csv, rules);
  expect(back.unused).toEqual([]);
  expect(back.questions.map(({ kind, words, marks }) => [kind, words, marks])).toEqual([
    ['choose', 'Which is a knot?', 2],
    ['number', 'How far is it?', 1],
    ['words', 'Where do boats lie?', 1],
  ]);
  expect(rightAnswer(back.questions[1]!, POINT)).toEqual({ typed: '3.5 km' });
});

it('tells by its number which row is no question, and runs nothing that is written into it', () => {
  const back = questionsFromCsv('Question,Right\nOnly asked,\n"Two\n= lines",yes\n=1+1,2', rules);
  expect(back.unused.map(({ line }) => line)).toEqual([1, 3]);
  expect(back.questions.map(({ words }) => words)).toEqual(['Two = lines']);
});
