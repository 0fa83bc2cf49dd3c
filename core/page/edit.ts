/**
 * Changes to a document as steps that can be undone: each says what every item and page it touched was before and is
 * after. Steps are plain data, so a draft's undo lives through a reload; and since they hold only what one person did
 * on one device, undo never takes back what somebody else drew.
 */
import type * as Y from 'yjs';
import type { Background } from './background';
import { partsWithTakes, takeItems, takesPlace } from '../recording/take';
import { findPage } from './document';
import { putItem, type Fields, type ItemMap, type Items } from './item';

export interface ItemChange {
  page: string;
  id: string;
  /** All fields as they are to be; null takes the item away. */
  after: Fields | null;
}

/** What can change of a page; a key that is left out stays as it is. */
export interface PageFields {
  order?: string;
  deleted?: boolean;
  /** The paper, or the photo, and the size that goes with it. */
  ground?: { background: Background; width: number; height: number };
}

export interface PageChange {
  page: string;
  after: PageFields;
}

export interface Step {
  items: { page: string; id: string; before: Fields | null; after: Fields | null }[];
  pages: { page: string; before: PageFields; after: PageFields }[];
}

/** Where the items of a page are: in a piece's document, or in a document of marks. */
export type ItemsOf = (page: string) => Items | undefined;

const fieldsOf = (item: ItemMap | undefined): Fields | null => (item ? (item.toJSON() as Fields) : null);

/** Equal as stored: numbers, words, lists and bytes by content. */
function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (a instanceof Uint8Array && b instanceof Uint8Array)
    return a.length === b.length && a.every((byte, i) => byte === b[i]);
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((entry, i) => same(entry, b[i]));
  return false;
}

export const sameFields = (a: Fields | null, b: Fields | null): boolean =>
  a === b ||
  (a !== null &&
    b !== null &&
    Object.keys(a).length === Object.keys(b).length &&
    Object.keys(a).every((key) => same(a[key], b[key])));

/** Sets an item to fields; of one that is there, only what differs is written, so that two devices' changes merge. */
function setItem(items: Items, id: string, after: Fields | null): void {
  const item = items.get(id);
  if (after === null) return void (item && items.delete(id));
  if (!item) return putItem(items, id, after);
  const before = item.toJSON() as Fields;
  for (const [key, value] of Object.entries(after)) if (!same(before[key], value)) item.set(key, value);
  for (const key of Object.keys(before)) if (!(key in after)) item.delete(key);
}

function setPage(doc: Y.Doc, id: string, after: PageFields): PageFields {
  const page = findPage(doc, id);
  if (!page) return {};
  const before: PageFields = {};
  if (after.order !== undefined) {
    before.order = page.get('order') as string;
    page.set('order', after.order);
  }
  if (after.deleted !== undefined) {
    before.deleted = page.get('deleted') === true;
    page.set('deleted', after.deleted);
  }
  if (after.ground !== undefined) {
    const [background, width, height] = [
      page.get('background') as Background,
      Number(page.get('width')),
      Number(page.get('height')),
    ];
    before.ground = { background, width, height };
    for (const [key, value] of Object.entries(after.ground)) page.set(key, value);
  }
  return before;
}

/** Makes changes in one transaction. @returns the step that undoes them; null if nothing changed */
export function applyChanges(
  doc: Y.Doc,
  itemsOf: ItemsOf,
  changes: { items?: readonly ItemChange[]; pages?: readonly PageChange[] },
  origin: unknown,
): Step | null {
  const step: Step = { items: [], pages: [] };
  doc.transact(() => {
    for (const { page, id, after } of changes.items ?? []) {
      const items = itemsOf(page);
      if (!items) continue;
      const before = fieldsOf(items.get(id));
      if (sameFields(before, after)) continue;
      setItem(items, id, after);
      step.items.push({ page, id, before, after });
    }
    for (const { page, after } of changes.pages ?? [])
      step.pages.push({ page, before: setPage(doc, page, after), after });
  }, origin);
  return step.items.length + step.pages.length > 0 ? step : null;
}

