import { answeredNotes } from '@lippet/core/review/answeredNotes';
import { useEffect, useState } from 'react';
import type * as Y from 'yjs';

/** Ids of the notes that are ticked off in a draft, as that changes. */
export function useAnswered(doc: Y.Doc): ReadonlySet<string> {
  const [ids, setIds] = useState<ReadonlySet<string>>(new Set());
  useEffect(() => {
    const map = doc.getMap('answered');
    const read = (): void => setIds(answeredNotes(doc));
    read();
    map.observe(read);
    return () => map.unobserve(read);
  }, [doc]);
  return ids;
}
