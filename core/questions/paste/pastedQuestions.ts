/**
 * Questions out of a text as teachers write it in a letter: a question a paragraph.
 *
 * ```
 * Which of these is a knot? (2 marks)
 * - plait
 * - reef *
 *
 * How far is it to the island?
 * = 3.5 km
 *
 * A boat lies at the [quay|wharf], and sails at [high* / low] water.
 *
 * Who lives where?
 * gull -> cliff
 * eel -> mud
 *
 * Put the tides in order.
 * 1. low water
 * 2. flood
 *
 * Where does it live? (things that share a place are sorted)
 * gull -> cliff
 * puffin -> cliff
 * eel -> mud
 *
 * What did you see from the tower? (3 marks)
 * ____
 *
 * Which is a knot?
 * - plait // A plait holds nothing: pull it apart.
 * - reef *
 * ? Look where the ends come out.
 *
 * A ferry takes {cars} cars. How many do {trips} trips take?
 * cars = 6..12
 * trips = 2, 4, 5
 * when cars != trips
 * = {cars * trips} cars
 * ~ {cars + trips} // That is the sum. Each trip takes as many again.
 * ! One trip takes {cars} cars, so {trips} trips take {trips} times {cars}.
 * > How many cars does one trip take?
 * > = {cars}
 *
 * How sure are you?
 * |-----|
 * ```
 */
import type { DecimalMark } from '../numbers/typedNumber';
import { readTypedNumber } from '../numbers/typedNumber';
import { isUnit } from '../numbers/units';
import {
  newQuestion,
  questionTrouble,
  readQuestion,
  type Question,
  type QuestionKindName,
  type Reply,
} from '../question';
import type { Variable } from '../variants/template';
import { isVariableName } from '../variants/variableName';

/** A line that could not be used, and why, in words. */
export interface UnusedLine {
  /** From 1. */
  line: number;
  words: string;
  why: string;
}

export interface Pasted {
  /** Of those with numbers of their own, the first variant is still to be drawn: see `variants/firstVariant`. */
  questions: Question[];
  /** The line on which each question begins. */
  lines: number[];
  unused: UnusedLine[];
}

/** How a text is read. */
export interface PasteRules {
  decimalMark: DecimalMark;
  /** Makes the id of a question or of something in it. */
  newId: () => string;
}

/** Of one text. */
export const PASTE_LIMITS = { questions: 200, characters: 400_000 };

interface Line {
  line: number;
  words: string;
}

/** What was found in a paragraph. */
interface Found {
  asked: Line[];
  options: { words: string; right: boolean; numbered: boolean }[];
  pairs: { from: string; to: string }[];
  answers: string[];
  hints: string[];
  replies: Reply[];
  variables: Variable[];
  conditions: string[];
  /** A line that says by itself what kind it is: room for a long answer, or a scale. */
  plain: QuestionKindName | null;
  /** Lines of a worked example. */
  example: string[];
  /** Quoted lines: small steps. */
  quoted: Line[];
}

/** Longer dashes and a bullet are typed for a dash by programs that write letters. */
/** Of several spaces one is meant, as in a table that was copied; what looks for marks would try each of them. */
const SPACES = /\s{2,}/gu;
const BULLET = /^(?:[-–—•▪]|\[ ?\]|\(?[a-z][.)])\s+(?<rest>.+)$/iu;
const NUMBERED = /^\(?\d{1,2}[.)]\s+(?<rest>.+)$/u;
const MARKED_IN_FRONT = /^(?:[-–—•▪]\s*)?(?:\*|✓|✔|\[x\])\s*(?<rest>.+)$/iu;
const MARKED_BEHIND = /^(?<rest>.+?)\s*(?:\*|✓|✔|\((?:right|correct)\))$/iu;
const ANSWER = /^(?:=|answer:)\s*(?<rest>.+)$/iu;
const PAIR = /^(?:[-–—•▪]\s+)?(?<from>.+?)\s*(?:->|–>|→)\s*(?<to>.+)$/u;
/** Room to write in, and a tide pole that lies. */
const PLAIN: readonly { line: RegExp; kind: QuestionKindName }[] = [
  { line: /^_{4,}$/u, kind: 'long' },
  { line: /^\|-{3,}\|$/u, kind: 'scale' },
];
const QUOTED = /^>\s?(?<rest>.*)$/u;
const EXAMPLE = /^!\s*(?<rest>.+)$/u;
const HINT = /^\?\s*(?<rest>.+)$/u;
const WRONG = /^~\s*(?<answer>.+?)\s*\/\/\s*(?<words>.+)$/u;
const REPLY_BEHIND = /\s+\/\/\s*(?<words>.+)$/u;
const SUM_IN_WORDS = /\{[^{}]+\}/u;
const VARIABLE = /^(?<name>[a-z][a-z0-9]*)\s*=(?!=)\s*(?<rest>.+)$/iu;
/** There is one way to read it: of several, all would be tried. */
const PLAIN_NUMBER = '-?(?:\\d+(?:\\.\\d+)?|\\.\\d+)';
const RANGE = new RegExp(
  `^(?<from>${PLAIN_NUMBER})\\s?\\.\\.\\s?(?<to>${PLAIN_NUMBER})(?:\\sby\\s(?<step>${PLAIN_NUMBER}))?$`,
  'iu',
);
const NUMBERS = /^-?[\d.]+(?:\s*,\s*-?[\d.]+)+$/u;
const CONDITION = /^when\s+(?<rest>.+)$/iu;
const TOLERANCE = /\s*(?:±|\+\/-)\s*(?<by>\d+(?:[.,]\d+)?)\s*(?<percent>%)?\s*$/u;
const MARKS = /\s*\((?<marks>\d{1,3}) marks?\)\s*$/iu;
const GAP = /\[(?<inside>[^\][]+)\]/gu;

