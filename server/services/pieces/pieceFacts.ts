import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import type { PieceProgress } from '@lippet/core/piece/progress';
import type { TakeBack } from '@lippet/core/contract/activityDefinition';
import type { PartKind } from '@lippet/core/parts/part';
import type { Felt } from '@lippet/core/contract/pieces';
import { completeness, type Completeness } from '@lippet/core/piece/completeness';
import { pieceState, type Outcome, type PieceFacts, type PieceStanding } from '@lippet/core/piece/pieceState';
import type { Piece } from '../../models/tables';
import { activityNeeds, type ActivityNeeds } from './activityNeeds';
import { IN_CREW, listedSql, pairsOf, pairsSql, type FactsFilter } from './learnerWork';
import type { MeasuringService } from './measuring';
import { millisOf } from '../../models/millis';

/** The group as whose work a piece counts, and whether its learner has left that. */
export interface Work {
  groupId: string;
  left: boolean;
}

/** An activity and one learner's piece on it (if begun), with how it stands. */
export interface Standing {
  activityId: string;
  groupId: string;
  /** The learner has left that group. */
  left: boolean;
  personId: string;
  pieceId: string | null;
  title: string;
  subject: string;
  teacher: string;
  minutes: number | null;
  facts: PieceFacts;
  status: PieceStanding;
  completeness: Completeness;
  progress: PieceProgress;
  latestGo: {
    id: string;
    number: number;
    sentAt: number;
    word: string | null;
    felt: Felt | null;
    voice: string | null;
  } | null;
  touchedAt: number | null;
  ownDay: string | null;
  folder: { id: string; title: string } | null;
  /** The learner chooses whether to begin it. */
  free: boolean;
  /** What its parts are answered with, each once. */
  kinds: PartKind[];
  pictureVersion: string;
}

interface FactRow {
  activity_id: string;
  group_id: string;
  person_id: string;
  title: string;
  subject: string;
  teacher: string;
  minutes: number | null;
  opens: Date | null;
  due: Date | null;
  closes: Date | null;
  late_allowed: boolean;
  take_back: TakeBack;
  activity_state: 'set' | 'archived';
  left_at: Date | null;
  piece_id: string | null;
  progress: PieceProgress | null;
  progress_through: string | null;
  update_id: string | null;
  touched_at: Date | null;
  own_day: string | null;
  folder_id: string | null;
  folder: string | null;
  free: boolean;
  submission_id: string | null;
  go: number | null;
  sent_at: Date | null;
  word: string | null;
  felt: Felt | null;
  voice_id: string | null;
  begun_at: Date | null;
  released_at: Date | null;
  outcome: Outcome | null;
}

/** Stands for the group where a piece's owner has left all that the activity is for: nobody teaches it. */
export const NOBODYS: Work = { groupId: '', left: true };

