import type { PieceStanding } from '../piece/pieceState';

/** What the Now screen needs to know of a piece to put it in its place. */
export interface Placed {
  status: PieceStanding;
  due: number | null;
  /** Last time anything was done with it, milliseconds since 1970; null if never. */
  touchedAt: number | null;
}

export interface NowList<T extends Placed> {
  /** The piece under way that was touched last. Shown once, here only. */
  carryOn: T | null;
  /** Another go, ready but not sent, overdue, begun, or due soon: what waits for the learner. */
  needsYou: T[];
  /** New, with a date further away. */
  comingUp: T[];
  /** Without a date, not begun. */
  whenever: T[];
  withTeacher: T[];
  finished: T[];
  /** Can no longer be sent, and never was. Kept in sight, so nothing disappears. */
  closed: T[];
}

const NEVER = Number.MAX_SAFE_INTEGER;
const URGENCY = { 'another-go': 0, ready: 1, started: 2, new: 3, 'with-teacher': 4, finished: 4 } as const;

const byDue = (a: Placed, b: Placed): number => (a.due ?? NEVER) - (b.due ?? NEVER);
const newestFirst = (a: Placed, b: Placed): number => (b.touchedAt ?? 0) - (a.touchedAt ?? 0);

/**
 * Whether a piece waits for its learner: open, and neither sent nor finished. The one count behind Now, Plan and the
 * teacher's lists.
 */
export const isToDo = ({ state, notOpen, closed }: PieceStanding): boolean =>
  !notOpen && !closed && state !== 'with-teacher' && state !== 'finished';

/** Puts every piece that is open into exactly one place. What has not opened yet is in none. */
export function arrangeNow<T extends Placed>(pieces: readonly T[]): NowList<T> {
  const list: NowList<T> = {
    carryOn: null,
    needsYou: [],
    comingUp: [],
    whenever: [],
    withTeacher: [],
    finished: [],
    closed: [],
  };
  const underWay = pieces.filter(({ status }) => status.state === 'started' && status.mayDraw).sort(newestFirst);
  list.carryOn = underWay[0] ?? null;
  for (const piece of pieces) {
    const { status } = piece;
    if (status.notOpen || piece === list.carryOn) continue;
    if (status.state === 'with-teacher') list.withTeacher.push(piece);
    else if (status.state === 'finished') list.finished.push(piece);
    else if (status.closed) list.closed.push(piece);
    else if (status.state !== 'new' || status.overdue || status.dueSoon) list.needsYou.push(piece);
    else if (status.whenever) list.whenever.push(piece);
    else list.comingUp.push(piece);
  }
  list.needsYou.sort(
    (a, b) =>
      Number(b.status.overdue) - Number(a.status.overdue) ||
      URGENCY[a.status.state] - URGENCY[b.status.state] ||
      byDue(a, b),
  );
  list.comingUp.sort(byDue);
  list.withTeacher.sort(newestFirst);
  list.finished.sort(newestFirst);
  return list;
}
