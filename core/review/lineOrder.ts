import type { QueuedPiece } from '../contract/reviewing';

export const LINE_ORDERS = ['waiting', 'name', 'oldest'] as const;
export type LineOrder = (typeof LINE_ORDERS)[number];
export const ORDER_WORDS: Record<LineOrder, string> = {
  waiting: 'What waits first',
  name: 'By name',
  oldest: 'Oldest first',
};

export const LINE_FILTERS = ['all', 'waiting', 'again', 'checks', 'late', 'unsent'] as const;
export type LineFilter = (typeof LINE_FILTERS)[number];
export const FILTER_WORDS: Record<LineFilter, string> = {
  all: 'All',
  waiting: 'To look at',
  again: 'Sent again',
  checks: 'With checks',
  late: 'Late',
  unsent: 'Not sent',
};

const notBegun = ({ status }: QueuedPiece): boolean => status.state === 'new';
const waits = ({ status }: QueuedPiece): boolean => status.state === 'with-teacher';

const FITS: Record<LineFilter, (piece: QueuedPiece) => boolean> = {
  all: () => true,
  waiting: waits,
  again: (piece) => waits(piece) && piece.go!.number > 1,
  checks: (piece) => waits(piece) && piece.checks.length > 0,
  late: ({ status }) => status.late || status.overdue,
  unsent: ({ go }) => go === null,
};

const COMPARED: Record<LineOrder, (a: QueuedPiece, b: QueuedPiece) => number> = {
  // As it came: what waits first, longest waiting first.
  waiting: () => 0,
  name: (a, b) => a.name.localeCompare(b.name),
  oldest: (a, b) => (a.go?.sentAt ?? Infinity) - (b.go?.sentAt ?? Infinity) || a.name.localeCompare(b.name),
};

/** How many pieces each filter leaves. */
export const filterCounts = (line: readonly QueuedPiece[]): Record<LineFilter, number> =>
  Object.fromEntries(LINE_FILTERS.map((filter) => [filter, line.filter(FITS[filter]).length])) as Record<
    LineFilter,
    number
  >;

/**
 * The pieces of a line that a filter leaves, in an order; who has not begun comes last in any. The one in hand stays,
 * so that answering it does not take it away from under one's eyes.
 */
export const orderedLine = (
  line: readonly QueuedPiece[],
  { order, filter }: { order: LineOrder; filter: LineFilter },
  inHand: string | null,
): QueuedPiece[] =>
  line
    .filter((piece) => FITS[filter](piece) || piece.personId === inHand)
    .sort((a, b) => Number(notBegun(a)) - Number(notBegun(b)) || COMPARED[order](a, b));

/** From so many on, those who have not begun stand together as one. */
const MANY_NOT_BEGUN = 3;

/**
 * Those of a line that hang on it one by one, and those who have not begun and stand together behind them.
 *
 * @param inHand whose piece is looked at; while that is somebody who has not begun, all hang one by one
 */
export function notBegunTogether(
  line: readonly QueuedPiece[],
  inHand: string | null,
): { hung: readonly QueuedPiece[]; together: readonly QueuedPiece[] } {
  const together = line.filter(notBegun);
  const one = together.some(({ personId }) => personId === inHand);
  if (one || together.length < MANY_NOT_BEGUN) return { hung: line, together: [] };
  return { hung: line.filter((piece) => !notBegun(piece)), together };
}
