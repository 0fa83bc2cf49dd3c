import { documentOf } from '@lippet/core/page/document';
import { useMemo } from 'react';
import type * as Y from 'yjs';

/** A document that no longer changes, from its bytes. */
export const useFrozenDocument = (bytes: Uint8Array | undefined): Y.Doc | null => useMemo(() => (bytes ? documentOf(bytes) : null), [bytes]);
