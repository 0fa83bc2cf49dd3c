import * as Y from 'yjs';
import { partsWithTakes, readTakes } from '../recording/take';
import { pageItems, readPages } from './document';

/** Ids of all files that a document's pages and takes show or are made of, each once. */
export function mediaOf(doc: Y.Doc): string[] {
  const ids = new Set<string>();
  for (const { id, background } of readPages(doc)) {
    if ('media' in background) ids.add(background.media);
    const original = background.kind === 'photo' ? background.shot?.original : null;
    if (original) ids.add(original);
    pageItems(doc, id)?.forEach((item: unknown) => {
      if (!(item instanceof Y.Map) || item.get('kind') !== 'picture') return;
      const media = item.get('media') as unknown;
      if (typeof media === 'string') ids.add(media);
    });
  }
  for (const part of partsWithTakes(doc)) {
    for (const { media, original, cover } of readTakes(doc, part))
      for (const id of [media, original, cover]) if (id !== null) ids.add(id);
  }
  return [...ids];
}
