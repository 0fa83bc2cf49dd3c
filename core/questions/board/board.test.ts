import type { AnswersView, LearnersTry } from '../../contract/answers';
import { newPart } from '../../parts/part';
import type { QuestionsSettings } from '../../parts/questions/questionsPart';
import { newQuestion } from '../question';
import { boardOf } from './board';

const [one, two] = [newQuestion('words', crypto.randomUUID()), newQuestion('words', crypto.randomUUID())];
const settings = { ...newPart('questions', 'part', 'Sums').settings, questions: [one, two] } as QuestionsSettings;

const tried = (
  person: string,
  question: string,
  marks: number | null,
  change: Partial<LearnersTry> = {},
): LearnersTry => ({
  id: crypto.randomUUID(),
  person,
  part: 'part',
  question,
  go: 1,
  variant: 0,
  number: 1,
  answer: {},
  marks,
  outOf: 1,
  marksBefore: null,
  madeAt: null,
  round: 1,
  working: null,
  at: 0,
  ...change,
});

const view = (tries: LearnersTry[], hints: AnswersView['hints'] = []): AnswersView => ({
  title: 'Sums',
  group: { id: 'group', name: 'Reeds' },
  learners: [
    { id: 'ada', name: 'Ada', badge: '#C8472F' },
    { id: 'ben', name: 'Ben', badge: '#C8472F' },
  ],
  parts: [{ id: 'part', title: 'Sums', settings }],
  tries,
  hints,
  help: [],
  states: [],
  times: [],
  at: 0,
});
const states = (tries: LearnersTry[]) => boardOf(view(tries), 0).map(({ cells }) => cells.map(({ state }) => state));

it('says of each question how it stands for each learner, by their last try', () => {
  const tries = [
    tried('ada', one.id, 0),
    tried('ada', one.id, 1, { number: 2 }),
    tried('ada', two.id, 0.5),
    tried('ben', one.id, null),
  ];
  expect(states(tries)).toEqual([
    ['right', 'partly'],
    ['given', 'open'],
  ]);
});

it('looks at the newest go alone, and never at what was only practised', () => {
  const tries = [
    tried('ada', one.id, 1),
    tried('ada', two.id, 0, { go: 2 }),
    tried('ada', two.id, 1, { go: 2, variant: 1 }),
  ];
  expect(states(tries)[0]).toEqual(['open', 'wrong']);
});

it.each([
  ['many wrong tries', [1, 2, 3].map((number) => tried('ada', two.id, 0, { number })), [], 0, '3 tries at question 2'],
  [
    'hints at what is open',
    [],
    [{ person: 'ada', part: 'part', question: one.id, count: 2 }],
    0,
    '2 hints at question 1',
  ],
  ['a long while without a try', [tried('ada', one.id, 1)], [], 5 * 60_000, 'No try for 5 minutes'],
  ['nothing, who did not begin', [], [], 5 * 60_000, null],
  ['nothing, who is done', [tried('ada', one.id, 1), tried('ada', two.id, 0)], [], 5 * 60_000, null],
  ['nothing, who left long ago', [tried('ada', one.id, 1)], [], 60 * 60_000, null],
] as const)('may need help for %s', (_, tries, hints, now, stuck) =>
  expect(boardOf(view([...tries], [...hints]), now)[0]!.stuck).toBe(stuck),
);
