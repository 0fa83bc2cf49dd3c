/**
 * Answers as they are being made: one top-level Y.Map a part, with each question's answer by the question's id, and which
 * of them were given for good. What counts is not here but in tries, which are judged and kept at school.
 */
import type * as Y from 'yjs';
import { isId } from '../../contract/ids';
import { QUESTION_LIMITS } from '../../questions/question';

const QUESTIONS = 'questions:';
/** In front of the id of a question whose answer was given for good. */
const GIVEN = 'given:';
/** In front of the id of a question beside whose answer working was typed. */
const WORKING = 'working:';

/** Of one part; there are never as many questions. */
const MOST_ANSWERS = 500;
/** Of one answer as JSON, in characters: a text with all its gaps filled has fewer. */
const LONGEST_ANSWER = 20_000;

/** What of a part has been answered, without the answers themselves. */
export interface QuestionsAnswer {
  /** Ids of questions whose answer was given for good, in alphabetical order. */
  given: string[];
  /** How many have an answer, given or not. */
  begun: number;
}

const answersMap = (doc: Y.Doc, part: string): Y.Map<unknown> => doc.getMap(QUESTIONS + part);

/** An answer is kept as text, so that nothing that a device writes into it is followed here. */
const isAnswer = (value: unknown): value is string =>
  typeof value === 'string' && value !== '' && value.length <= LONGEST_ANSWER;

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/** Answers of a part as somebody wrote them, by the question's id: read by the question's kind before they are used. */
export function answersOf(doc: Y.Doc, part: string): Map<string, unknown> {
  const entries = [...answersMap(doc, part).entries()].slice(0, MOST_ANSWERS);
  return new Map(entries.flatMap(([id, value]) => (isId(id) && isAnswer(value) ? [[id, parsed(value)]] : [])));
}

/** Ids of questions whose answer was given for good. */
export const givenIn = (doc: Y.Doc, part: string): string[] =>
  [...answersMap(doc, part).keys()]
    .filter((key) => key.startsWith(GIVEN))
    .slice(0, MOST_ANSWERS)
    .map((key) => key.slice(GIVEN.length))
    .filter(isId)
    .sort();

/** Notes that a question's answer was given for good. */
export const noteGiven = (doc: Y.Doc, part: string, question: string): void =>
  void answersMap(doc, part).set(GIVEN + question, true);

/** All parts with answers to questions. */
export function answeredIn(doc: Y.Doc): Map<string, QuestionsAnswer> {
  const parts = [...doc.share.keys()]
    .filter((name) => name.startsWith(QUESTIONS))
    .map((name) => name.slice(QUESTIONS.length));
  const answered = parts
    .sort()
    .map((part) => [part, { given: givenIn(doc, part), begun: answersOf(doc, part).size }] as const);
  return new Map(answered.filter(([, { given, begun }]) => given.length + begun > 0));
}

/** Keeps an answer that is being made, or takes it away with null. */
export function giveAnswer(doc: Y.Doc, part: string, question: string, answer: object | null): void {
  const map = answersMap(doc, part);
  if (answer === null) map.delete(question);
  else map.set(question, JSON.stringify(answer));
}

/** Working that was typed beside an answer; empty for none. */
export function workingOf(doc: Y.Doc, part: string, question: string): string {
  const typed = answersMap(doc, part).get(WORKING + question);
  return typeof typed === 'string' ? typed.slice(0, QUESTION_LIMITS.working) : '';
}

export function typeWorking(doc: Y.Doc, part: string, question: string, typed: string): void {
  const map = answersMap(doc, part);
  if (typed === '') map.delete(WORKING + question);
  else map.set(WORKING + question, typed.slice(0, QUESTION_LIMITS.working));
}

/** Calls back at each change of a part's answers, by whomever. Returns what ends that. */
export function watchAnswers(doc: Y.Doc, part: string, changed: () => void): () => void {
  const map = answersMap(doc, part);
  map.observe(changed);
  return () => map.unobserve(changed);
}