/** Paragraphs of a text; lines are counted from 1. */
const paragraphs = (text: string): Line[][] =>
  parted(text.split(/\r\n|\r|\n/).map((words, index) => ({ line: index + 1, words })));

/** Parts lines where one is empty. */
function parted(lines: readonly Line[]): Line[][] {
  const all: Line[][] = [[]];
  for (const { line, words } of lines) {
    if (words.trim() === '') all.push([]);
    else all.at(-1)!.push({ line, words: words.trim().replace(SPACES, ' ') });
  }
  return all.filter((some) => some.length > 0);
}

const withoutMark = (words: string): { words: string; right: boolean } => {
  const behind = MARKED_BEHIND.exec(words)?.groups?.rest;
  return behind === undefined ? { words, right: false } : { words: behind, right: true };
};

/** An option as it stands on a line; null for none. */
function optionOn(words: string): Found['options'][number] | null {
  const marked = MARKED_IN_FRONT.exec(words)?.groups?.rest;
  if (marked !== undefined) {
    const rest = NUMBERED.exec(marked)?.groups?.rest ?? BULLET.exec(marked)?.groups?.rest ?? marked;
    return { words: rest, right: true, numbered: false };
  }
  const numbered = NUMBERED.exec(words)?.groups?.rest;
  const rest = numbered ?? BULLET.exec(words)?.groups?.rest;
  return rest === undefined ? null : { ...withoutMark(rest), numbered: numbered !== undefined };
}

/** "a = 2..9 by 0.5", "a = 2, 4, 8" or "a = b * 2". */
function variableOn(words: string): Variable | null {
  const found = VARIABLE.exec(words)?.groups;
  if (!found || !isVariableName(found.name!)) return null;
  const [name, rest] = [found.name!, found.rest!];
  const range = RANGE.exec(rest)?.groups;
  if (range)
    return { name, kind: 'range', from: Number(range.from), to: Number(range.to), step: Number(range.step ?? 1) };
  if (NUMBERS.test(rest)) return { name, kind: 'list', values: rest.split(',').map(Number) };
  return { name, kind: 'formula', formula: rest };
}

/** What helps with the question, on a line; whether there was any. */
function helpOn(found: Found, words: string): boolean {
  const hint = HINT.exec(words)?.groups?.rest;
  const wrong = WRONG.exec(words)?.groups;
  const example = EXAMPLE.exec(words)?.groups?.rest;
  if (hint !== undefined) found.hints.push(hint);
  else if (wrong) found.replies.push({ answer: wrong.answer!, words: wrong.words! });
  else if (example !== undefined) found.example.push(example);
  return hint !== undefined || wrong !== undefined || example !== undefined;
}

/** What the numbers of a template are, on a line; whether there was any. */
function numbersOn(found: Found, words: string): boolean {
  const condition = CONDITION.exec(words)?.groups?.rest;
  const variable = variableOn(words);
  if (condition !== undefined) found.conditions.push(condition);
  else if (variable) found.variables.push(variable);
  return condition !== undefined || variable !== null;
}

