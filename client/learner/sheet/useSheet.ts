import type { PieceView } from '@lippet/core/contract/pieces';
import type { PagePlan } from '@lippet/core/page/document';
import type { PieceProgress } from '@lippet/core/piece/progress';
import { createContext, useContext, useState } from 'react';
import { useStore } from 'zustand';
import type { DocumentEditor } from '../../page/document/documentEditor';
import type { LiveDocument } from '../../page/document/liveDocument';
import { usePages } from '../../page/document/usePages';
import { useTakeActions, type TakeActions } from '../../recording/useTakes';
import { useLayout, type Layout } from '../../ui/useLayout';
import { useAnswered } from '../notes/useAnswered';
import { useLastReview, type LastReview } from '../notes/useLastReview';
import { createSheetView, type SheetView, type SheetViewStore } from './sheetView';
import { useCapture } from './useCapture';
import { usePageActions, type PageActions } from './usePageActions';
import { usePartInHand, type PartInHand } from './usePartInHand';
import { useProgress } from './useProgress';
import { useRecording } from './useRecording';
import { useSheetPlace } from './useSheetPlace';

/** A piece that is open, with the document that its learner works in. */
export interface OpenPiece {
  piece: PieceView;
  live: LiveDocument;
  editor: DocumentEditor;
  /** Sent just now, here or on another device. */
  frozen: boolean;
  zone: string;
  /** The question that one was led to; null for none. */
  thread: string | null;
}

/** All that the views of an opened activity work with. */
export interface Sheet extends OpenPiece {
  layout: Layout;
  view: SheetViewStore;
  pages: readonly PagePlan[];
  progress: PieceProgress;
  editable: boolean;
  inHand: PartInHand;
  place: ReturnType<typeof useSheetPlace>;
  actions: PageActions;
  takeActions: TakeActions;
  capture: ReturnType<typeof useCapture>;
  recording: ReturnType<typeof useRecording>;
  /** The review that asked for another go, and which of its notes are ticked off. */
  last: LastReview | null;
  answered: ReadonlySet<string>;
}

/** Null where the activity has no part. */
export function useSheet(opened: OpenPiece): Sheet | null {
  const { piece, live, editor, frozen, thread } = opened;
  const { doc } = live;
  const [view] = useState(() => createSheetView(thread !== null));
  const layout = useLayout();
  const pages = usePages(doc, true);
  const progress = useProgress(live);
  const place = useSheetPlace(piece.id);
  const actions = usePageActions(editor);
  const takeActions = useTakeActions(editor);
  const capture = useCapture(editor, actions, place.goToPage);
  const last = useLastReview(piece);
  const answered = useAnswered(doc);
  const editable = piece.card.status.mayDraw && !frozen;
  const recording = useRecording({
    pieceId: piece.id,
    doc,
    parts: piece.parts,
    editable,
    actions: takeActions,
    onPart: place.choosePart,
  });
  const inHand = usePartInHand({ piece, doc, pages, progress, editable, place });
  if (!inHand) return null;
  return {
    ...opened,
    layout,
    view,
    pages,
    progress,
    editable,
    inHand,
    place,
    actions,
    takeActions,
    capture,
    recording,
    last,
    answered,
  };
}

export const SheetContext = createContext<Sheet | null>(null);

/** The opened activity that a view is part of. */
export function useSheetHere(): Sheet {
  const sheet = useContext(SheetContext);
  if (!sheet) throw new Error('A view of an opened activity stands outside of it.');
  return sheet;
}

/** What is looked at of it; only who asks is drawn again when that changes. */
export function useSheetView<T>(select: (view: SheetView) => T): T {
  return useStore(useSheetHere().view, select);
}