/**
 * Undoes a step (or does it again). What somebody else has taken away meanwhile stays away; what they have changed
 * is set back to what it was.
 */
export function revertStep(
  doc: Y.Doc,
  itemsOf: ItemsOf,
  step: Step,
  direction: 'undo' | 'redo',
  origin: unknown,
): void {
  const [from, to] = direction === 'undo' ? (['after', 'before'] as const) : (['before', 'after'] as const);
  doc.transact(() => {
    for (const change of direction === 'undo' ? [...step.items].reverse() : step.items) {
      const items = itemsOf(change.page);
      if (!items || (change[from] !== null && change[to] !== null && !items.has(change.id))) continue;
      setItem(items, change.id, change[to]);
    }
    for (const change of step.pages) setPage(doc, change.page, change[to]);
  }, origin);
}

/** Two steps as one: what an item was before the first, and is after the second. */
export function mergeSteps(first: Step, second: Step): Step {
  const items = new Map(first.items.map((change) => [`${change.page}\n${change.id}`, { ...change }]));
  for (const change of second.items) {
    const key = `${change.page}\n${change.id}`;
    const before = items.get(key);
    if (before) before.after = change.after;
    else items.set(key, { ...change });
  }
  return {
    items: [...items.values()].filter(({ before, after }) => !sameFields(before, after)),
    pages: [...first.pages, ...second.pages],
  };
}

/** Steps kept for undo; older ones are forgotten. */
export const MOST_STEPS = 200;

/** What was done and undone on one document by one person. Plain data: it can be stored as it is. */
export interface History {
  done: readonly Step[];
  undone: readonly Step[];
}

export const EMPTY_HISTORY: History = { done: [], undone: [] };

/** Adds a step; `join` makes it one with the step before. */
export function pushStep({ done }: History, step: Step, join = false): History {
  const last = done.at(-1);
  if (join && last) {
    const merged = mergeSteps(last, step);
    const kept = merged.items.length + merged.pages.length > 0 ? [merged] : [];
    return { done: [...done.slice(0, -1), ...kept], undone: [] };
  }
  return { done: [...done, step].slice(-MOST_STEPS), undone: [] };
}

/**
 * What has to change to make a document's pages, items and takes as they are in `wanted`: an earlier copy, brought back
 * as one step.
 */
export function differences(doc: Y.Doc, wanted: Y.Doc): { items: ItemChange[]; pages: PageChange[] } {
  const changes: { items: ItemChange[]; pages: PageChange[] } = { items: [], pages: [] };
  for (const page of doc.getArray<ItemMap>('pages')) {
    const id = page.get('id') as string;
    const old = findPage(wanted, id);
    const deleted = !old || old.get('deleted') === true;
    const order = old?.get('order') as string | undefined;
    const change: PageFields = {};
    if (deleted !== (page.get('deleted') === true)) change.deleted = deleted;
    if (order !== undefined && order !== page.get('order')) change.order = order;
    if (Object.keys(change).length > 0) changes.pages.push({ page: id, after: change });
    changes.items.push(...itemDifferences(id, page.get('items') as Items, old?.get('items') as Items | undefined));
  }
  for (const part of new Set([...partsWithTakes(doc), ...partsWithTakes(wanted)])) {
    changes.items.push(...itemDifferences(takesPlace(part), takeItems(doc, part), takeItems(wanted, part)));
  }
  return changes;
}

function itemDifferences(page: string, now: Items, then: Items | undefined): ItemChange[] {
  const changes: ItemChange[] = [];
  now.forEach((_, id) => {
    if (!then?.has(id)) changes.push({ page, id, after: null });
  });
  then?.forEach((item, id) => {
    const after = fieldsOf(item);
    if (!sameFields(fieldsOf(now.get(id)), after)) changes.push({ page, id, after });
  });
  return changes;
}
