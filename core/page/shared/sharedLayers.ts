/**
 * A sheet that several fill together is one Yjs document. What somebody makes on a page lies in a top-level map of its
 * own, named after them and the page, so that it can be told of each change whose work it touches.
 */
import type * as Y from 'yjs';
import { compareKeys, putItem, readItem, topOrder, type Fields, type ItemMap, type Items } from '../item';
import type { PagePlan } from '../document';

const LAYER = 'by:';

/** Whose layer of which page. */
export interface Layer {
  person: string;
  page: string;
}

export const layerName = ({ person, page }: Layer): string => `${LAYER}${person}:${page}`;

/** Reads the name of a layer; null for what is none. */
export function readLayerName(name: string): Layer | null {
  if (!name.startsWith(LAYER)) return null;
  const [person, ...page] = name.slice(LAYER.length).split(':');
  return person && page.length > 0 ? { person, page: page.join(':') } : null;
}

/** What somebody made on a page. */
export const layerOfPerson = (doc: Y.Doc, layer: Layer): Items => doc.getMap<ItemMap>(layerName(layer));

/** How many things somebody has added, on these pages. */
export const countAdded = (doc: Y.Doc, person: string, pages: readonly Pick<PagePlan, 'id'>[]): number =>
  pages.reduce((sum, { id }) => sum + layerOfPerson(doc, { person, page: id }).size, 0);

/** When somebody made something last on these pages, and where that lies. */
export interface LastMade {
  page: string;
  id: string;
  /** Milliseconds since 1970, as their device has it. */
  at: number;
}

/** What somebody made last; null for nothing. */
export function lastMade(doc: Y.Doc, person: string, pages: readonly Pick<PagePlan, 'id'>[]): LastMade | null {
  let last: LastMade | null = null;
  for (const { id: page } of pages) {
    layerOfPerson(doc, { person, page }).forEach((item, id) => {
      const time = readItem(id, item)?.at ?? -1;
      if (time > (last?.at ?? -1)) last = { page, id, at: time };
    });
  }
  return last;
}

/**
 * Puts a shared page into a piece that is sent, as it is now: what the learner made themselves lies on top, what others
 * made is marked as theirs and lies below.
 *
 * @param into the page's items in the piece
 */
export function freezeLayers(shared: Y.Doc, page: string, person: string, into: Items): void {
  const names = [...shared.share.keys()].sort();
  const layers = names.flatMap((name) => {
    const layer = readLayerName(name);
    return layer?.page === page ? [layer] : [];
  });
  const own = layers.filter((layer) => layer.person === person);
  const others = layers.filter((layer) => layer.person !== person);
  let number = 0;
  for (const layer of [...others, ...own]) {
    const isOwn = layer.person === person;
    const items = [...layerOfPerson(shared, layer).entries()].flatMap(([id, item]) => {
      const read = readItem(id, item);
      return read ? [{ item, order: read.order, id }] : [];
    });
    items.sort((one, other) => compareKeys(one.order, other.order));
    for (const { item } of items) {
      const fields = item.toJSON() as Fields;
      number += 1;
      putItem(into, `together.${number}`, { ...fields, order: topOrder(into), ...(isOwn ? {} : { others: true }) });
    }
  }
}
