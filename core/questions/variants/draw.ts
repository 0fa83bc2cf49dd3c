import { randomFrom } from '../shuffle';
import { ExpressionError, readExpression, valueOf, type Expression } from './expression';
import type { Template, Values, Variable } from './template';

/** So many draws are tried until all conditions hold. */
const MOST_DRAWS = 2_000;

/** No numbers meet the conditions, or none were found. */
export class UnmeetableTemplateError extends Error {
  override readonly name = 'UnmeetableTemplateError';
}

/** A template whose sums have been read, ready to be drawn from. */
interface Readied {
  variables: { variable: Variable; formula: Expression | null }[];
  conditions: Expression[];
}

/** Why a sum can't be used; null where it can. */
function troubleWith(text: string, where: string, known: ReadonlySet<string>): string | null {
  try {
    const unknown = [...readExpression(text).names].find((name) => !known.has(name));
    return unknown === undefined ? null : `${where}: there is no number called ${unknown} above it.`;
  } catch (error) {
    if (error instanceof ExpressionError) return `${where}: ${error.message}`;
    throw error;
  }
}

function variableTrouble(variable: Variable, known: ReadonlySet<string>): string | null {
  const { name } = variable;
  if (variable.kind === 'formula') return troubleWith(variable.formula, `The number ${name}`, known);
  if (variable.kind === 'list') return variable.values.length === 0 ? `The number ${name} has nothing to be.` : null;
  const { from, to, step } = variable;
  if (step <= 0) return `The number ${name} needs a step above nought.`;
  return to < from ? `The number ${name} ends before it begins.` : null;
}

/** What keeps a template from being drawn from, as a sentence; null for nothing. */
export function templateTrouble({ variables, conditions }: Template): string | null {
  const known = new Set<string>();
  for (const variable of variables) {
    const trouble = variableTrouble(variable, known);
    if (trouble) return trouble;
    known.add(variable.name);
  }
  return conditions.map((text) => troubleWith(text, `The condition “${text}”`, known)).find(Boolean) ?? null;
}

const readied = ({ variables, conditions }: Template): Readied => ({
  variables: variables.map((variable) => ({
    variable,
    formula: variable.kind === 'formula' ? readExpression(variable.formula) : null,
  })),
  conditions: conditions.map(readExpression),
});

/** Steps are counted, so that 0.1 and 0.1 and 0.1 is 0.3. */
function drawn(variable: Exclude<Variable, { kind: 'formula' }>, random: () => number): number {
  if (variable.kind === 'list') return variable.values[Math.floor(random() * variable.values.length)]!;
  const { from, to, step } = variable;
  const steps = Math.floor((to - from) / step + 1e-9) + 1;
  return Number((from + step * Math.floor(random() * steps)).toPrecision(12));
}

/** One draw; null where it does not meet the conditions, or something in it can't be computed. */
function draw({ variables, conditions }: Readied, random: () => number): Values | null {
  const values = new Map<string, number>();
  try {
    for (const { variable, formula } of variables) {
      const value = variable.kind === 'formula' ? valueOf(formula!, values) : drawn(variable, random);
      values.set(variable.name, value);
    }
    return conditions.every((condition) => valueOf(condition, values) !== 0) ? values : null;
  } catch (error) {
    if (error instanceof ExpressionError) return null;
    throw error;
  }
}

/**
 * Draws the numbers of a variant: the same seed gives the same ones, wherever it is computed.
 *
 * @throws UnmeetableTemplateError where none of MOST_DRAWS draws meets the conditions
 * @throws ExpressionError where a sum can't be read; `templateTrouble` says so before
 */
export function drawValues(template: Template, seed: string): Values {
  const ready = readied(template);
  const random = randomFrom(seed);
  for (let count = 0; count < MOST_DRAWS; count++) {
    const values = draw(ready, random);
    if (values) return values;
  }
  throw new UnmeetableTemplateError('No numbers were found for which all conditions hold. Make them looser.');
}
