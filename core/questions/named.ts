/** What has an id and words within a question's settings, whichever kind it is of: options, groups to sort into, gaps. */

export interface Named {
  id: string;
  words?: string;
  title?: string;
  picture?: string | null;
  sound?: string | null;
}

const isNamed = (value: unknown): value is Named =>
  typeof value === 'object' && value !== null && typeof (value as Named).id === 'string';

/** All that has an id in a value, in its order. */
export function namedIn(value: unknown): Named[] {
  if (Array.isArray(value)) return value.flatMap(namedIn);
  if (typeof value !== 'object' || value === null) return [];
  const inside = Object.values(value).flatMap(namedIn);
  return isNamed(value) ? [value, ...inside] : inside;
}

/** A value in which everything that has an id is another one. */
export function withNamed(value: unknown, change: (named: Named) => Named): unknown {
  if (Array.isArray(value)) return value.map((entry) => withNamed(entry, change));
  if (typeof value !== 'object' || value === null) return value;
  const inside = Object.fromEntries(Object.entries(value).map(([key, entry]) => [key, withNamed(entry, change)]));
  return isNamed(inside) ? change(inside) : inside;
}
