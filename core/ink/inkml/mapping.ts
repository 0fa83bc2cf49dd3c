import { attribute, childrenNamed, type InkmlElement } from './inkmlTree';

/** A mapping of InkML (chapter 6) between channels, by their names; `unknown` is one that can't be computed here. */
export type Mapping =
  | { kind: 'identity' }
  | { kind: 'affine'; sources: readonly string[]; targets: readonly string[]; rows: readonly (readonly number[])[] }
  | { kind: 'unknown' };

export const IDENTITY_MAPPING: Mapping = { kind: 'identity' };

const numbersOf = (text: string): number[] =>
  text
    .trim()
    .split(/\s+/)
    .filter((word) => word !== '')
    .map(Number);

function readAffine(element: InkmlElement, channels: readonly string[]): Mapping {
  const binds = childrenNamed(element, 'bind');
  const named = (key: string): string[] => binds.map((bind) => attribute(bind, key)).filter((name) => name !== '');
  const [sources, targets] = [named('source'), named('target')];
  const text = element.children.find(({ name }) => name === 'affine' || name === 'matrix')?.text ?? element.text;
  const rows = text.split(',').map(numbersOf);
  const columns = sources.length > 0 ? sources : channels;
  const fits = rows.every((row) => row.length === columns.length + 1 && row.every(Number.isFinite));
  const results = targets.length > 0 ? targets : columns;
  if (!fits || rows.length !== results.length) return { kind: 'unknown' };
  return { kind: 'affine', sources: columns, targets: results, rows };
}

/**
 * @param channels the channels that are meant where the mapping names none
 */
export function readMapping(element: InkmlElement, channels: readonly string[]): Mapping {
  switch (attribute(element, 'type')) {
    case 'identity':
    case '':
      return element.children.some(({ name }) => name === 'affine') ? readAffine(element, channels) : IDENTITY_MAPPING;
    case 'affine':
      return readAffine(element, channels);
    default:
      return { kind: 'unknown' };
  }
}

/** The values of a sample after an affine mapping: each row is a factor for each source, and what is added. */
export function mapValues(mapping: Mapping, values: ReadonlyMap<string, number>): ReadonlyMap<string, number> {
  if (mapping.kind !== 'affine') return values;
  const result = new Map(values);
  mapping.targets.forEach((target, i) => {
    const row = mapping.rows[i]!;
    const sum = mapping.sources.reduce((total, source, k) => total + row[k]! * (values.get(source) ?? 0), 0);
    result.set(target, sum + row.at(-1)!);
  });
  return result;
}
