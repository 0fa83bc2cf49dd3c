import type { Background } from '@lippet/core/page/background';
import { addPage, orderBehind, pageItems, type PagePlan } from '@lippet/core/page/document';
import type { Fields } from '@lippet/core/page/item';
import { useMemo } from 'react';
import type { DocumentEditor } from '../../page/documentEditor';
import { EDITED_HERE } from '../../page/documentEditor';

export interface PageActions {
  /** Adds pages behind one. @returns the id of the first */
  add(after: PagePlan, backgrounds: readonly { background: Background; width: number; height: number }[]): string;
  /** @returns the id of the copy */
  double(page: PagePlan): string;
  /** Puts a page behind another; null puts it first. */
  move(page: string, after: string | null): void;
  remove(page: string): void;
}

/** What can be done with the pages of a draft; each is one step of undo. */
export function usePageActions(editor: DocumentEditor | null): PageActions | null {
  return useMemo(() => {
    if (!editor) return null;
    const { doc } = editor;
    const lay = (plan: PagePlan, after: string, items?: ReadonlyMap<string, Fields>): void => {
      doc.transact(() => addPage(doc, plan, orderBehind(doc, after), items), EDITED_HERE);
      editor.pageAdded(plan.id);
    };
    return {
      add(after, backgrounds) {
        editor.beginGesture();
        let last = after.id;
        let first = '';
        for (const { background, width, height } of backgrounds) {
          const id = crypto.randomUUID();
          lay({ id, part: after.part, width, height, background }, last);
          last = id;
          first ||= id;
        }
        editor.endGesture();
        return first;
      },
      double(page) {
        const id = crypto.randomUUID();
        const items = new Map<string, Fields>();
        pageItems(doc, page.id)?.forEach((item, itemId) => items.set(itemId.startsWith('field:') ? itemId : crypto.randomUUID(), item.toJSON() as Fields));
        lay({ ...page, id }, page.id, items);
        return id;
      },
      move: (page, after) => editor.change([], [{ page, after: { order: orderBehind(doc, after) } }]),
      remove: (page) => editor.change([], [{ page, after: { deleted: true } }]),
    };
  }, [editor]);
}
