/** Reading of values that anybody may have written: each answers with something in shape, and none throws. */

/** An object of unknown fields. */
export type Raw = Record<string, unknown>;

/** The value as an object; an empty one for what is none. */
export const rawOf = (value: unknown): Raw =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Raw) : {};

/** The value as a list of objects, cut after `most`. */
export const listOf = (value: unknown, most: number): Raw[] =>
  Array.isArray(value) ? value.slice(0, most).map(rawOf) : [];

/** The value as a text of at most `most` characters; empty for what is none. */
export const textOf = (value: unknown, most: number): string => (typeof value === 'string' ? value.slice(0, most) : '');

/** A list of texts, of at most `lines` entries; undefined for what is no list. */
export const textsOf = (value: unknown, lines: number, most: number): string[] | undefined =>
  Array.isArray(value) ? value.slice(0, lines).map((line) => textOf(line, most)) : undefined;

/** A whole number from `least` to `most`; undefined for anything else. */
export const wholeOf = (value: unknown, least: number, most: number): number | undefined =>
  typeof value === 'number' && Number.isFinite(value) && value >= least && value <= most
    ? Math.round(value)
    : undefined;

/** A time of the years 2000 to 2200, in milliseconds since 1970; null for anything else. */
export const timeOf = (value: unknown): number | null =>
  typeof value === 'number' && value > 946_684_800_000 && value < 7_258_118_400_000 ? Math.round(value) : null;

/** True or false; undefined for anything else. */
export const flagOf = (value: unknown): boolean | undefined => (typeof value === 'boolean' ? value : undefined);

/** One of `all`, or `otherwise`. */
export const oneOf = <T extends string>(all: readonly T[], value: unknown, otherwise: T): T =>
  all.includes(value as T) ? (value as T) : otherwise;

/** Each id once: of two alike, the first stays. */
export function distinct<T>(all: readonly T[], idOf: (entry: T) => string): T[] {
  const seen = new Set<string>();
  return all.filter((entry) => !seen.has(idOf(entry)) && seen.add(idOf(entry)));
}

/** Without the fields that are undefined: what was not said takes no room. */
export const withoutUndefined = <T extends object>(fields: T): T =>
  Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as T;
