import { readPages, type PagePlan } from '@lippet/core/page/document';
import { useEffect, useState } from 'react';
import type * as Y from 'yjs';

/** The pages of a document, in order, kept in step with it. Drawing on a page does not ask for them anew. */
export function usePages(doc: Y.Doc | null, loaded: boolean): readonly PagePlan[] {
  const [pages, setPages] = useState<readonly PagePlan[]>(() => (doc && loaded ? readPages(doc) : []));
  useEffect(() => {
    if (!doc || !loaded) return undefined;
    const list = doc.getArray<Y.Map<unknown>>('pages');
    const read = (): void => setPages(readPages(doc));
    const onEvents = (events: Y.YEvent<Y.AbstractType<unknown>>[]): void => {
      // A page's own fields lie one step down; its items further.
      if (events.some(({ target }) => target === (list as unknown) || target.parent === (list as unknown))) read();
    };
    read();
    list.observeDeep(onEvents as never);
    return () => list.unobserveDeep(onEvents as never);
  }, [doc, loaded]);
  return pages;
}
