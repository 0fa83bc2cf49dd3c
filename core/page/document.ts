/**
 * A piece's live document: pages with items, in Yjs so that several devices can add at once.
 *
 * Layout: `pages`, a Y.Array of Y.Map { id, part, width, height, background (JSON), spots (JSON), order, deleted,
 * items: Y.Map by id (see item.ts) }. A page never leaves the array, so that one that was deleted can come back,
 * and moving one changes only its `order` key. Marks of a review are another document with the same items, one
 * top-level map a page, so that two desks that open it at once can't make it twice.
 */
import * as Y from 'yjs';
import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing';
import type { Background } from './background';
import { compareKeys, putItem, type Fields, type ItemMap, type Items } from './item';
import { isPageSide } from './pageSide';
import { readPageBackground } from './readBackground';
import { readSpots, type Spot } from './spots';

/** A page as an activity asks for it, before anyone has drawn on it. */
export interface PagePlan {
  id: string;
  /** The part it belongs to. */
  part: string;
  /** Size in points. */
  width: number;
  height: number;
  background: Background;
  /** Places that wait for something. */
  spots?: readonly Spot[];
}

export type PageMap = Y.Map<unknown>;

/** The client id that lays out a new document; no real client can have it, they draw theirs at random. */
const LAYOUT_CLIENT = 1;
/** Most pages that one document may have, deleted ones not counted. */
export const MAX_PAGES = 400;

function pageMap(plan: PagePlan, order: string): PageMap {
  const page: PageMap = new Y.Map();
  const { id, part, width, height, background, spots } = plan;
  for (const [key, value] of Object.entries({ id, part, width, height, background, order })) page.set(key, value);
  if (spots && spots.length > 0) page.set('spots', spots);
  page.set('items', new Y.Map());
  return page;
}

/**
 * The first update of a piece's document. The same plan always gives the same bytes, so laying a
 * piece out twice (two devices, a retry) leaves one set of pages.
 */
export function startDocument(plans: readonly PagePlan[]): Uint8Array {
  const doc = new Y.Doc();
  doc.clientID = LAYOUT_CLIENT;
  const orders = generateNKeysBetween(null, null, plans.length);
  doc.getArray('pages').push(plans.map((plan, i) => pageMap(plan, orders[i]!)));
  return Y.encodeStateAsUpdate(doc);
}

/** A document from its bytes; an empty one from none. */
export function documentOf(update: Uint8Array | null | undefined): Y.Doc {
  // A name is made of 31 random numbers, which takes a thirteenth of reading a page; it lies in no other document.
  const doc = new Y.Doc({ guid: '' });
  if (update) Y.applyUpdate(doc, update);
  return doc;
}

/** All that is a page, with a place for items; what else somebody has written there is nothing. */
const pageList = (doc: Y.Doc): PageMap[] =>
  doc
    .getArray('pages')
    .toArray()
    .filter((page): page is PageMap => page instanceof Y.Map && page.get('items') instanceof Y.Map);

/** The page with this id, deleted or not. */
export const findPage = (doc: Y.Doc, pageId: string): PageMap | undefined =>
  pageList(doc).find((page) => page.get('id') === pageId);

/** The page's items, or undefined if the document has no such page. */
export const pageItems = (doc: Y.Doc, pageId: string): Items | undefined =>
  findPage(doc, pageId)?.get('items') as Items | undefined;

/** Begins the name of the map that holds the marks on one page, or on one take. */
export const MARKS = 'marks:';

/** Whether items are marks on work, and not the work itself: those are maps of their own, not part of a page. */
export const areMarks = (items: Items): boolean =>
  items.parent === null && items.doc !== null && Y.findRootTypeKey(items).startsWith(MARKS);

/** The marks on one page (or the pins on one take), in a review's document. */
export function markItems(doc: Y.Doc, pageId: string): Items {
  return doc.getMap<ItemMap>(MARKS + pageId);
}

/** Pages laid out before pages had an order lie in the order of the array. */
function orderOf(page: PageMap, index: number, count: number): string {
  const order = page.get('order');
  return typeof order === 'string' ? order : generateNKeysBetween(null, null, count)[index]!;
}

interface OrderedPage extends PagePlan {
  order: string;
}

function orderedPages(doc: Y.Doc): OrderedPage[] {
  const pages: OrderedPage[] = [];
  const list = pageList(doc);
  // Two devices may have laid out the same sheet: the first of them counts, as it does for findPage.
  const seen = new Set<unknown>();
  list.forEach((page, index) => {
    const known = seen.has(page.get('id'));
    seen.add(page.get('id'));
    if (known || page.get('deleted') === true || pages.length === MAX_PAGES) return;
    const [id, part, width, height] = ['id', 'part', 'width', 'height'].map((key) => page.get(key));
    if (typeof id !== 'string' || typeof part !== 'string') return;
    if (!isPageSide(width) || !isPageSide(height)) return;
    const spots = readSpots(page.get('spots'));
    pages.push({
      id,
      part,
      width,
      height,
      background: readPageBackground(page.get('background')),
      order: orderOf(page, index, list.length),
      ...(spots.length > 0 ? { spots } : {}),
    });
  });
  return pages.sort((a, b) => compareKeys(a.order, b.order) || compareKeys(a.id, b.id));
}

/** The pages of a document, in order. What is not a page (written by a broken client), or was deleted, is left out. */
export const readPages = (doc: Y.Doc): PagePlan[] => orderedPages(doc).map(({ order: _, ...plan }) => plan);

/** The order key for a page that comes behind page `after`; null puts it first. */
export function orderBehind(doc: Y.Doc, after: string | null): string {
  const pages = orderedPages(doc);
  const index = after === null ? -1 : pages.findIndex(({ id }) => id === after);
  return generateKeyBetween(pages[index]?.order ?? null, pages[index + 1]?.order ?? null);
}

/**
 * Lays out the sheets that the activity has got since this piece was begun; what was deleted stays so.
 *
 * @param plans all sheets of the activity, in the order of its parts
 * @returns whether there were any
 */
export function layOutNew(doc: Y.Doc, plans: readonly PagePlan[]): boolean {
  const fresh = plans.filter(({ id }) => !findPage(doc, id));
  doc.transact(() => {
    for (const plan of fresh) {
      const before = plans.slice(0, plans.indexOf(plan)).map(({ part }) => part);
      addPage(
        doc,
        plan,
        orderBehind(
          doc,
          readPages(doc)
            .filter(({ part }) => part === plan.part || before.includes(part))
            .at(-1)?.id ?? null,
        ),
      );
    }
  });
  return fresh.length > 0;
}

/** Sheets of the activity that were deleted from a piece and can come back, with all that was on them. */
export const deletedSheets = (doc: Y.Doc, plans: readonly PagePlan[]): PagePlan[] =>
  plans.filter(({ id }) => findPage(doc, id)?.get('deleted') === true);

/** Adds a page with these items; call it within one transaction with all that belongs to it. */
export function addPage(
  doc: Y.Doc,
  plan: PagePlan,
  order: string,
  items: ReadonlyMap<string, Fields> = new Map(),
): void {
  const page = pageMap(plan, order);
  doc.getArray('pages').push([page]);
  items.forEach((fields, id) => putItem(page.get('items') as Items, id, fields));
}
