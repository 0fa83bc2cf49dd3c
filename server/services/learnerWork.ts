/** Which learner has which activity, as whose work: the ground of every list and count. */

/** Which learner-and-activity pairs to look up. Each filter that is given narrows them. */
export interface FactsFilter {
  personId?: string;
  activityId?: string;
  groupIds?: readonly string[];
  pieceId?: string;
  /**
   * Also what learners may choose and have not begun. Whoever asks for one person and one activity gets that anyway.
   */
  free?: boolean;
  /** Only what was sent and waits for an answer. */
  waiting?: boolean;
}

/** One row an activity and learner, with the dates that hold for them; takes what {@link pairsOf} gives. */
export const PAIRS = `
  SELECT DISTINCT ON (a.id, m.person_id) a.id, a.created_at, g.group_id, m.person_id, a.title, a.subject,
         a.teacher_id, a.minutes, a.late_allowed, a.take_back, a.state, a.parts_revision, m.left_at, g.free,
         g.due AS group_due, f.id AS folder_id, f.title AS folder,
         CASE WHEN x.person_id IS NULL THEN GREATEST(g.opens, f.opens) ELSE x.opens END AS opens,
         CASE WHEN x.person_id IS NULL THEN g.due ELSE x.due END AS due,
         CASE WHEN x.person_id IS NULL THEN g.closes ELSE x.closes END AS closes
  FROM activities a
  JOIN assignments g ON g.activity_id = a.id
  JOIN memberships m ON m.group_id = g.group_id AND m.role = 'learner'
  LEFT JOIN folders f ON f.id = g.folder_id
  LEFT JOIN learner_dates x ON x.activity_id = a.id AND x.person_id = m.person_id
  WHERE a.state <> 'draft'
    AND (:personId::uuid IS NULL OR m.person_id = :personId)
    AND (:activityId::uuid IS NULL OR a.id = :activityId)
    AND (:pieceId::uuid IS NULL OR (a.id, m.person_id) = (SELECT activity_id, person_id FROM pieces WHERE id = :pieceId))
    AND (:groupIds::uuid[] IS NULL OR EXISTS (SELECT FROM assignments own
      JOIN memberships theirs ON theirs.group_id = own.group_id AND theirs.role = 'learner'
      WHERE own.activity_id = a.id AND theirs.person_id = m.person_id AND own.group_id = ANY(:groupIds::uuid[])))
  -- Of two groups that have the same work, the one that leaves more time counts.
  ORDER BY a.id, m.person_id, (m.left_at IS NOT NULL), g.free, g.due DESC NULLS FIRST, g.group_id`;

/**
 * Which of the pairs (as `a`, with their piece as `p`) are on lists. What is put away is kept for those who have begun
 * it; so is the work of who has left, and what was chosen freely, for those who chose it. Whoever is in two groups is on
 * the lists of the one as whose work it counts, and on no others.
 */
export const LISTED = `((a.state = 'set' AND a.left_at IS NULL AND (:free OR NOT a.free)) OR p.id IS NOT NULL)
   AND (:groupIds::uuid[] IS NULL OR a.group_id = ANY(:groupIds::uuid[]))`;

/** What {@link PAIRS} and {@link LISTED} are asked with. */
export const pairsOf = (filter: FactsFilter): Record<string, unknown> => ({
  personId: filter.personId ?? null,
  activityId: filter.activityId ?? null,
  pieceId: filter.pieceId ?? null,
  free: filter.free ?? (filter.personId !== undefined && filter.activityId !== undefined),
  groupIds: filter.groupIds ? `{${filter.groupIds.join(',')}}` : null,
});
