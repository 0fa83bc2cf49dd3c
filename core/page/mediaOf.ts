import type * as Y from 'yjs';
import { pageItems, readPages } from './document';

/** Ids of all pictures and PDFs that a document's pages show or are made of, each once. */
export function mediaOf(doc: Y.Doc): string[] {
  const ids = new Set<string>();
  for (const { id, background } of readPages(doc)) {
    if (background && 'media' in background) ids.add(background.media);
    const original = background?.kind === 'photo' ? background.shot?.original : null;
    if (typeof original === 'string') ids.add(original);
    pageItems(doc, id)?.forEach((item) => {
      const media = item.get?.('kind') === 'picture' ? item.get('media') : null;
      if (typeof media === 'string') ids.add(media);
    });
  }
  return [...ids];
}
