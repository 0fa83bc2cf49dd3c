import { QueryTypes, type Sequelize } from 'sequelize';
import { LIMITS } from '@lippet/core/contract/limits';
import type { DocumentRef } from '../../sync/documentName';

/** Whose a document is. */
const OWNERS: Record<DocumentRef['kind'], string> = {
  piece: 'SELECT person_id AS id FROM pieces WHERE id = :id',
  marks: 'SELECT reviewer_id AS id FROM reviews WHERE id = :id',
  partner: 'SELECT reviewer_id AS id FROM peer_reviews WHERE id = :id',
  shared: 'SELECT teacher_id AS id FROM activities WHERE id = (SELECT activity_id FROM shared_sheets WHERE id = :id)',
};

export interface DocumentRoom {
  owner: string;
  /** Bytes that their documents may still grow by. */
  left: number;
}

/**
 * How much the owner of a document may still draw, in all their documents together. What a school has is counted each
 * hour: it is too much to be counted each time somebody opens a sheet.
 */
export async function documentRoom(sequelize: Sequelize, { kind, id }: DocumentRef): Promise<DocumentRoom> {
  const [row] = await sequelize.query<{ owner: string; own: string; school: string }>(
    `WITH owner AS (${OWNERS[kind]}),
          own AS (
            SELECT octet_length(u.data) AS bytes FROM pieces p JOIN piece_updates u ON u.piece_id = p.id
            WHERE p.person_id = (SELECT id FROM owner)
            UNION ALL
            SELECT octet_length(u.data) FROM reviews r JOIN mark_updates u ON u.review_id = r.id
            WHERE r.reviewer_id = (SELECT id FROM owner)
            UNION ALL
            SELECT octet_length(u.data) FROM peer_reviews r JOIN peer_mark_updates u ON u.peer_review_id = r.id
            WHERE r.reviewer_id = (SELECT id FROM owner)
            UNION ALL
            SELECT octet_length(u.data) FROM activities a JOIN shared_sheets h ON h.activity_id = a.id
            JOIN shared_updates u ON u.shared_sheet_id = h.id WHERE a.teacher_id = (SELECT id FROM owner))
     SELECT p.id AS owner, s.document_bytes AS school, (SELECT coalesce(sum(bytes), 0) FROM own) AS own
     FROM people p JOIN schools s ON s.id = p.school_id WHERE p.id = (SELECT id FROM owner)`,
    { replacements: { id }, type: QueryTypes.SELECT },
  );
  if (!row) return { owner: '', left: 0 };
  const { person, school } = LIMITS.documents;
  return { owner: row.owner, left: Math.min(person - Number(row.own), school - Number(row.school)) };
}

/** Counts anew what each school has. */
export async function countDocuments(sequelize: Sequelize): Promise<void> {
  await sequelize.query(
    `UPDATE schools SET document_bytes = coalesce((
       SELECT sum(octet_length(u.data)) FROM people o
       JOIN pieces p ON p.person_id = o.id JOIN piece_updates u ON u.piece_id = p.id
       WHERE o.school_id = schools.id), 0)`,
  );
}
