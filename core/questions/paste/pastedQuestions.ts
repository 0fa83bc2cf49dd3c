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
 * A boat lies at the [quay|wharf].
 *
 * Who lives where?
 * gull -> cliff
 * eel -> mud
 *
 * Put the tides in order.
 * 1. low water
 * 2. flood
 * ```
 */
import type { DecimalMark } from '../numbers/typedNumber';
import { readTypedNumber } from '../numbers/typedNumber';
import { isUnit } from '../numbers/units';
import { newQuestion, questionTrouble, readQuestion, type Question, type QuestionKindName } from '../question';

/** A line that could not be used, and why, in words. */
export interface UnusedLine {
  /** From 1. */
  line: number;
  words: string;
  why: string;
}

export interface Pasted {
  questions: Question[];
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
}

/** Longer dashes and a bullet are typed for a dash by programs that write letters. */
const BULLET = /^(?:[-–—•▪]|\[ ?\]|\(?[a-z][.)])\s+(?<rest>.+)$/iu;
const NUMBERED = /^\(?\d{1,2}[.)]\s+(?<rest>.+)$/u;
const MARKED_IN_FRONT = /^(?:[-–—•▪]\s*)?(?:\*|✓|✔|\[x\])\s*(?<rest>.+)$/iu;
const MARKED_BEHIND = /^(?<rest>.+?)\s*(?:\*|✓|✔|\((?:right|correct)\))$/iu;
const ANSWER = /^(?:=|answer:)\s*(?<rest>.+)$/iu;
const PAIR = /^(?:[-–—•▪]\s+)?(?<from>.+?)\s*(?:->|–>|→)\s*(?<to>.+)$/u;
const MARKS = /\s*\((?<marks>\d{1,3}) marks?\)\s*$/iu;
const GAP = /\[(?<inside>[^\][]+)\]/gu;

/** Paragraphs of a text; lines are counted from 1. */
function paragraphs(text: string): Line[][] {
  const all: Line[][] = [[]];
  text.split(/\r\n|\r|\n/).forEach((words, index) => {
    if (words.trim() === '') all.push([]);
    else all.at(-1)!.push({ line: index + 1, words: words.trim() });
  });
  return all.filter((lines) => lines.length > 0);
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

function lookAt(lines: readonly Line[]): Found {
  const found: Found = { asked: [], options: [], pairs: [], answers: [] };
  for (const [index, { line, words }] of lines.entries()) {
    const pair = index > 0 ? PAIR.exec(words)?.groups : undefined;
    const answer = ANSWER.exec(words)?.groups?.rest;
    const option = index > 0 ? optionOn(words) : null;
    if (pair) found.pairs.push({ from: pair.from!, to: pair.to! });
    else if (answer !== undefined) found.answers.push(answer);
    else if (option) found.options.push(option);
    else found.asked.push({ line, words });
  }
  return found;
}

interface Making extends PasteRules {
  words: string;
  marks: number;
}

/** A question of a kind with these settings, read as anything else that comes in. */
const questionOf = ({ words, marks, newId }: Making, kind: QuestionKindName, settings: object): Question =>
  readQuestion({ ...newQuestion(kind, newId()), words, marks, settings })!;

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

function fromAnswers(making: Making, answers: readonly string[]): Question {
  const [only] = answers.length === 1 ? [readTypedNumber(answers[0]!, making.decimalMark)] : [];
  if (only && (only.unit === '' || isUnit(only.unit)))
    return questionOf(making, 'number', { value: only.value, unit: only.unit });
  return questionOf(making, 'words', { accepted: answers });
}

const fromPairs = (making: Making, pairs: Found['pairs']): Question => {
  const from = optionsOf(
    pairs.map((pair) => pair.from),
    making.newId,
  );
  const to = optionsOf(
    pairs.map((pair) => pair.to),
    making.newId,
  );
  return questionOf(making, 'match', { pairs: from.map((one, index) => ({ from: one, to: to[index] })) });
};

/** "At the [quay|wharf]." with what is accepted in the gap; null where there is no gap. */
function fromGaps(making: Making): Question | null {
  const gaps = [...making.words.matchAll(GAP)];
  if (gaps.length === 0) return null;
  const texts = making.words.split(GAP).filter((_, index) => index % 2 === 0);
  const settings = {
    texts,
    gaps: gaps.map(({ groups }) => ({
      id: making.newId(),
      accepted: groups!.inside!.split('|').map((text) => text.trim()),
      list: null,
    })),
  };
  return questionOf({ ...making, words: 'Fill the gaps.' }, 'gaps', settings);
}

function made(found: Found, rules: PasteRules): Question | null {
  const words = found.asked.map((line) => line.words).join('\n');
  const marks = Number(MARKS.exec(words)?.groups?.marks ?? 1);
  const making = { ...rules, words: words.replace(MARKS, ''), marks };
  if (found.pairs.length > 0) return fromPairs(making, found.pairs);
  if (found.options.length > 0) return fromOptions(making, found.options);
  if (found.answers.length > 0) return fromAnswers(making, found.answers);
  return fromGaps(making);
}

/** Kinds of line that don't go together, as options beside pairs: the fewer are left out, and said. */
const isMixed = ({ options, pairs, answers }: Found): boolean =>
  [options, pairs, answers].filter((list) => list.length > 0).length > 1;

/**
 * Makes questions of a pasted text. What is not understood is told by its line, and nothing is guessed: a question
 * without an answer that is marked as right is no question yet.
 */
export function pastedQuestions(text: string, rules: PasteRules): Pasted {
  const pasted: Pasted = { questions: [], unused: [] };
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
    else if (!question)
      leave('Nothing is marked as right here. Put * behind the right option, or = before the answer.');
    else {
      const trouble = questionTrouble(question, 'It');
      if (trouble) leave(trouble);
      else pasted.questions.push(question);
    }
  }
  return pasted;
}
