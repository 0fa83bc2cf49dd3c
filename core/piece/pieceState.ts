import type { TakeBack } from '../contract/activityDefinition';

/**
 * The one place that says how a piece stands. Every list, stamp, count and filter asks here.
 * All times are milliseconds since 1970 (UTC).
 */
export const PIECE_STATES = ['new', 'started', 'ready', 'with-teacher', 'another-go', 'finished'] as const;
export type PieceState = (typeof PIECE_STATES)[number];

/** What is said for each state, on every screen. */
export const STATE_WORDS: Record<PieceState, string> = {
  new: 'New',
  started: 'Started',
  ready: 'Ready to send',
  'with-teacher': 'With teacher',
  'another-go': 'Another go',
  finished: 'Finished',
};

export type Outcome = 'again' | 'finished';

export interface PieceFacts {
  /** Something is made, and every required part is complete (see completeness). */
  made: boolean;
  complete: boolean;
  /** The latest go that was not taken back, if any. */
  latest: {
    number: number;
    sentAt: number;
    /** A teacher has begun to answer it. */
    reviewBegun: boolean;
    /** The review of this go, once released. */
    released: { outcome: Outcome; at: number } | null;
  } | null;
  opens: number | null;
  due: number | null;
  closes: number | null;
  lateAllowed: boolean;
  /** Until when a go may be taken back. */
  takeBack: TakeBack;
  /** Put away by the teacher. */
  archived: boolean;
}

export interface PieceStanding {
  state: PieceState;
  /** Opens in the future: not to be reached yet. */
  notOpen: boolean;
  /** Not sent, and due within {@link DUE_SOON}. */
  dueSoon: boolean;
  /** The latest go was sent after due. */
  late: boolean;
  /** Not with the teacher nor finished, and due has passed. */
  overdue: boolean;
  /** Nothing more can be sent: closed, or due has passed and late work is not taken. */
  closed: boolean;
  /** Without a due date: belongs to "Whenever", never hidden. */
  whenever: boolean;
  mayDraw: boolean;
  maySend: boolean;
  mayTakeBack: boolean;
}

/** Work due within two days is due soon. */
export const DUE_SOON = 48 * 3_600_000;

function stateOf({ latest, complete, made }: PieceFacts): PieceState {
  if (latest?.released) return latest.released.outcome === 'finished' ? 'finished' : 'another-go';
  if (latest) return 'with-teacher';
  if (!made) return 'new';
  return complete ? 'ready' : 'started';
}

/** How a piece stands at `now`. */
export function pieceState(facts: PieceFacts, now: number): PieceStanding {
  const { latest } = facts;
  const state = stateOf(facts);
  const settled = state === 'with-teacher' || state === 'finished';
  const pastDue = facts.due !== null && now > facts.due;
  const notOpen = facts.opens !== null && now < facts.opens;
  // Another go is asked for by the teacher, often after due: only the closing time ends it.
  const closed =
    facts.archived ||
    (facts.closes !== null && now > facts.closes) ||
    (pastDue && !facts.lateAllowed && state !== 'another-go');
  const open = !notOpen && !closed && !settled;
  return {
    state,
    notOpen,
    dueSoon: !settled && facts.due !== null && !pastDue && facts.due - now <= DUE_SOON,
    late: latest !== null && facts.due !== null && latest.sentAt > facts.due,
    overdue: !settled && state !== 'another-go' && pastDue,
    closed,
    whenever: facts.due === null,
    mayDraw: open,
    maySend: open && facts.made,
    mayTakeBack:
      state === 'with-teacher' &&
      latest !== null &&
      !latest.reviewBegun &&
      facts.takeBack !== 'never' &&
      !(facts.takeBack === 'due' && pastDue),
  };
}
