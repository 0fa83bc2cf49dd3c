import type { QueuedPiece } from '@lippet/core/contract/reviewing';
import { orderedLine } from '@lippet/core/review/lineOrder';
import { useMemo } from 'react';
import { useStore } from 'zustand';
import type { DeskViewStore } from './deskView';
import type { OutcomeTeller } from './telling';

export interface Queue {
  /** All learners of the activity. */
  all: readonly QueuedPiece[];
  /** Those that are looked at, in the order that was chosen. */
  line: readonly QueuedPiece[];
  piece: QueuedPiece;
  /** The pieces on either side of the one in hand. */
  before: QueuedPiece | undefined;
  after: QueuedPiece | undefined;
  /** The next one that waits for an answer; and the next whose outcome is not decided either. */
  nextWaiting: QueuedPiece | undefined;
  nextOpen: QueuedPiece | undefined;
}

/** Who is in hand, and who comes next. @param all at least one piece */
export function useQueue(all: readonly QueuedPiece[], view: DeskViewStore, teller: OutcomeTeller): Queue {
  const personId = useStore(view, (state) => state.personId);
  const order = useStore(view, (state) => state.order);
  const filter = useStore(view, (state) => state.filter);
  const under = useStore(teller.state, (state) => state.under);
  const line = useMemo(() => orderedLine(all, { order, filter }, personId), [all, order, filter, personId]);
  const found = line.findIndex((piece) => piece.personId === personId);
  const index = Math.max(0, found);
  // What was told a moment ago still waits in the list that is asked for anew.
  const ahead = [...line.slice(index + 1), ...line.slice(0, index)].filter(
    ({ go, status }) => status.state === 'with-teacher' && !(go && under.has(go.id)),
  );
  return {
    all,
    line,
    piece: line[index] ?? all[0]!,
    before: line[index - 1],
    after: line[index + 1],
    nextWaiting: ahead[0],
    nextOpen: ahead.find(({ held }) => held === null),
  };
}
