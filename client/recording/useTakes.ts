import { readTakes, takeFields, takeItems, takesPlace, type Take } from '@lippet/core/recording/take';
import { useEffect, useMemo, useState } from 'react';
import type * as Y from 'yjs';
import type { DocumentEditor } from '../page/document/documentEditor';

/** A part's takes, as they change. */
export function useTakes(doc: Y.Doc | null, part: string | undefined): readonly Take[] {
  const [takes, setTakes] = useState<readonly Take[]>([]);
  useEffect(() => {
    if (!doc || !part) return undefined;
    const items = takeItems(doc, part);
    const read = (): void => setTakes(readTakes(doc, part));
    read();
    items.observeDeep(read);
    return () => items.unobserveDeep(read);
  }, [doc, part]);
  return takes;
}

export interface TakeActions {
  /** Keeps a new take, or what has changed of one. */
  put(part: string, take: Take): void;
  /** Makes a take the answer. */
  choose(part: string, take: Take): void;
  remove(part: string, take: Take): void;
}

/** What can be done with the takes of a draft; each is one step of undo. */
export function useTakeActions(editor: DocumentEditor): TakeActions {
  return useMemo(() => {
    const put = (part: string, take: Take): void =>
      editor.change([{ page: takesPlace(part), id: take.id, after: takeFields(take) }]);
    return {
      put,
      choose: (part, take) => put(part, { ...take, chosen: Date.now() }),
      remove: (part, take) => editor.change([{ page: takesPlace(part), id: take.id, after: null }]),
    };
  }, [editor]);
}
