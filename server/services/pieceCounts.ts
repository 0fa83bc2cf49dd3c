import { QueryTypes, type Sequelize } from 'sequelize';
import { PIECE_STATES, type PieceState } from '@lippet/core/schedule/pieceState';
import { LISTED, PAIRS, pairsOf, type FactsFilter } from './learnerWork';
import type { MeasuringService } from './measuring';

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
  /** When the oldest of their latest goes was sent; null in states before that. */
  oldest: number | null;
}

interface RawCount {
  activity_id: string;
  group_id: string;
  left: boolean;
  person_id: string | null;
  title: string;
  subject: string;
  due: Date | null;
  state: PieceState;
  count: number;
  oldest: Date | null;
  /** Pieces not sent that were drawn on since they were measured. */
  changed: string[] | null;
  /** Pieces not sent that were not counted with the parts that their activity has now. */
  uncounted: string[] | null;
}

/** The states of `stateOf` in core/schedule, told from the rows; a test holds the two together. */
const STATE = `CASE
  WHEN r.outcome = 'finished' THEN 'finished'
  WHEN r.outcome IS NOT NULL THEN 'another-go'
  WHEN s.id IS NOT NULL THEN 'with-teacher'
  WHEN u.id IS NULL OR NOT p.made THEN 'new'
  WHEN p.complete THEN 'ready'
  ELSE 'started' END`;

const NOT_SENT = 's.id IS NULL AND u.id IS NOT NULL';

/** Counts pieces by state where they are, without bringing them here. */
export class PieceCountService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly measuring: MeasuringService,
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
  private unsettled(rows: readonly RawCount[]): string[] {
    const changed = rows.flatMap((row) => row.changed ?? []).filter((id) => !this.measuring.isOpen(id));
    return [...new Set([...changed, ...rows.flatMap((row) => row.uncounted ?? [])])];
  }

  private ask(filter: FactsFilter, by: 'activity' | 'person'): Promise<RawCount[]> {
    const person = by === 'person' ? 'a.person_id' : 'NULL::uuid';
    return this.sequelize.query<RawCount>(
      `WITH pairs AS (${PAIRS})
       SELECT a.id AS activity_id, a.group_id, a.left_at IS NOT NULL AS "left", ${person} AS person_id,
              min(a.title) AS title, min(a.subject) AS subject, min(a.group_due) AS due, ${STATE} AS state,
              count(*)::int AS count, min(s.sent_at) AS oldest,
              array_agg(p.id) FILTER (WHERE ${NOT_SENT} AND p.progress_through <> u.id) AS changed,
              array_agg(p.id) FILTER (WHERE ${NOT_SENT} AND p.counted_for IS DISTINCT FROM a.parts_revision) AS uncounted
       FROM pairs a
       LEFT JOIN pieces p ON p.activity_id = a.id AND p.person_id = a.person_id
       LEFT JOIN LATERAL (SELECT id FROM piece_updates WHERE piece_id = p.id ORDER BY id DESC LIMIT 1) u ON true
       LEFT JOIN LATERAL (
         SELECT id, sent_at FROM submissions
         WHERE piece_id = p.id AND withdrawn_at IS NULL ORDER BY go DESC LIMIT 1) s ON true
       LEFT JOIN reviews r ON r.submission_id = s.id
       WHERE ${LISTED}
       GROUP BY 1, 2, 3, 4, 8`,
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
  oldest: row.oldest && row.oldest.getTime(),
});

/** How many pieces are in each state. */
export function countStates(rows: readonly CountRow[]): Record<PieceState, number> {
  const counts = Object.fromEntries(PIECE_STATES.map((state) => [state, 0])) as Record<PieceState, number>;
  for (const { state, count } of rows) counts[state] += count;
  return counts;
}
