/** What can be done with chosen items, as changes that `applyChanges` makes. */
import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing';
import type { ItemChange } from './edit';
import { byOrder, readItem, type Fields, type Items } from './item';
import { compose, IDENTITY, isMatrix, translation, type Matrix } from '../math/matrix';

/** Fields of the chosen items that are still there, back to front. */
function chosen(items: Items, ids: readonly string[]): { id: string; fields: Fields }[] {
  return ids
    .map((id) => ({ id, read: readItem(id, items.get(id)) }))
    .filter(({ read }) => read !== null)
    .sort((a, b) => byOrder(a.read!, b.read!))
    .map(({ id }) => ({ id, fields: items.get(id)!.toJSON() as Fields }));
}

const moved = (fields: Fields, by: Matrix): Fields => ({
  ...fields,
  matrix: compose(by, isMatrix(fields.matrix) ? fields.matrix : IDENTITY),
});

/** Moves, scales or turns. A result that would leave no trace (squeezed to nothing) is not made. */
export const transformItems = (page: string, items: Items, ids: readonly string[], by: Matrix): ItemChange[] =>
  chosen(items, ids)
    .map(({ id, fields }) => ({ page, id, after: moved(fields, by) }))
    .filter(({ after }) => isMatrix(after.matrix));

/** Gives all that has a colour a new one. */
export const recolourItems = (page: string, items: Items, ids: readonly string[], colour: string): ItemChange[] =>
  chosen(items, ids)
    .filter(({ fields }) => 'colour' in fields)
    .map(({ id, fields }) => ({ page, id, after: { ...fields, colour } }));

export const deleteItems = (page: string, items: Items, ids: readonly string[]): ItemChange[] =>
  chosen(items, ids).map(({ id }) => ({ page, id, after: null }));

const ordersOf = (items: Items, except: ReadonlySet<string>): string[] => {
  const orders: string[] = [];
  items.forEach((item, id) => {
    const order = item.get('order');
    if (typeof order === 'string' && order !== '' && !except.has(id)) orders.push(order);
  });
  return orders.sort();
};

export type OrderMove = 'front' | 'back' | 'forward' | 'backward';

/** Puts the chosen items before or behind others, keeping their own order. */
export function orderItems(page: string, items: Items, ids: readonly string[], move: OrderMove): ItemChange[] {
  const picked = chosen(items, ids);
  if (picked.length === 0) return [];
  const others = ordersOf(items, new Set(ids));
  const [lowest, highest] = [String(picked[0]!.fields.order), String(picked.at(-1)!.fields.order)];
  // Where among the others the chosen ones go: behind the first `at` of them.
  const below = others.filter((order) => order < highest).length;
  const anchor = {
    front: others.length,
    back: 0,
    forward: Math.min(others.length, below + 1),
    backward: Math.max(0, others.filter((order) => order < lowest).length - 1),
  }[move];
  const orders = generateNKeysBetween(others[anchor - 1] ?? null, others[anchor] ?? null, picked.length);
  return picked.map(({ id, fields }, i) => ({ page, id, after: { ...fields, order: orders[i]! } }));
}

/** Chosen items as they can be put onto any page: back to front, without ids. */
export const copyItems = (items: Items, ids: readonly string[]): Fields[] =>
  chosen(items, ids).map(({ fields }) => fields);

/** Where copies are put: the page and its items, and how far they are moved, in points. */
export interface PastePlace {
  page: string;
  items: Items;
  offset: { x: number; y: number };
}

/** Puts copies on top of a page, made at `at`; `newId` makes an id for each. */
export function pasteItems(
  copies: readonly Fields[],
  { page, items, offset }: PastePlace,
  newId: () => string,
  index: number,
): ItemChange[] {
  const top = ordersOf(items, new Set()).at(-1) ?? null;
  let order = top;
  return copies.map((fields) => {
    order = generateKeyBetween(order, null);
    return { page, id: newId(), after: { ...moved(fields, translation(offset.x, offset.y)), order, at: index } };
  });
}
