/** A teacher's own stamps: marks that were drawn once and can be put down again. They travel as JSON, bytes as Base64. */
import { fromBase64, toBase64 } from 'lib0/buffer';
import type { Bounds } from '../ink/ink';
import { readItem, type Fields } from '../page/item';
import { compose, IDENTITY, isMatrix, translation } from '../page/matrix';

export type StampItem = Record<string, unknown>;

/** What a stamp may be made of. */
const KINDS = ['stroke', 'fill', 'text'];
const BYTES = ['points', 'path'] as const;

function bytesOf(text: unknown): Uint8Array | undefined {
  return typeof text === 'string' && /^[A-Za-z0-9+/]*={0,2}$/.test(text) ? fromBase64(text) : undefined;
}

/**
 * Copies of items as a stamp, their top left corner at the origin.
 *
 * @param copies fields of items, back to front; what a stamp can't be made of is left out
 * @param bounds where they lie, in points
 */
export function stampItems(copies: readonly Fields[], { left, top }: Bounds): StampItem[] {
  return copies.filter(({ kind }) => KINDS.includes(kind as string)).map(({ order: _order, at: _at, spot: _spot, ...fields }) => ({
    ...fields, matrix: compose(translation(-left, -top), isMatrix(fields.matrix) ? fields.matrix : IDENTITY),
    ...Object.fromEntries(BYTES.flatMap((key) => (fields[key] instanceof Uint8Array ? [[key, toBase64(fields[key])]] : []))),
  }));
}

/** Reads a stamp's items from anything, as fields to be put onto a page; what is damaged, or no mark, is left out. */
export function readStampItems(value: unknown): Fields[] {
  if (!Array.isArray(value)) return [];
  return value.flatMap((raw: unknown): Fields[] => {
    if (typeof raw !== 'object' || raw === null || !KINDS.includes((raw as StampItem).kind as string)) return [];
    const fields = Object.fromEntries(
      Object.entries(raw).flatMap(([key, each]) => ((BYTES as readonly string[]).includes(key) ? [[key, bytesOf(each)]] : [[key, each as unknown]])),
    );
    return readItem('stamp', new Map(Object.entries(fields))) ? [fields] : [];
  });
}