/** The one query behind every list: activity, learner, piece, latest go and its review. */
export class PieceFactsService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly measuring: MeasuringService,
    private readonly clock: () => number = Date.now,
  ) {}

  /**
   * How each matching pair stands now. Learners of the activity's group appear even if they have not begun.
   *
   * @param transaction needed where the caller has locked a piece: measuring writes to the piece's row
   */
  async find(filter: FactsFilter, transaction?: Transaction): Promise<Standing[]> {
    const rows = await this.sequelize.query<FactRow>(
      `WITH pairs AS (${pairsSql(filter)})
       SELECT w.activity_id, w.group_id, w.person_id, a.title, a.subject, t.name AS teacher, a.minutes,
              w.opens, w.due, w.closes, a.late_allowed, a.take_back, a.state AS activity_state, w.left_at,
              p.id AS piece_id, p.progress, p.progress_through, u.id AS update_id, u.created_at AS touched_at,
              o.day::text AS own_day, w.folder_id, w.folder, w.free,
              s.id AS submission_id, s.go, s.sent_at, s.word, s.felt, s.voice_id, r.begun_at, r.released_at, r.outcome
       FROM pairs w
       JOIN activities a ON a.id = w.activity_id
       JOIN people t ON t.id = a.teacher_id
       LEFT JOIN pieces p ON p.activity_id = w.activity_id AND p.person_id = w.person_id
       LEFT JOIN own_days o ON o.activity_id = w.activity_id AND o.person_id = w.person_id
       LEFT JOIN LATERAL (
         SELECT id, created_at FROM piece_updates WHERE piece_id = p.id ORDER BY id DESC LIMIT 1) u ON true
       LEFT JOIN LATERAL (
         SELECT id, go, sent_at, word, felt, voice_id FROM submissions
         WHERE piece_id = p.id AND withdrawn_at IS NULL ORDER BY go DESC LIMIT 1) s ON true
       LEFT JOIN reviews r ON r.submission_id = s.id
       WHERE ${listedSql(filter)}
         AND (NOT :waiting OR (s.id IS NOT NULL AND r.outcome IS NULL))
       ORDER BY a.created_at, a.id`,
      {
        replacements: { ...pairsOf(filter), waiting: filter.waiting ?? false },
        type: QueryTypes.SELECT,
        transaction,
      },
    );
    const needs = await activityNeeds([...new Set(rows.map((row) => row.activity_id))]);
    const atOnce = filter.pieceId !== undefined || filter.personId !== undefined || filter.exact === true;
    const standings: Standing[] = [];
    // One after the other: what has to be measured holds a connection for as long as that takes.
    for (const row of rows)
      standings.push(this.standing(row, needs.get(row.activity_id)!, await this.progress(row, atOnce, transaction)));
    return standings;
  }

  /** Which group's work a learner's piece is, as the lists have it. */
  async workOf({ activityId, personId }: Pick<Piece, 'activityId' | 'personId'>): Promise<Work> {
    const [row] = await this.sequelize.query<{ group_id: string; left: boolean }>(
      `SELECT g.group_id, m.left_at IS NOT NULL AS "left" FROM assignments g
       JOIN memberships m ON m.group_id = g.group_id AND m.role = 'learner' AND m.person_id = :personId
       WHERE g.activity_id = :activityId AND ${IN_CREW}
       ORDER BY (m.left_at IS NOT NULL), g.free, g.due DESC NULLS FIRST, g.group_id LIMIT 1`,
      { replacements: { activityId, personId }, type: QueryTypes.SELECT },
    );
    return row ? { groupId: row.group_id, left: row.left } : NOBODYS;
  }

  private standing(row: FactRow, needs: ActivityNeeds, progress: PieceProgress): Standing {
    const done = completeness(needs.parts, needs.choices, progress);
    const facts: PieceFacts = {
      made: done.made,
      complete: done.complete,
      latest:
        row.go === null
          ? null
          : {
              number: row.go,
              sentAt: row.sent_at!.getTime(),
              reviewBegun: row.begun_at !== null,
              released: row.outcome && { outcome: row.outcome, at: row.released_at!.getTime() },
            },
      opens: millisOf(row.opens),
      due: millisOf(row.due),
      closes: millisOf(row.closes),
      lateAllowed: row.late_allowed,
      takeBack: row.take_back,
      archived: row.activity_state === 'archived' || row.left_at !== null,
    };
    return {
      activityId: row.activity_id,
      groupId: row.group_id,
      left: row.left_at !== null,
      personId: row.person_id,
      pieceId: row.piece_id,
      title: row.title,
      subject: row.subject,
      teacher: row.teacher,
      minutes: row.minutes,
      facts,
      status: pieceState(facts, this.clock()),
      completeness: done,
      progress,
      latestGo:
        row.submission_id === null
          ? null
          : {
              id: row.submission_id,
              number: row.go!,
              sentAt: row.sent_at!.getTime(),
              word: row.word,
              felt: row.felt,
              voice: row.voice_id,
            },
      touchedAt: done.made ? millisOf(row.touched_at) : null,
      ownDay: row.own_day,
      folder: row.folder_id ? { id: row.folder_id, title: row.folder! } : null,
      free: row.free,
      kinds: needs.kinds,
      pictureVersion: row.update_id ?? '0',
    };
  }

  /**
   * What was measured of a piece. Where its document has changed since, it is measured again: at once for whoever asks
   * for a piece, a person, or exactly; on everybody's lists once it has come to rest (which the hub tells), or if nobody
   * has it open any more and it was not (the server died between).
   */
  private async progress(row: FactRow, atOnce: boolean, transaction?: Transaction): Promise<PieceProgress> {
    if (!row.piece_id || !row.update_id) return { parts: {} };
    if (row.progress && row.progress_through === row.update_id) return row.progress;
    if (row.progress && !atOnce && this.measuring.isOpen(row.piece_id)) return row.progress;
    return this.measuring.measure(row.piece_id, transaction);
  }
}
