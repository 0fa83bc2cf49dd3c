import { useMemo } from 'react';
import * as Y from 'yjs';

/** A document that no longer changes, from its bytes. */
export function useFrozenDocument(bytes: Uint8Array | undefined): Y.Doc | null {
  return useMemo(() => {
    if (!bytes) return null;
    const doc = new Y.Doc();
    Y.applyUpdate(doc, bytes);
    return doc;
  }, [bytes]);
}
