/** Which learner has which activity, as whose work: the ground of every list and count. */

/** Which learner-and-activity pairs to look up. Each filter that is given narrows them. */
export interface FactsFilter {
  personId?: string;
  activityId?: string;
  groupIds?: readonly string[];
  pieceId?: string;
  pieceIds?: readonly string[];
  /**
   * Also what learners may choose and have not begun. Whoever asks for one person and one activity gets that anyway.
   */
  free?: boolean;
  /** Also what somebody draws on just now is measured as it is, whether it has come to rest or not. */
  exact?: boolean;
  /** Only what was sent and waits for an answer. */
  waiting?: boolean;
}

/** What each filter asks of the pairs; one that is not given is not asked for, so that the database begins with the others. */
const CONDITIONS: Record<'personId' | 'activityId' | 'groupIds' | 'pieceId' | 'pieceIds', string> = {
  personId: 'm.person_id = :personId',
  activityId: 'g.activity_id = :activityId',
  groupIds: `m.person_id IN (SELECT person_id FROM memberships WHERE role = 'learner' AND group_id = ANY(:groupIds::uuid[]))
    AND g.activity_id IN (SELECT activity_id FROM assignments WHERE group_id = ANY(:groupIds::uuid[]))`,
  pieceId: '(g.activity_id, m.person_id) = (SELECT activity_id, person_id FROM pieces WHERE id = :pieceId)',
  pieceIds: `(g.activity_id, m.person_id) IN
    (SELECT activity_id, person_id FROM pieces WHERE id = ANY(:pieceIds::uuid[]))`,
};

/** What was due before somebody came has no date for them: nobody is late for work that they could not have known of. */
const DUE = 'CASE WHEN g.due < m.joined_at THEN NULL ELSE g.due END';

/** What is for crews alone is for whoever is in one of them, or was when they began it. */
export const IN_CREW = `(g.crew_ids = '{}'
  OR EXISTS (SELECT 1 FROM crew_members c WHERE c.crew_id = ANY(g.crew_ids) AND c.person_id = m.person_id)
  OR EXISTS (SELECT 1 FROM pieces b WHERE b.activity_id = g.activity_id AND b.person_id = m.person_id))`;

/**
 * One row an activity and learner, with the dates that hold for them. Of two groups that have the same work, the one that
 * leaves more time counts.
 */
export function pairsSql(filter: FactsFilter): string {
  const conditions = Object.entries(CONDITIONS).flatMap(([name, condition]) =>
    filter[name as keyof typeof CONDITIONS] === undefined ? [] : [`AND ${condition}`],
  );
  return `
    SELECT DISTINCT ON (g.activity_id, m.person_id) g.activity_id, g.group_id, m.person_id, m.left_at, g.free,
           g.due AS group_due, f.id AS folder_id, f.title AS folder,
           CASE WHEN x.person_id IS NULL THEN GREATEST(g.opens, f.opens) ELSE x.opens END AS opens,
           CASE WHEN x.person_id IS NULL THEN ${DUE} ELSE x.due END AS due,
           CASE WHEN x.person_id IS NULL THEN g.closes ELSE x.closes END AS closes
    FROM assignments g
    JOIN memberships m ON m.group_id = g.group_id AND m.role = 'learner'
    LEFT JOIN folders f ON f.id = g.folder_id
    LEFT JOIN learner_dates x ON x.activity_id = g.activity_id AND x.person_id = m.person_id
    WHERE ${IN_CREW} ${conditions.join(' ')}
    ORDER BY g.activity_id, m.person_id, (m.left_at IS NOT NULL), g.free, g.due DESC NULLS FIRST, g.group_id`;
}

/**
 * Which of the pairs (as `w`, with their activity as `a` and their piece as `p`) are on lists. What is put away is kept
 * for those who have begun it; so is the work of who has left, and what was chosen freely, for those who chose it.
 * Whoever is in two groups is on the lists of the one as whose work it counts, and on no others.
 */
export const listedSql = ({ groupIds }: FactsFilter): string =>
  `a.state <> 'draft' AND ((a.state = 'set' AND w.left_at IS NULL AND (:free OR NOT w.free)) OR p.id IS NOT NULL)
   ${groupIds ? 'AND w.group_id = ANY(:groupIds::uuid[])' : ''}`;

/** What both are asked with. */
export const pairsOf = (filter: FactsFilter): Record<string, unknown> => ({
  personId: filter.personId ?? null,
  activityId: filter.activityId ?? null,
  pieceId: filter.pieceId ?? null,
  free: filter.free ?? (filter.personId !== undefined && filter.activityId !== undefined),
  pieceIds: filter.pieceIds ? `{${filter.pieceIds.join(',')}}` : null,
  groupIds: filter.groupIds ? `{${filter.groupIds.join(',')}}` : null,
});
