/**
 * Sums in questions, as teachers write them: `(a + b) / 2`, `mod(a, b) == 0`. A well-known parser reads them; what it read
 * is looked through node by node and computed here, so that nothing but these sums can be reached from a text that
 * somebody wrote.
 */
import {
  parse,
  type ConstantNode,
  type FunctionNode,
  type MathNode,
  type OperatorNode,
  type SymbolNode,
} from 'mathjs/number';

import type { ConstantName, FunctionName } from './variableName';

/** Something is no sum, or can't be computed with these numbers. */
export class ExpressionError extends Error {
  override readonly name = 'ExpressionError';
}

/** A sum that was read, and the names in it. */
export interface Expression {
  readonly node: MathNode;
  readonly names: ReadonlySet<string>;
}

export const EXPRESSION_LIMITS = { characters: 200, depth: 24, nodes: 120 };

const truth = (value: boolean): number => (value ? 1 : 0);

/** The remainder that is never negative, as it is taught. */
const remainder = (value: number, by: number): number => value - by * Math.floor(value / by);

/** The greatest common divisor, by Euclid. */
function wholeDivisor(one: number, other: number): number {
  let [larger, smaller] = [Math.abs(one), Math.abs(other)];
  while (smaller > 0) [larger, smaller] = [smaller, larger % smaller];
  return larger;
}

/** To so many places behind the decimal mark, halves away from nought. */
function rounded(value: number, places = 0): number {
  const times = 10 ** places;
  return (Math.sign(value) * Math.round(Math.abs(value) * times + Number.EPSILON * Math.abs(value) * times)) / times;
}

const OPERATORS = new Map<string, (one: number, other: number) => number>([
  ['add', (one, other) => one + other],
  ['subtract', (one, other) => one - other],
  ['multiply', (one, other) => one * other],
  ['divide', (one, other) => one / other],
  ['pow', (one, other) => one ** other],
  ['mod', remainder],
  ['equal', (one, other) => truth(Math.abs(one - other) <= 1e-9 * Math.max(1, Math.abs(one), Math.abs(other)))],
  ['unequal', (one, other) => truth(Math.abs(one - other) > 1e-9 * Math.max(1, Math.abs(one), Math.abs(other)))],
  ['smaller', (one, other) => truth(one < other)],
  ['smallerEq', (one, other) => truth(one <= other)],
  ['larger', (one, other) => truth(one > other)],
  ['largerEq', (one, other) => truth(one >= other)],
  ['and', (one, other) => truth(one !== 0 && other !== 0)],
  ['or', (one, other) => truth(one !== 0 || other !== 0)],
]);

const SIGNS = new Map<string, (value: number) => number>([
  ['unaryMinus', (value) => -value],
  ['unaryPlus', (value) => value],
  ['not', (value) => truth(value === 0)],
]);

interface KnownFunction {
  least: number;
  most: number;
  compute: (...values: number[]) => number;
}

const FUNCTIONS = new Map<string, KnownFunction>(
  Object.entries({
    abs: { least: 1, most: 1, compute: Math.abs },
    sqrt: { least: 1, most: 1, compute: Math.sqrt },
    floor: { least: 1, most: 1, compute: Math.floor },
    ceil: { least: 1, most: 1, compute: Math.ceil },
    round: { least: 1, most: 2, compute: rounded },
    min: { least: 1, most: 10, compute: Math.min },
    max: { least: 1, most: 10, compute: Math.max },
    mod: { least: 2, most: 2, compute: remainder },
    gcd: { least: 2, most: 2, compute: wholeDivisor },
  } satisfies Record<FunctionName, KnownFunction>),
);

const CONSTANTS = new Map<string, number>(Object.entries({ pi: Math.PI } satisfies Record<ConstantName, number>));

