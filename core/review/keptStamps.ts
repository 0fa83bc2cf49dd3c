/** A teacher's own stamps: marks that were drawn once and can be put down again. They travel as JSON. */
import type { Bounds } from '../ink/ink';
import type { Fields, Item } from '../page/item';
import { itemsToJson, readJsonItems, type JsonItem } from '../page/itemJson';
import { compose, IDENTITY, isMatrix, translation } from '../math/matrix';

export type StampItem = JsonItem;

/** What a stamp may be made of. */
const KINDS: readonly Item['kind'][] = ['stroke', 'fill', 'text'];

/**
 * Copies of items as a stamp, their top left corner at the origin.
 *
 * @param copies fields of items, back to front; what a stamp can't be made of is left out
 * @param bounds where they lie, in points
 */
export function stampItems(copies: readonly Fields[], { left, top }: Bounds): StampItem[] {
  return itemsToJson(
    copies
      .filter(({ kind }) => (KINDS as readonly unknown[]).includes(kind))
      .map(({ order: _order, at: _at, spot: _spot, ...fields }) => ({
        ...fields,
        matrix: compose(translation(-left, -top), isMatrix(fields.matrix) ? fields.matrix : IDENTITY),
      })),
  );
}

/** Reads a stamp's items from anything, as fields to be put onto a page; what is damaged, or no mark, is left out. */
export const readStampItems = (value: unknown): Fields[] => readJsonItems(value, KINDS);
