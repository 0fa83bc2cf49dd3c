/**
 * `mark-1000`: a thousand answers to questions of all kinds are read and marked, against a bare loop that compares their
 * texts. It is done at school while a learner waits, so what counts is that a whole class at once is not felt: the time
 * itself is judged, and the ratio says how far that is from doing nothing but comparing.
 */
import {
  askedOf,
  marksFor,
  readAnswer,
  readQuestion,
  rightAnswer,
  type AskedQuestion,
  type Question,
  type QuestionKindName,
} from '@lippet/core/questions/question';
import type { School } from '@lippet/core/questions/questionKind';
import { randomFrom, shuffleBy } from '@lippet/core/questions/shuffle';
import { byValue, median, type Figure } from './figure';

const ANSWERS = 1_000;
const ROUNDS = 9;
/** Milliseconds for all of them: a hundred learners who answer at the same moment wait a tenth of it. */
const BUDGET = 100;
const SCHOOL: School = { decimalMark: 'point' };

const idOf = (number: number): string => `6f1d3b0e-0d0c-4b53-9a3e-${String(number).padStart(12, '0')}`;
const option = (number: number): object => ({ id: idOf(number), words: `thing ${number}` });
const six = [1, 2, 3, 4, 5, 6];
const rules = { oneSlip: true, accents: false };
const region = (number: number): object => ({ x: number / 10, y: 0.1, width: 0.09, height: 0.2, round: true });

/** All that are marked by themselves. */
const SETTINGS: Record<Exclude<QuestionKindName, 'long' | 'made' | 'scale'>, object> = {
  choose: { options: six.map(option), right: [idOf(2), idOf(5)], several: true },
  match: { pairs: six.map((number) => ({ from: option(number), to: option(number + 10) })) },
  order: { options: six.map(option) },
  sort: {
    baskets: [21, 22].map((number) => ({ id: idOf(number), title: 'A group' })),
    things: six.map((number) => ({ option: option(number), basket: idOf(21 + (number % 2)) })),
  },
  gaps: {
    texts: ['The ', ' lies at the ', '.'],
    gaps: ['ferry', 'quay'].map((word, index) => ({ id: idOf(index + 1), accepted: [word, `${word}s`], list: null })),
    rules,
  },
  words: { accepted: ['the harbour', 'the haven', 'a port'], rules },
  number: { value: 3.25, unit: 'km', unitNeeded: true, tolerance: { kind: 'percent', by: 1 }, figures: 3 },
  place: { picture: idOf(30), regions: [1, 4, 7].map(region) },
  labels: {
    picture: idOf(30),
    places: six.map((number) => ({ id: idOf(number + 40), region: region(number), label: option(number) })),
  },
};

/** Answers that are half right: what a list holds is turned round, and typed words are right or not by turns. */
function answerTo(question: Question, random: () => number): unknown {
  const right = rightAnswer(question, SCHOOL) as unknown as Record<string, unknown>;
  if (random() < 0.3) return right;
  if ('typed' in right) return { typed: `${(3 + random()).toFixed(2)} km` };
  if ('words' in right) return { words: random() < 0.5 ? 'The harbor' : 'the pier' };
  if ('x' in right) return { x: random(), y: random() };
  return Object.fromEntries(
    Object.entries(right).map(([name, list]) => [name, [...(list as unknown[])].sort(() => random() - 0.5)]),
  );
}

interface Given {
  question: Question;
  asked: AskedQuestion;
  value: unknown;
  text: string;
  rightText: string;
}

function givenAnswers(): Given[] {
  const random = randomFrom('mark-1000');
  const questions = Object.entries(SETTINGS).map(([kind, settings]) =>
    readQuestion({ id: idOf(99), kind, words: 'Which?', marks: 2, settings })!,
  );
  return Array.from({ length: ANSWERS }, (_, index) => {
    const question = questions[index % questions.length]!;
    const value = answerTo(question, random);
    return {
      question,
      asked: askedOf(question, shuffleBy('a learner')),
      value,
      text: JSON.stringify(value),
      rightText: JSON.stringify(rightAnswer(question, SCHOOL)),
    };
  });
}

function timed(work: () => number): number {
  const begun = performance.now();
  const sum = work();
  const took = performance.now() - begun;
  if (!(sum > 0)) throw new Error('Nothing was marked as right.');
  return took;
}

export function mark1000(): Figure {
  const given = givenAnswers();
  const [ours, floor]: [number[], number[]] = [[], []];
  for (let round = 0; round <= ROUNDS; round++) {
    const marked = timed(() => {
      let marks = 0;
      for (const { question, asked, value } of given) {
        const answer = readAnswer(asked, value);
        if (answer) marks += marksFor(question, answer, SCHOOL) ?? 0;
      }
      return marks;
    });
    const compared = timed(() => {
      let same = 0;
      for (const { text, rightText } of given) if (text === rightText) same += 1;
      return same;
    });
    // The first round warms both.
    if (round === 0) continue;
    ours.push(marked);
    floor.push(compared);
  }
  return byValue('mark-1000', 'ms', median(ours), median(floor), BUDGET);
}
