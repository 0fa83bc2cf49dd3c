import { QueryTypes, type Sequelize } from 'sequelize';
import type { TakeBack } from '@lippet/core/contract/activityDefinition';
import type { Marked } from '@lippet/core/review/rubric';
import {
  PIECE_STATES,
  pieceState,
  type Outcome,
  type PieceFacts,
  type PieceStanding,
  type PieceState,
} from '@lippet/core/piece/pieceState';
import { listedSql, pairsOf, pairsSql, type FactsFilter } from './learnerWork';
import type { MeasuringService } from './measuring';
import { millisOf } from '../../models/millis';

/** How many pieces of one activity, group and (where asked for) learner are in one state. */
export interface CountRow {
  activityId: string;
  groupId: string;
  /** Their learners have left the group. */
  left: boolean;
  /** Null where learners are counted together. */
  personId: string | null;
  title: string;
  subject: string;
  /** The earliest day that the activity is due for that group; null where it has none. */
  due: number | null;
  state: PieceState;
  count: number;
  /** Of these, how many are past the date that their learner has. */
  pastDue: number;
  /** When the oldest of their latest goes was sent; null in states before that. */
  oldest: number | null;
}

/** Pieces whose rows do not say yet whether they are made and complete. */
interface Unsettled {
  /** Not sent, and drawn on since they were measured. */
  changed: string[] | null;
  /** Not sent, and not counted with the parts that their activity has now. */
  uncounted: string[] | null;
}

interface RawCount extends Unsettled {
  activity_id: string;
  group_id: string;
  left: boolean;
  person_id: string | null;
  title: string;
  subject: string;
  due: Date | null;
  state: PieceState;
  count: number;
  past_due: number;
  oldest: Date | null;
}

/** How one piece stands, and what was said of its latest go. */
export interface Cell {
  activityId: string;
  groupId: string;
  personId: string;
  name: string;
  title: string;
  subject: string;
  due: number | null;
  sentAt: number | null;
  latest: { id: string; number: number; released: boolean } | null;
  status: PieceStanding;
  /** Of the latest go, once it is told. */
  marked: Marked | null;
}

interface RawCell extends Unsettled {
  activity_id: string;
  group_id: string;
  name: string;
  person_id: string;
  left: boolean;
  title: string;
  subject: string;
  opens: Date | null;
  due: Date | null;
  closes: Date | null;
  late_allowed: boolean;
  take_back: TakeBack;
  archived: boolean;
  made: boolean | null;
  complete: boolean | null;
  go_id: string | null;
  go: number | null;
  sent_at: Date | null;
  begun_at: Date | null;
  released_at: Date | null;
  outcome: Outcome | null;
  marked: Marked | null;
}

/** The states of `stateOf` in core/schedule, told from the rows; a test holds the two together. */
const STATE = `CASE
  WHEN r.outcome = 'finished' THEN 'finished'
  WHEN r.outcome IS NOT NULL THEN 'another-go'
  WHEN s.id IS NOT NULL THEN 'with-teacher'
  WHEN u.id IS NULL OR NOT p.made THEN 'new'
  WHEN p.complete THEN 'ready'
  ELSE 'started' END`;

/**
 * An activity, a learner's piece on it, its latest go and that go's review, and its newest update.
 *
 * @param asked of which pieces the newest update is looked up
 */
const joins = (asked: string): string => `
  JOIN activities a ON a.id = w.activity_id
  LEFT JOIN pieces p ON p.activity_id = w.activity_id AND p.person_id = w.person_id
  LEFT JOIN LATERAL (
    SELECT id, go, sent_at FROM submissions
    WHERE piece_id = p.id AND withdrawn_at IS NULL ORDER BY go DESC LIMIT 1) s ON true
  LEFT JOIN LATERAL (
    SELECT id FROM piece_updates WHERE ${asked} AND piece_id = p.id ORDER BY id DESC LIMIT 1) u ON true
  LEFT JOIN reviews r ON r.submission_id = s.id`;
const UPDATES_OF_ALL = joins('true');
/** Into which state a sent piece is counted does not hang on what has been made. */
const UPDATES_OF_UNSENT = joins('s.id IS NULL');

/** Not sent, and drawn on since it was measured; or not counted with the parts that its activity has now. */
const CHANGED = 's.id IS NULL AND u.id IS NOT NULL AND p.progress_through <> u.id';
const UNCOUNTED = 's.id IS NULL AND u.id IS NOT NULL AND p.counted_for IS DISTINCT FROM a.parts_revision';

