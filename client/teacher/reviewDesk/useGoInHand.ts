import type { QueuedPiece, ReviewQueueView } from '@lippet/core/contract/reviewing';
import { markItems } from '@lippet/core/page/document';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useGoDocument, useMe } from '../../api/queries';
import { useEditor } from '../../page/document/useEditor';
import { useFrozenDocument } from '../../page/document/useFrozenDocument';
import { useLiveDocument, useSaveState } from '../../page/document/useLiveDocument';
import { usePartView } from '../../page/document/usePartView';
import { useReview } from './useReview';

const NOBODY: readonly { id: string; name: string }[] = [];

/** The go in hand: what was sent, what is said of it, and the marks that are made on it. */
export function useGoInHand(piece: QueuedPiece, { parts }: ReviewQueueView) {
  const client = useQueryClient();
  const me = useMe().data;
  const goId = piece.go?.id ?? null;
  const doc = useFrozenDocument(useGoDocument(goId ?? undefined).data);
  const shown = usePartView(doc, parts);
  const answer = useReview(goId, piece.pieceId);
  const { review } = answer;
  const { live, loaded, frozen } = useLiveDocument(review ? `marks:${review.id}` : null);
  const people = useSaveState(live, (state) => state.people ?? NOBODY);
  const saidElsewhere = useSaveState(live, (state) => state.talked);
  // Another teacher has said something of this go.
  useEffect(() => {
    if (saidElsewhere > 0) void client.invalidateQueries({ queryKey: ['review-of', goId] });
  }, [client, goId, saidElsewhere]);
  const open = Boolean(piece.status.state === 'with-teacher' && review && !review.releasedAt);
  const editable = open && loaded && !frozen;
  const editor = useEditor(live, markItems);
  useEffect(() => {
    if (editable && editor) void editor.takeUpStroke();
  }, [editable, editor]);
  return {
    goId,
    doc,
    shown,
    answer,
    /** Whether it waits for an answer. */
    open,
    marks: { live, loaded, editable, editor },
    /** Names of others who have it open. */
    here: people.filter(({ id }) => id !== me?.id).map(({ name }) => name),
  };
}

export type GoInHand = ReturnType<typeof useGoInHand>;
