import type { PieceView } from '@lippet/core/contract/pieces';
import { pageItems, type PagePlan } from '@lippet/core/page/document';
import type { Items } from '@lippet/core/page/item';
import type { PartView } from '@lippet/core/parts/part';
import { waitsFor } from '@lippet/core/piece/completeness';
import type { PieceProgress } from '@lippet/core/piece/progress';
import type { Take } from '@lippet/core/recording/take';
import type * as Y from 'yjs';
import { useTakes } from '../../recording/useTakes';
import type { useSheetPlace } from './useSheetPlace';

/** The part that is worked on. */
export interface PartInHand {
  part: PartView;
  /** The page in hand; a part that waits for its first photo has none. */
  page: PagePlan | undefined;
  items: Items | undefined;
  /** The pages of the part, and which of them is in hand: -1 for none. */
  inPart: readonly PagePlan[];
  index: number;
  takes: readonly Take[];
  /** What has to be complete first; undefined for nothing. */
  first: PartView | undefined;
  /** The same for all parts that wait for one, by id. */
  waiting: ReadonlyMap<string, PartView>;
  editable: boolean;
  /** Turns to the page before or behind, if there is one. */
  step: (by: 1 | -1) => void;
}

interface Opened {
  piece: PieceView;
  doc: Y.Doc;
  pages: readonly PagePlan[];
  progress: PieceProgress;
  editable: boolean;
  place: ReturnType<typeof useSheetPlace>;
}

/** The parts that can't be begun yet, with what has to be complete first. */
function waitingParts({ parts, choices }: PieceView, progress: PieceProgress): Map<string, PartView> {
  const current = parts.filter(({ removed }) => !removed);
  return new Map(
    current.flatMap(({ id }) => {
      const first = waitsFor(current, choices, progress, id);
      return first ? [[id, first]] : [];
    }),
  );
}

/** The part and the page in hand; null where the activity has no part. */
export function usePartInHand({ piece, doc, pages, progress, editable, place }: Opened): PartInHand | null {
  const { pageId, partId, turnTo } = place;
  const chosen = pages.find(({ id }) => id === pageId);
  const part = piece.parts.find(({ id }) => id === (partId ?? chosen?.part)) ?? piece.parts[0];
  const takes = useTakes(doc, part?.id);
  if (!part) return null;
  const inPart = pages.filter((page) => page.part === part.id);
  const turnedTo = chosen?.part === part.id ? chosen : inPart[0];
  const items = turnedTo && pageItems(doc, turnedTo.id);
  const page = items && turnedTo;
  const index = inPart.findIndex(({ id }) => id === page?.id);
  const waiting = waitingParts(piece, progress);
  const first = editable ? waiting.get(part.id) : undefined;
  return {
    part,
    page,
    items,
    inPart,
    index,
    takes,
    first,
    waiting,
    // What was taken out of the activity is kept as it is.
    editable: editable && !part.removed && !first,
    step(by) {
      const next = inPart[index + by];
      if (next) turnTo(next.id);
    },
  };
}
