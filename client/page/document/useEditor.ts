import type { ItemsOf } from '@lippet/core/page/edit';
import { useEffect, useState } from 'react';
import type * as Y from 'yjs';
import { DocumentEditor } from './documentEditor';
import type { LiveDocument } from './liveDocument';

/**
 * The editor of a live document for as long as it is open. `itemsOf` must be the same function at every render.
 *
 * @param keeps whether the steps for undo are kept for the next visit
 */
export function useEditor(
  live: LiveDocument | null,
  itemsOf: (doc: Y.Doc, page: string) => ReturnType<ItemsOf>,
  keeps = true,
): DocumentEditor | null {
  const [editor, setEditor] = useState<DocumentEditor | null>(null);
  useEffect(() => {
    if (!live) return undefined;
    const made = new DocumentEditor(live.doc, (page) => itemsOf(live.doc, page), keeps ? live.historyKey : null);
    setEditor(made);
    return () => {
      setEditor(null);
      made.destroy();
    };
  }, [live, itemsOf, keeps]);
  return editor?.doc === live?.doc ? editor : null;
}