/** Something to choose or an answer, on a line; whether there was any. */
function answerOn(found: Found, line: string): boolean {
  const reply = REPLY_BEHIND.exec(line)?.groups?.words;
  const words = line.replace(REPLY_BEHIND, '');
  const pair = PAIR.exec(words)?.groups;
  const answer = ANSWER.exec(words)?.groups?.rest;
  const option = pair || answer !== undefined ? null : optionOn(words);
  if (pair) found.pairs.push({ from: pair.from!, to: pair.to! });
  else if (answer !== undefined) found.answers.push(answer);
  else if (option) found.options.push(option);
  if (option && reply !== undefined) found.replies.push({ answer: option.words, words: reply });
  return pair !== undefined || answer !== undefined || option !== null;
}

const nothingFound = (): Found => ({
  asked: [],
  options: [],
  pairs: [],
  answers: [],
  hints: [],
  replies: [],
  variables: [],
  conditions: [],
  plain: null,
  example: [],
  quoted: [],
});

function lookAt(lines: readonly Line[]): Found {
  const found = nothingFound();
  // Where no sum stands in the words, "x = 3" is part of what is asked.
  const varies = lines.some(({ words }) => SUM_IN_WORDS.test(words));
  for (const [index, { line, words }] of lines.entries()) {
    const quoted = index > 0 ? QUOTED.exec(words)?.groups?.rest : undefined;
    if (quoted !== undefined) {
      found.quoted.push({ line, words: quoted });
      continue;
    }
    const plain = index > 0 ? PLAIN.find((one) => one.line.test(words)) : undefined;
    if (plain) {
      found.plain = plain.kind;
      continue;
    }
    if (index > 0 && helpOn(found, words)) continue;
    if (index > 0 && varies && numbersOn(found, words)) continue;
    const isAnswer = index > 0 || ANSWER.test(words);
    if (!isAnswer || !answerOn(found, words)) found.asked.push({ line, words });
  }
  return found;
}

interface Making extends PasteRules {
  words: string;
  marks: number;
  help: Pick<Question, 'hints' | 'replies' | 'steps' | 'example' | 'template'>;
  /** Numbers are drawn for it, or for the question that it is a step of. */
  varies: boolean;
}

/** A question of a kind with these settings, read as anything else that comes in. */
const questionOf = ({ words, marks, help, newId }: Making, kind: QuestionKindName, settings: object): Question =>
  readQuestion({ ...newQuestion(kind, newId()), ...help, words, marks, settings })!;

const optionsOf = (words: readonly string[], newId: () => string): { id: string; words: string }[] =>
  words.map((text) => ({ id: newId(), words: text }));

function fromOptions(making: Making, options: Found['options']): Question {
  const things = optionsOf(
    options.map(({ words }) => words),
    making.newId,
  );
  // Numbered, and none of them right: they belong in this order.
  if (options.every(({ numbered, right }) => numbered && !right))
    return questionOf(making, 'order', { options: things });
  const right = things.filter((_, index) => options[index]!.right).map(({ id }) => id);
  return questionOf(making, 'choose', { options: things, right, several: right.length > 1 });
}

/** "{a * b} km": the sum, and what it measures; null where it is more than that. */
function sumIn(answer: string): { formula: string; unit: string } | null {
  const found = /^\{(?<formula>[^{}]+)\}\s*(?<unit>.*)$/u.exec(answer)?.groups;
  return found ? { formula: found.formula!, unit: found.unit! } : null;
}

/** "3.5 km ± 0.1" or "± 5 %": the number without that, and how far beside it is right still. */
function tolerated(answer: string): { rest: string; tolerance?: object } {
  const found = TOLERANCE.exec(answer)?.groups;
  if (!found) return { rest: answer };
  const by = Number(found.by!.replace(',', '.'));
  return { rest: answer.replace(TOLERANCE, ''), tolerance: { kind: found.percent ? 'percent' : 'absolute', by } };
}

function fromAnswers(making: Making, answers: readonly string[]): Question {
  const { rest, tolerance } = tolerated(answers[0]!);
  const [only] = answers.length === 1 ? [readTypedNumber(rest, making.decimalMark)] : [];
  const sum = making.varies && answers.length === 1 ? sumIn(rest) : null;
  if (sum) return questionOf(making, 'number', { ...sum, tolerance });
  if (only && (only.unit === '' || isUnit(only.unit)))
    return questionOf(making, 'number', { value: only.value, unit: only.unit, tolerance });
  return questionOf(making, 'words', { accepted: answers });
}

