import type { HungPiece } from '../contract/work';

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

const waits = ({ standing }: HungPiece): boolean => standing.state === 'with-teacher';

const FITS: Record<LineFilter, (piece: HungPiece) => boolean> = {
  all: () => true,
  waiting: waits,
  again: (piece) => waits(piece) && piece.go!.go > 1,
  checks: (piece) => waits(piece) && piece.checks.length > 0,
  late: ({ standing }) => standing.late || standing.overdue,
  unsent: ({ go }) => go === null,
};

const COMPARED: Record<LineOrder, (a: HungPiece, b: HungPiece) => number> = {
  // As it came: what waits first, longest waiting first.
  waiting: () => 0,
  name: (a, b) => a.name.localeCompare(b.name),
  oldest: (a, b) => (a.go?.sentAt ?? Infinity) - (b.go?.sentAt ?? Infinity) || a.name.localeCompare(b.name),
};

/** How many pieces each filter leaves. */
export const filterCounts = (line: readonly HungPiece[]): Record<LineFilter, number> =>
  Object.fromEntries(LINE_FILTERS.map((filter) => [filter, line.filter(FITS[filter]).length])) as Record<
    LineFilter,
    number
  >;

/**
 * The pieces of a line that a filter leaves, in an order. The one in hand stays, so that answering it does not take it
 * away from under one's eyes.
 */
export const orderedLine = (
  line: readonly HungPiece[],
  { order, filter }: { order: LineOrder; filter: LineFilter },
  inHand: string | null,
): HungPiece[] => line.filter((piece) => FITS[filter](piece) || piece.personId === inHand).sort(COMPARED[order]);
