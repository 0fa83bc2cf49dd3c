/** The same question with other numbers, made from a seed that is kept with the try. */
import { filledQuestion, optionsOf, questionTrouble, rightAnswer, type Answer, type Question } from '../question';
import type { School } from '../questionKind';
import { ExpressionError, readExpression, valueOf } from './expression';
import type { Values } from './template';
import { drawValues, templateTrouble, UnmeetableTemplateError } from './draw';

/** A number has at most so many digits behind its first one: what a computer adds behind them is no part of it. */
const PRECISION = 12;
/** With more digits behind the decimal mark, or more in all, an answer is ugly. */
const NICE = { places: 4, digits: 7 };

const SUM = /\{(?<sum>[^{}]+)\}/g;

/** A number in a text, as the school writes it. */
function written(value: number, { decimalMark }: School): string {
  const text = String(Number(value.toPrecision(PRECISION)));
  return decimalMark === 'comma' ? text.replace('.', ',') : text;
}

const filledWith = (question: Question, values: Values, school: School): Question => {
  const number = (sum: string): number => Number(valueOf(readExpression(sum), values).toPrecision(PRECISION));
  const text = (words: string): string => words.replace(SUM, (_, sum: string) => written(number(sum), school));
  return filledQuestion(question, { text, number });
};

/**
 * A variant of a question. One without a template is its own only variant.
 *
 * @param seed the same seed gives the same variant, wherever it is made
 * @throws UnmeetableTemplateError where no numbers meet the conditions, ExpressionError where a sum can't be computed
 */
export function variantOf(question: Question, seed: string, school: School): Question {
  if (!question.template) return question;
  return filledWith(question, drawValues(question.template, seed), school);
}

/** What keeps a template from being set, as a sentence; null for nothing. It is tried once. */
export function variantTrouble(question: Question, name: string, school: School): string | null {
  if (!question.template) return questionTrouble(question, name);
  const trouble = templateTrouble(question.template);
  if (trouble) return `${name}: ${trouble}`;
  try {
    return questionTrouble(variantOf(question, question.id, school), name);
  } catch (error) {
    if (error instanceof ExpressionError || error instanceof UnmeetableTemplateError)
      return `${name}: ${error.message}`;
    throw error;
  }
}

/** A variant that was tried. */
export interface TriedVariant {
  seed: string;
  question: Question;
  right: Answer | null;
  /** What a teacher should look at, in sentences. */
  warnings: string[];
}

/** Words that two options share, compared as they are read; null for none. */
function sharedWords(question: Question): string | null {
  const seen = new Set<string>();
  for (const { words, picture, sound } of optionsOf(question)) {
    const form = words.trim().toLowerCase();
    if (picture !== null || sound !== null || form === '') continue;
    if (seen.has(form)) return words;
    seen.add(form);
  }
  return null;
}

/** The number that is right, where it has more digits than anybody wants to type; null where it is fine. */
function uglyNumber(right: Answer | null): string | null {
  const typed = right && 'typed' in right ? /[\d.,]+/.exec(right.typed)?.[0] : undefined;
  if (typed === undefined) return null;
  const [whole = '', part = ''] = typed.split(/[.,]/);
  return part.length > NICE.places || whole.length + part.length > NICE.digits ? typed : null;
}

function warningsOf(question: Question, right: Answer | null): string[] {
  const [shared, ugly] = [sharedWords(question), uglyNumber(right)];
  return [
    ...(shared === null ? [] : [`Two options are the same: ${shared}.`]),
    ...(ugly === null ? [] : [`The answer is long: ${ugly}.`]),
  ];
}

/**
 * Variants side by side, to see whether the template does what it should.
 * @throws as `variantOf`
 */
export const tryVariants = (question: Question, count: number, school: School): TriedVariant[] =>
  Array.from({ length: count }, (_, index) => {
    const seed = `variant ${index + 1}`;
    const variant = variantOf(question, seed, school);
    const right = rightAnswer(variant, school);
    return { seed, question: variant, right, warnings: warningsOf(variant, right) };
  });
