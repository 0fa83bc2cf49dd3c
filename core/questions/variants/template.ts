/** Numbers that are drawn anew for each variant of a question, and what has to hold of them. */
import { listOf, oneOf, textOf, textsOf, type Raw } from '../../contract/readRaw';
import { isVariableName } from './variableName';

export const VARIABLE_KINDS = ['range', 'list', 'formula'] as const;

/** A number of a variant. */
export type Variable =
  /** Drawn from `from`, `from + step` and so on, up to `to`. */
  | { name: string; kind: 'range'; from: number; to: number; step: number }
  /** One of these. */
  | { name: string; kind: 'list'; values: number[] }
  /** Computed from those above it. */
  | { name: string; kind: 'formula'; formula: string };

export interface Template {
  variables: Variable[];
  /** Sums that have to be true of the numbers: `mod(a, b) == 0`. */
  conditions: string[];
}

/** The numbers of one variant, by their names. */
export type Values = ReadonlyMap<string, number>;

export const TEMPLATE_LIMITS = { variables: 20, values: 200, conditions: 20, formula: 200 };

const numberOf = (value: unknown, otherwise: number): number =>
  typeof value === 'number' && Number.isFinite(value) ? value : otherwise;

function readVariable(raw: Raw): Variable[] {
  const name = textOf(raw.name, 20);
  const kind = oneOf(VARIABLE_KINDS, raw.kind, 'range');
  if (!isVariableName(name)) return [];
  if (kind === 'formula') return [{ name, kind, formula: textOf(raw.formula, TEMPLATE_LIMITS.formula) }];
  if (kind === 'list') {
    const given = Array.isArray(raw.values) ? raw.values.slice(0, TEMPLATE_LIMITS.values) : [];
    return [{ name, kind, values: given.filter((value): value is number => Number.isFinite(value)) }];
  }
  return [{ name, kind, from: numberOf(raw.from, 1), to: numberOf(raw.to, 10), step: numberOf(raw.step, 1) }];
}

/** Reads a template from anything; null where there are no numbers to draw. Of two with one name the first stays. */
export function readTemplate(raw: Raw): Template | null {
  const read = listOf(raw.variables, TEMPLATE_LIMITS.variables).flatMap(readVariable);
  const names = new Set<string>();
  const variables = read.filter(({ name }) => !names.has(name) && names.add(name));
  if (variables.length === 0) return null;
  const conditions = textsOf(raw.conditions, TEMPLATE_LIMITS.conditions, TEMPLATE_LIMITS.formula) ?? [];
  return { variables, conditions: conditions.filter((text) => text.trim() !== '') };
}