/** Whether a node may stand in a sum, apart from what stands below it. */
function whyNot(node: MathNode): string | null {
  switch (node.type) {
    case 'ParenthesisNode':
    case 'SymbolNode':
      return null;
    case 'ConstantNode':
      return typeof (node as ConstantNode).value === 'number' ? null : 'It may hold numbers only.';
    case 'OperatorNode': {
      const { fn, args } = node as OperatorNode;
      return (args.length === 1 ? SIGNS : OPERATORS).has(fn) ? null : `It may not hold ${(node as OperatorNode).op}.`;
    }
    case 'FunctionNode': {
      const { fn, args } = node as FunctionNode;
      const known = fn.type === 'SymbolNode' ? FUNCTIONS.get(fn.name) : undefined;
      if (!known) return `${fn.toString()} is no function that is known here.`;
      return args.length < known.least || args.length > known.most
        ? `${fn.name} has too few or too many numbers.`
        : null;
    }
    case 'AssignmentNode':
    case 'FunctionAssignmentNode':
      return 'Two equals signs compare: a == b.';
    default:
      return 'It may hold numbers, names, brackets and + - * / ^ only.';
  }
}

/** What stands below a node: of a function its numbers, not its name. */
const below = (node: MathNode): MathNode[] => {
  if (node.type === 'FunctionNode' || node.type === 'OperatorNode') return (node as FunctionNode | OperatorNode).args;
  return node.type === 'ParenthesisNode' ? [(node as unknown as { content: MathNode }).content] : [];
};

function lookThrough(node: MathNode, depth: number, found: { nodes: number; names: Set<string> }): void {
  found.nodes += 1;
  if (depth > EXPRESSION_LIMITS.depth || found.nodes > EXPRESSION_LIMITS.nodes)
    throw new ExpressionError('This is too long a sum. Split it into several numbers.');
  const why = whyNot(node);
  if (why) throw new ExpressionError(why);
  if (node.type === 'SymbolNode' && !CONSTANTS.has((node as SymbolNode).name))
    found.names.add((node as SymbolNode).name);
  for (const part of below(node)) lookThrough(part, depth + 1, found);
}

function parsed(text: string): MathNode {
  if (text.trim() === '') throw new ExpressionError('Nothing stands here yet.');
  if (text.length > EXPRESSION_LIMITS.characters)
    throw new ExpressionError(`A sum has at most ${EXPRESSION_LIMITS.characters} characters.`);
  try {
    return parse(text);
  } catch {
    throw new ExpressionError(`“${text}” can’t be read as a sum.`);
  }
}

/** @throws ExpressionError where a text is no sum of this kind */
export function readExpression(text: string): Expression {
  const node = parsed(text);
  const found = { nodes: 0, names: new Set<string>() };
  lookThrough(node, 0, found);
  return { node, names: found.names };
}

/** Each step has to come to a number: 1 / 0 is larger than everything, and nothing that somebody meant. */
function insistOnNumber(value: number): number {
  if (Number.isFinite(value)) return value;
  throw new ExpressionError('It comes to no number: perhaps something is divided by nought.');
}

function computed(node: MathNode, values: ReadonlyMap<string, number>): number {
  if (node.type === 'ConstantNode') return insistOnNumber((node as ConstantNode<number>).value);
  if (node.type === 'SymbolNode') {
    const { name } = node as SymbolNode;
    const value = values.get(name) ?? CONSTANTS.get(name);
    if (value === undefined) throw new ExpressionError(`There is no number called ${name}.`);
    return insistOnNumber(value);
  }
  const numbers = below(node).map((part) => computed(part, values));
  if (node.type === 'ParenthesisNode') return numbers[0]!;
  if (node.type === 'FunctionNode')
    return insistOnNumber(FUNCTIONS.get((node as FunctionNode).fn.name)!.compute(...numbers));
  const { fn } = node as OperatorNode;
  return insistOnNumber(
    numbers.length === 1 ? SIGNS.get(fn)!(numbers[0]!) : OPERATORS.get(fn)!(numbers[0]!, numbers[1]!),
  );
}

/**
 * What a sum comes to.
 * @throws ExpressionError where a name stands for nothing, or where it comes to no number, as when something is divided by
 * nought
 */
export const valueOf = (expression: Expression, values: ReadonlyMap<string, number>): number =>
  computed(expression.node, values);
