import { documentOf } from '@lippet/core/page/document';
import { useMemo } from 'react';
import type * as Y from 'yjs';

/**
 * Documents by the bytes that they were read from, for as long as somebody has those: a go is looked at again and
 * again.
 */
const read = new WeakMap<Uint8Array, Y.Doc>();

/** A document that no longer changes; of the same bytes it is the same. */
export function frozenDocument(bytes: Uint8Array): Y.Doc {
  const known = read.get(bytes) ?? documentOf(bytes);
  read.set(bytes, known);
  return known;
}

/** A document that no longer changes, from its bytes. */
export const useFrozenDocument = (bytes: Uint8Array | undefined): Y.Doc | null =>
  useMemo(() => (bytes ? frozenDocument(bytes) : null), [bytes]);
