import type { GoReviewView, PieceView } from '@lippet/core/contract/pieces';
import { walkNotes, type WalkNote } from '@lippet/core/review/noteWalk';
import { useMemo } from 'react';
import type * as Y from 'yjs';
import { useGoDocument, useMarks } from '../../api/queries';
import { useFrozenDocument } from '../../page/document/useFrozenDocument';

export interface LastReview {
  review: GoReviewView;
  notes: readonly WalkNote[];
  marks: Y.Doc;
}

/** The review that asked for another go, with its notes; null where there is none, or it has not come yet. */
export function useLastReview({ goes, parts }: PieceView): LastReview | null {
  const submission = goes[0];
  const review = submission?.review?.outcome === 'again' ? submission.review : null;
  const doc = useFrozenDocument(useGoDocument(review ? submission!.id : undefined).data);
  const marks = useFrozenDocument(useMarks(review?.id).data);
  return useMemo(
    () =>
      review && doc && marks
        ? {
            review,
            marks,
            notes: walkNotes(
              doc,
              marks,
              parts.map(({ id }) => id),
            ),
          }
        : null,
    [review, doc, marks, parts],
  );
}
