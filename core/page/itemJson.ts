/** Items as JSON, bytes as Base64: for what is kept or sent outside a document. */
// It needs neither Node's Buffer nor a window: this is read in workers too.
import { fromByteArray, toByteArray } from 'base64-js';
import { readItem, type Fields, type Item } from './item';

export type JsonItem = Record<string, unknown>;

const BYTES: readonly string[] = ['points', 'path'];

function bytesOf(text: unknown): Uint8Array | undefined {
  return typeof text === 'string' && text.length % 4 === 0 && /^[A-Za-z0-9+/]*={0,2}$/.test(text)
    ? toByteArray(text)
    : undefined;
}

/** Fields of items as JSON, in the same order. */
export const itemsToJson = (items: readonly Fields[]): JsonItem[] =>
  items.map((fields) =>
    Object.fromEntries(
      Object.entries(fields).map(([key, value]) => [key, value instanceof Uint8Array ? fromByteArray(value) : value]),
    ),
  );

/**
 * Reads items from anything.
 *
 * @param kinds the kinds that may be among them
 * @returns fields to be put onto a page; what is damaged, or of another kind, is left out
 */
export function readJsonItems(value: unknown, kinds: readonly Item['kind'][]): Fields[] {
  if (!Array.isArray(value)) return [];
  return value.flatMap((raw: unknown): Fields[] => {
    if (typeof raw !== 'object' || raw === null || !(kinds as readonly unknown[]).includes((raw as JsonItem).kind))
      return [];
    const fields = Object.fromEntries(
      Object.entries(raw).map(([key, value]) => [key, BYTES.includes(key) ? bytesOf(value) : (value as unknown)]),
    );
    return readItem('read', new Map(Object.entries(fields))) ? [fields] : [];
  });
}