/** Counts pieces by state where they are, without bringing them here. */
export class PieceCountService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly measuring: MeasuringService,
    private readonly clock: () => number = Date.now,
  ) {}

  /** @param by whether learners are counted together, or each by themselves */
  async count(filter: FactsFilter, by: 'activity' | 'person'): Promise<CountRow[]> {
    const first = await this.ask(filter, by);
    const unsettled = this.unsettled(first);
    if (unsettled.length === 0) return first.map(countRow);
    await this.measuring.settle(unsettled);
    return (await this.ask(filter, by)).map(countRow);
  }

  /** Pieces that somebody draws on are counted as they were measured last, until they come to rest. */
  private unsettled(rows: readonly Unsettled[]): string[] {
    const changed = rows.flatMap((row) => row.changed ?? []).filter((id) => !this.measuring.isOpen(id));
    return [...new Set([...changed, ...rows.flatMap((row) => row.uncounted ?? [])])];
  }

  private ask(filter: FactsFilter, by: 'activity' | 'person'): Promise<RawCount[]> {
    const person = by === 'person' ? 'w.person_id' : 'NULL::uuid';
    return this.sequelize.query<RawCount>(
      `WITH pairs AS (${pairsSql(filter)}), counted AS (
         SELECT w.activity_id, w.group_id, w.left_at IS NOT NULL AS "left", ${person} AS person_id, ${STATE} AS state,
                count(*)::int AS count, (count(*) FILTER (WHERE w.due < :now))::int AS past_due,
                min(w.group_due) AS due, min(s.sent_at) AS oldest,
                array_agg(p.id) FILTER (WHERE ${CHANGED}) AS changed,
                array_agg(p.id) FILTER (WHERE ${UNCOUNTED}) AS uncounted
         FROM pairs w ${UPDATES_OF_UNSENT}
         WHERE ${listedSql(filter)}
         GROUP BY 1, 2, 3, 4, 5)
       SELECT counted.*, a.title, a.subject FROM counted JOIN activities a ON a.id = counted.activity_id`,
      { replacements: { ...pairsOf(filter), now: new Date(this.clock()) }, type: QueryTypes.SELECT },
    );
  }

  /** How each piece stands, without what is in it. */
  async cells(filter: FactsFilter): Promise<Cell[]> {
    const first = await this.askCells(filter);
    const unsettled = this.unsettled(first);
    if (unsettled.length === 0) return this.cellsOf(first);
    await this.measuring.settle(unsettled);
    return this.cellsOf(await this.askCells(filter));
  }

  /** The same, where it does not matter whether pieces that are not sent are complete. */
  async cellsAsMeasured(filter: FactsFilter): Promise<Cell[]> {
    return this.cellsOf(await this.askCells(filter));
  }

  private cellsOf(rows: readonly RawCell[]): Cell[] {
    return rows.map((row) => cellOf(row, this.clock()));
  }

  private askCells(filter: FactsFilter): Promise<RawCell[]> {
    return this.sequelize.query<RawCell>(
      `WITH pairs AS (${pairsSql(filter)})
       SELECT w.activity_id, w.group_id, w.person_id, n.name, w.left_at IS NOT NULL AS "left", w.opens, w.due, w.closes, a.title, a.subject,
              a.late_allowed, a.take_back, a.state = 'archived' AS archived, u.id IS NOT NULL AND p.made AS made,
              p.complete, s.id AS go_id, s.go, s.sent_at, r.begun_at, r.released_at, r.outcome, r.marked,
              CASE WHEN ${CHANGED} THEN ARRAY[p.id] END AS changed, CASE WHEN ${UNCOUNTED} THEN ARRAY[p.id] END AS uncounted
       FROM pairs w JOIN people n ON n.id = w.person_id ${UPDATES_OF_ALL}
       WHERE ${listedSql(filter)} ORDER BY a.created_at, a.id`,
      { replacements: pairsOf(filter), type: QueryTypes.SELECT },
    );
  }
}

const countRow = (row: RawCount): CountRow => ({
  activityId: row.activity_id,
  groupId: row.group_id,
  left: row.left,
  personId: row.person_id,
  title: row.title,
  subject: row.subject,
  due: row.due && row.due.getTime(),
  state: row.state,
  count: row.count,
  pastDue: row.past_due,
  oldest: row.oldest && row.oldest.getTime(),
});

function cellOf(row: RawCell, now: number): Cell {
  const facts: PieceFacts = {
    made: row.made ?? false,
    complete: row.complete ?? false,
    latest: row.go === null ? null : latestOf(row, row.go),
    opens: millisOf(row.opens),
    due: millisOf(row.due),
    closes: millisOf(row.closes),
    lateAllowed: row.late_allowed,
    takeBack: row.take_back,
    archived: row.archived || row.left,
  };
  return {
    activityId: row.activity_id,
    groupId: row.group_id,
    personId: row.person_id,
    name: row.name,
    title: row.title,
    subject: row.subject,
    due: facts.due,
    latest: facts.latest && { id: row.go_id!, number: facts.latest.number, released: facts.latest.released !== null },
    sentAt: facts.latest?.sentAt ?? null,
    status: pieceState(facts, now),
    marked: facts.latest?.released ? row.marked : null,
  };
}

const latestOf = (row: RawCell, number: number): PieceFacts['latest'] => ({
  number,
  sentAt: row.sent_at!.getTime(),
  reviewBegun: row.begun_at !== null,
  released: row.outcome && { outcome: row.outcome, at: row.released_at!.getTime() },
});

/** How many pieces are in each state. */
export function countStates(rows: readonly CountRow[]): Record<PieceState, number> {
  const counts = Object.fromEntries(PIECE_STATES.map((state) => [state, 0])) as Record<PieceState, number>;
  for (const { state, count } of rows) counts[state] += count;
  return counts;
}
