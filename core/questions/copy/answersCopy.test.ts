import { NOTHING_TRIED, type TryView } from '../../contract/tries';
import { newPart, viewOfPart, type PartViewOf } from '../../parts/part';
import { pastedQuestions } from '../paste/pastedQuestions';
import type { Question } from '../question';
import { answersCopy } from './answersCopy';

const { questions } = pastedQuestions('Where? (2 marks)\n= quay\n\nHow far?\n= 3 km\n\nHow sure?\n|---|', {
  decimalMark: 'point',
  newId: () => crypto.randomUUID(),
});
const [where, far, sure] = questions as [Question, Question, Question];
const plan = newPart('questions', crypto.randomUUID(), 'Tides');
const part = viewOfPart({ ...plan, settings: { ...plan.settings, questions } } as typeof plan);
const head = { title: 'Tides', name: 'Ada', when: 'Go 1, sent today' };

const tried = (question: Question, answer: object, change: Partial<TryView> = {}): TryView => ({
  id: crypto.randomUUID(),
  part: part.id,
  question: question.id,
  go: 1,
  round: 1,
  variant: 0,
  number: 1,
  answer,
  marks: question.marks,
  outOf: question.marks,
  reply: null,
  marksBefore: null,
  at: 0,
  madeAt: null,
  working: null,
  ...change,
});
const copy = (view: Partial<typeof NOTHING_TRIED>): string[] =>
  answersCopy(head, [part as PartViewOf<'questions'>], { ...NOTHING_TRIED, ...view }).map(({ words }) => words);

it('holds each answer with what it earned, its working, and as much of what was right as is told', () => {
  const lines = copy({
    asked: [{ part: part.id, questions: [far.id, where.id, sure.id] }],
    tries: [
      tried(where, { words: 'pier' }, { marks: 0, reply: 'Look at the map.', working: 'I guessed.' }),
      tried(far, { typed: '3 km' }),
      tried(sure, { step: 2 }, { marks: null }),
    ],
    shown: [{ part: part.id, question: where.id, words: 'quay' }],
  });
  expect(lines).toEqual([
    'Tides',
    'Ada · Go 1, sent today',
    '1  How far?',
    '3 km',
    '1 of 1',
    '2  Where?',
    'pier',
    'How: I guessed.',
    '0 of 2',
    'This was right: quay',
    'Said to it: Look at the map.',
    '3  How sure?',
    '2 of 5, a little',
  ]);
});

it('says what is not marked, and what was not answered; of several times through it holds the one that counts', () => {
  const lines = copy({
    tries: [
      tried(where, { words: 'quay' }),
      tried(where, { words: 'pier' }, { round: 2, marks: 0 }),
      tried(far, { typed: '9' }, { marks: null }),
    ],
  });
  expect(lines.slice(2)).toEqual([
    '1  Where?',
    'quay',
    '2 of 2',
    '2  How far?',
    '9 km',
    'Not marked yet',
    '3  How sure?',
    'No answer',
  ]);
});
