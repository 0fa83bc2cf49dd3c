import * as Y from 'yjs';
import { documentOf, pageItems, readPages } from '../document';
import { readItems } from '../item';

/** A go without what others made on sheets that they filled together: that is for their own families. */
export function withoutOthers(document: Uint8Array): Uint8Array {
  const doc = documentOf(document);
  const others = readPages(doc).flatMap(({ id }) => {
    const items = pageItems(doc, id)!;
    return readItems(items).flatMap((item) => (item.others ? [{ items, id: item.id }] : []));
  });
  if (others.length === 0) return document;
  doc.transact(() => others.forEach(({ items, id }) => items.delete(id)));
  // Written anew, so that what was taken away is not in it.
  const clean = new Y.Doc();
  Y.applyUpdate(clean, Y.encodeStateAsUpdate(doc));
  return Y.encodeStateAsUpdate(clean);
}