/** Where several things belong to one, they are sorted. */
function fromPairs(making: Making, pairs: Found['pairs']): Question {
  const places = [...new Set(pairs.map(({ to }) => to))];
  const from = optionsOf(
    pairs.map((pair) => pair.from),
    making.newId,
  );
  if (places.length < pairs.length) {
    const baskets = places.map((title) => ({ id: making.newId(), title }));
    const things = from.map((option, index) => ({ option, basket: baskets[places.indexOf(pairs[index]!.to)]!.id }));
    return questionOf(making, 'sort', { baskets, things });
  }
  const to = optionsOf(places, making.newId);
  return questionOf(making, 'match', { pairs: from.map((one, index) => ({ from: one, to: to[index] })) });
}

/** "quay|wharf": each is right. "quay* / pier / mole": one chooses, and what is right has its mark behind it. */
function fillingOf(inside: string): { accepted: string[]; list: string[] | null } {
  const choices = inside.split('/').map((text) => withoutMark(text.trim()));
  const right = choices.filter((choice) => choice.right).map(({ words }) => words);
  return choices.length > 1 && right.length > 0
    ? { accepted: right, list: choices.map(({ words }) => words) }
    : { accepted: inside.split('|').map((text) => text.trim()), list: null };
}

/** "At the [quay|wharf]." with what is accepted in the gap; null where there is no gap. */
function fromGaps(making: Making): Question | null {
  const gaps = [...making.words.matchAll(GAP)];
  if (gaps.length === 0) return null;
  const texts = making.words.split(GAP).filter((_, index) => index % 2 === 0);
  const settings = {
    texts,
    gaps: gaps.map(({ groups }) => ({ id: making.newId(), ...fillingOf(groups!.inside!) })),
  };
  return questionOf({ ...making, words: 'Fill the gaps.' }, 'gaps', settings);
}

/** @param varies whether numbers are drawn for the question that it is a step of */
function made(found: Found, rules: PasteRules, varies = false): Question | null {
  const words = found.asked.map((line) => line.words).join('\n');
  const marks = Number(MARKS.exec(words)?.groups?.marks ?? 1);
  const { hints, replies, example, variables, conditions } = found;
  const template = variables.length > 0 ? { variables, conditions } : null;
  const steps = stepsOf(found, rules, varies || template !== null);
  if (!steps) return null;
  const help = { hints, replies, steps, example, template };
  const making = { ...rules, words: words.replace(MARKS, ''), marks, help, varies: varies || template !== null };
  if (found.pairs.length > 0) return fromPairs(making, found.pairs);
  if (found.options.length > 0) return fromOptions(making, found.options);
  if (found.answers.length > 0) return fromAnswers(making, found.answers);
  if (found.plain) return questionOf(making, found.plain, {});
  return fromGaps(making);
}

/** The small steps that stand quoted below a question; null where one of them is no question. */
function stepsOf({ quoted }: Found, rules: PasteRules, varies: boolean): Question[] | null {
  const steps = parted(quoted).map((lines) => made(lookAt(lines), rules, varies));
  return steps.every((step) => step !== null) ? steps : null;
}

/** Kinds of line that don't go together, as options beside pairs: the fewer are left out, and said. */
const isMixed = ({ options, pairs, answers }: Found): boolean =>
  [options, pairs, answers].filter((list) => list.length > 0).length > 1;

const whyNone = ({ quoted }: Found): string =>
  quoted.length > 0
    ? 'It needs what is right, and so does each small step behind >. Put * behind an option, or = before an answer.'
    : 'Nothing is marked as right here. Put * behind the right option, or = before the answer.';

/**
 * Makes questions of a pasted text. What is not understood is told by its line, and nothing is guessed: a question
 * without an answer that is marked as right is no question yet.
 */
export function pastedQuestions(text: string, rules: PasteRules): Pasted {
  const pasted: Pasted = { questions: [], lines: [], unused: [] };
  for (const lines of paragraphs(text.slice(0, PASTE_LIMITS.characters))) {
    const [first] = lines as [Line];
    const leave = (why: string): void => void pasted.unused.push({ ...first, why });
    if (pasted.questions.length >= PASTE_LIMITS.questions) {
      leave(`At most ${PASTE_LIMITS.questions} questions are taken at once. Paste the rest afterwards.`);
      break;
    }
    const found = lookAt(lines);
    const question = isMixed(found) ? null : made(found, rules);
    if (isMixed(found)) leave('Options, pairs and answers are mixed here. Leave one kind of them.');
    else if (!question) leave(whyNone(found));
    else {
      // What a template comes to is known once its numbers are drawn.
      const trouble = question.template ? null : questionTrouble(question, 'It');
      if (trouble) {
        leave(trouble);
        continue;
      }
      pasted.questions.push(question);
      pasted.lines.push(first.line);
    }
  }
  return pasted;
}
