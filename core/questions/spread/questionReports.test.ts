import type { AnswersView, LearnersTry } from '../../contract/answers';
import { newPart } from '../../parts/part';
import type { QuestionsSettings } from '../../parts/questions/questionsPart';
import { proposeCrews } from '../crews/proposeCrews';
import { pastedQuestions } from '../paste/pastedQuestions';
import { difficultiesOf, questionReports } from './questionReports';
import { reportsCsv } from './reportsCsv';

const LETTER = 'Which is a knot?\n- plait\n- reef *\n- braid\n\nWhere do boats lie?\n= harbour';
const { questions } = pastedQuestions(LETTER, { decimalMark: 'point', newId: () => crypto.randomUUID() });
const [knot, harbour] = questions as [(typeof questions)[0], (typeof questions)[0]];
const options = knot.kind === 'choose' ? knot.settings.options : [];
const parts: AnswersView['parts'] = [
  {
    id: 'part',
    title: 'Knots',
    settings: { ...newPart('questions', 'part', '').settings, questions } as QuestionsSettings,
  },
];

function tried(person: string, question: string, answer: object, change: Partial<LearnersTry> = {}): LearnersTry {
  const right = JSON.stringify(answer) === JSON.stringify({ chosen: [options[1]!.id] }) || 'words' in answer;
  return {
    id: crypto.randomUUID(),
    person,
    part: 'part',
    question,
    go: 1,
    variant: 0,
    number: 1,
    answer,
    marks: right && !JSON.stringify(answer).includes('pier') ? 1 : 0,
    outOf: 1,
    marksBefore: null,
    madeAt: null,
    round: 1,
    working: null,
    at: 0,
    ...change,
  };
}
const choosing = (index: number): object => ({ chosen: [options[index]!.id] });

const tries = [
  tried('ada', knot.id, choosing(0), { at: 1_000 }),
  tried('ada', knot.id, choosing(1), { number: 2, at: 2_000 }),
  tried('ada', harbour.id, { words: 'the peir' }, { marks: 0, at: 42_000 }),
  tried('ben', knot.id, choosing(0)),
  tried('ben', harbour.id, { words: 'the pier' }, { at: 30_000 }),
  tried('cleo', knot.id, choosing(1)),
  tried('cleo', harbour.id, { words: 'harbour' }, { at: 50_000 }),
  // Made knowing what was said of the first go, or for practice: neither tells of the question.
  tried('ben', knot.id, choosing(1), { go: 2 }),
  tried('ben', knot.id, choosing(1), { variant: 1 }),
];
const hints = [{ person: 'ada', part: 'part', question: knot.id, count: 2 }];
const reports = questionReports({ parts, tries, hints });

it('tells of each question who had it right at first and in the end, and what was said', () => {
  expect(reports.map(({ number, helped, statistics }) => [number, helped, statistics.answered])).toEqual([
    [1, 1, 3],
    [2, 0, 3],
  ]);
  expect(reports[0]!.statistics.rightAtFirst).toBeCloseTo(1 / 3, 12);
  expect(reports[0]!.statistics.rightAtLast).toBeCloseTo(2 / 3, 12);
  expect(reports[0]!.spread).toEqual([
    { words: 'plait', count: 2, right: false },
    { words: 'reef', count: 1, right: true },
  ]);
  // What is typed is gathered by likeness: a slip makes no other answer.
  expect(reports[1]!.spread).toMatchObject([
    { count: 2, right: false },
    { words: 'harbour', count: 1, right: true },
  ]);
  expect(reports[1]!.statistics.seconds).toBe(40);
});

it('finds who could be helped together, with the wrong answer that they share', () => {
  const difficulties = difficultiesOf(reports, tries);
  expect(difficulties.find(({ learner }) => learner === 'cleo')!.wrong).toEqual([]);
  const crews = proposeCrews(difficulties, 4);
  expect(crews.map(({ learners }) => learners)).toEqual([['ada', 'ben']]);
  expect(crews[0]!.about).toEqual({ wrong: 'question 1, where “plait” was said', count: 2 });
});

it('counts what did not come right in many tries, and where somebody is not sure', () => {
  const { questions: polled } = pastedQuestions('How sure are you?\n|---|', {
    decimalMark: 'point',
    newId: () => crypto.randomUUID(),
  });
  const [sure] = polled as [(typeof polled)[0]];
  const settings = { ...parts[0]!.settings, questions: [knot, sure] };
  const asked = [{ ...parts[0]!, settings }];
  const unsure = (person: string, step: number) => tried(person, sure.id, { step }, { marks: null, outOf: 0 });
  const all = [
    unsure('ada', 1),
    unsure('ben', 2),
    unsure('cleo', 4),
    ...[1, 2, 3].map((number) => tried('cleo', knot.id, choosing(0), { number })),
  ];
  const polls = questionReports({ parts: asked, tries: all, hints: [] });
  expect(polls[1]!.spread.map(({ words, count }) => [words, count])).toEqual([
    ['1 of 5, not at all', 1],
    ['2 of 5, a little', 1],
    ['4 of 5, quite', 1],
  ]);
  const found = difficultiesOf(polls, all);
  expect(found.map(({ learner, wrong }) => [learner, wrong])).toEqual([
    ['ada', ['question 2, not sure of it']],
    ['ben', ['question 2, not sure of it']],
    ['cleo', ['question 1, not right after many tries']],
  ]);
  expect(proposeCrews(found, 4)[0]).toMatchObject({ learners: ['ada', 'ben'] });
});

it('is a table with one row a question', () => {
  const rows = reportsCsv(reports, parts).trim().split('\r\n');
  expect(rows).toHaveLength(3);
  expect(rows[1]).toContain('Knots,1,Which is a knot?,3,33,67');
  expect(rows[1]).toContain('plait: 2; reef (right): 1');
});
