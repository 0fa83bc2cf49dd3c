import type { PieceView } from '@lippet/core/contract/pieces';
import { sendChecks, type SendCheck } from '@lippet/core/piece/sendChecks';
import { useMemo } from 'react';
import type * as Y from 'yjs';
import { useStore } from 'zustand';
import { mediaOutbox, refusedOf } from '../../api/mediaOutbox';
import { useLastReview } from '../notes/useLastReview';

/** What is found in a piece as it would be sent now. */
export function useSendChecks(piece: PieceView, doc: Y.Doc): SendCheck[] {
  const { id, parts, choices } = piece;
  const last = useLastReview(piece);
  const outbox = useStore(mediaOutbox.state);
  return useMemo(() => {
    const refused = new Set(refusedOf(outbox, `pieces/${id}`).map(([media]) => media));
    const current = parts.filter(({ removed }) => !removed);
    return sendChecks(doc, { parts: current, choices, notes: last?.notes ?? [], refused });
  }, [id, parts, choices, doc, last, outbox]);
}
