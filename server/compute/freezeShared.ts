import * as Y from 'yjs';
import { addPage, documentOf, orderBehind, pageItems, readPages, type PagePlan } from '@lippet/core/page/document';
import { readItems } from '@lippet/core/page/item';
import { freezeLayers } from '@lippet/core/page/shared/sharedLayers';

/** Sheets that a learner has filled together with others, and the piece that they go with. */
export interface FreezeSharedTask {
  /** The piece as it is frozen without them; null for an empty one. */
  document: Uint8Array | null;
  person: string;
  sheets: readonly { pages: readonly PagePlan[]; updates: readonly Uint8Array[] }[];
}

/** Puts the pages of shared sheets into a piece, and says which of the learner's own files lie on them. */
export function freezeShared({ document, person, sheets }: FreezeSharedTask): {
  document: Uint8Array;
  media: string[];
} {
  const doc = documentOf(document);
  const media = new Set<string>();
  for (const { pages, updates } of sheets) {
    const shared = documentOf(updates.length > 0 ? Y.mergeUpdates([...updates]) : null);
    for (const page of pages) {
      doc.transact(() => freezePage(doc, page, { shared, person }));
      for (const item of readItems(pageItems(doc, page.id)!))
        if (item.kind === 'picture' && !item.others) media.add(item.media);
    }
  }
  return { document: Y.encodeStateAsUpdate(doc), media: [...media] };
}

function freezePage(doc: Y.Doc, page: PagePlan, { shared, person }: { shared: Y.Doc; person: string }): void {
  // A page of that name is nothing that any device of ours has made.
  const known = pageItems(doc, page.id);
  if (known) known.clear();
  else addPage(doc, page, orderBehind(doc, readPages(doc).at(-1)?.id ?? null));
  freezeLayers(shared, page.id, person, pageItems(doc, page.id)!);
}
