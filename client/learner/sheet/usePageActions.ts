import { addPage, orderBehind, pageItems, type PagePlan } from '@lippet/core/page/document';
import type { Fields } from '@lippet/core/page/item';
import { useMemo } from 'react';
import type { DocumentEditor } from '../../page/document/documentEditor';
import { EDITED_HERE } from '../../page/document/documentEditor';

/** What lies under a page, and its size in points. */
type Ground = Pick<PagePlan, 'background' | 'width' | 'height'>;

export interface PageActions {
  /** Adds pages to a part, behind a page; null puts them first. @returns the id of the first */
  add(part: string, after: string | null, grounds: readonly Ground[]): string;
  /** Gives a page another photo or paper. */
  reground(page: string, ground: Ground): void;
  /** @returns the id of the copy */
  double(page: PagePlan): string;
  /** Puts a page behind another; null puts it first. */
  move(page: string, after: string | null): void;
  remove(page: string): void;
  /** Brings a page back that was deleted, with all that was on it. */
  bringBack(page: string): void;
}

/** What can be done with the pages of a draft; each is one step of undo. */
export function usePageActions(editor: DocumentEditor): PageActions {
  return useMemo(() => {
    const { doc } = editor;
    const lay = (plan: PagePlan, after: string | null, items?: ReadonlyMap<string, Fields>): void => {
      doc.transact(() => addPage(doc, plan, orderBehind(doc, after), items), EDITED_HERE);
      editor.pageAdded(plan.id);
    };
    return {
      add(part, after, grounds) {
        editor.beginGesture();
        let last = after;
        let first = '';
        for (const { background, width, height } of grounds) {
          const id = crypto.randomUUID();
          lay({ id, part, width, height, background }, last);
          last = id;
          first ||= id;
        }
        editor.endGesture();
        return first;
      },
      double(page) {
        const id = crypto.randomUUID();
        const items = new Map<string, Fields>();
        pageItems(doc, page.id)?.forEach((item, itemId) =>
          items.set(itemId.startsWith('field:') ? itemId : crypto.randomUUID(), item.toJSON() as Fields),
        );
        lay({ ...page, id }, page.id, items);
        return id;
      },
      move: (page, after) => editor.change([], [{ page, after: { order: orderBehind(doc, after) } }]),
      reground: (page, { background, width, height }) =>
        editor.change([], [{ page, after: { ground: { background, width, height } } }]),
      remove: (page) => editor.change([], [{ page, after: { deleted: true } }]),
      bringBack: (page) => editor.change([], [{ page, after: { deleted: false } }]),
    };
  }, [editor]);
}
