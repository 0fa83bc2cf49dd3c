import * as Y from 'yjs';
import { isId } from '@lippet/core/contract/ids';
import { addPage, documentOf, orderBehind, pageItems, readPages, type PagePlan } from '@lippet/core/page/document';
import { readItems } from '@lippet/core/page/item';
import { countAdded, freezeLayers } from '@lippet/core/page/shared/sharedLayers';
import { laidPictures, type LaidPicture } from '@lippet/core/page/shared/sharedPictures';

/** Sheets that a learner has filled together with others, and the piece that they go with. */
export interface FreezeSharedTask {
  /** The piece as it is frozen without them; null for an empty one. */
  document: Uint8Array | null;
  person: string;
  sheets: readonly {
    pages: readonly PagePlan[];
    updates: readonly Uint8Array[];
    /** Whoever has added nothing to it does not see what others made. */
    hides: boolean;
  }[];
}

/** A piece with the sheets that its learner has filled together with others. */
export interface FrozenWithShared {
  document: Uint8Array;
  /** Ids of the learner's own files on them. */
  media: string[];
  /** Pictures that others put there. */
  lent: LaidPicture[];
}

/** Puts the pages of shared sheets into a piece, and says whose pictures lie on them. */
export function freezeShared({ document, person, sheets }: FreezeSharedTask): FrozenWithShared {
  const doc = documentOf(document);
  const media = new Set<string>();
  const lent: LaidPicture[] = [];
  for (const { pages, updates, hides } of sheets) {
    const whole = documentOf(updates.length > 0 ? Y.mergeUpdates([...updates]) : null);
    const shared = hides && countAdded(whole, person, pages) === 0 ? new Y.Doc() : whole;
    for (const page of pages) {
      doc.transact(() => freezePage(doc, page, { shared, person }));
      for (const item of readItems(pageItems(doc, page.id)!))
        if (item.kind === 'picture' && !item.others) media.add(item.media);
    }
    lent.push(...laidPictures(shared).filter((picture) => picture.person !== person && isId(picture.media)));
  }
  return { document: Y.encodeStateAsUpdate(doc), media: [...media], lent };
}

function freezePage(doc: Y.Doc, page: PagePlan, { shared, person }: { shared: Y.Doc; person: string }): void {
  // A page of that name is nothing that any device of ours has made.
  const known = pageItems(doc, page.id);
  if (known) known.clear();
  else addPage(doc, page, orderBehind(doc, readPages(doc).at(-1)?.id ?? null));
  freezeLayers(shared, page.id, person, pageItems(doc, page.id)!);
}
