import type { GoReviewView, PieceView } from '@lippet/core/contract/pieces';
import type { PartnerAnswerView } from '@lippet/core/contract/partners';
import { walkNotes, type WalkNote } from '@lippet/core/review/noteWalk';
import { notesByPlace } from '@lippet/core/review/partners/notesByPlace';
import { useMemo } from 'react';
import type * as Y from 'yjs';
import { useGoDocument, useMarks } from '../../api/queries';
import { useFrozenDocument } from '../../page/document/useFrozenDocument';
import { usePartnersOf } from '../partners/usePartnersOf';

/** A note on the last go. `from`: the partner who wrote it, where it was not the teacher. */
export type LastNote = WalkNote & { from?: string };

export interface LastReview {
  review: GoReviewView;
  /** The teacher's first, then those of partners as they lie on the work. */
  notes: readonly LastNote[];
  /** What partners said beside their marks. */
  partners: readonly PartnerAnswerView[];
  marks: Y.Doc;
}

/** The review that asked for another go, with its notes; null where there is none, or it has not come yet. */
export function useLastReview({ card, goes, parts, partners: hasPartners }: PieceView): LastReview | null {
  const submission = goes[0];
  const review = submission?.review?.outcome === 'again' ? submission.review : null;
  const doc = useFrozenDocument(useGoDocument(review ? submission!.id : undefined).data);
  const marks = useFrozenDocument(useMarks(review?.id).data);
  const { partners, from } = usePartnersOf(card.activityId, review && hasPartners ? submission!.id : undefined);
  return useMemo(() => {
    if (!review || !doc || !marks) return null;
    const ids = parts.map(({ id }) => id);
    return { review, marks, partners, notes: [...walkNotes(doc, marks, ids), ...notesByPlace(doc, from, ids)] };
  }, [review, doc, marks, parts, partners, from]);
}
