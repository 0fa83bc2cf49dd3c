import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { readPartners, type PartnerPlan } from '@lippet/core/review/partners/partnerPlan';
import { Activity } from '../../models/tables';
import { pairsOf, pairsSql } from '../pieces/learnerWork';

/** One activity in one group. */
export interface Place {
  activityId: string;
  groupId: string;
}

/** A learner who has the activity as work of the group. */
export interface PartnerLearner {
  id: string;
  name: string;
  badge: string;
  /** Something of theirs is with the teacher or finished: it can be looked at. */
  sent: boolean;
  /** They have sent, and took it back a short while ago. */
  takenBack: boolean;
}

/** Whoever took their work back so long ago is not waited for any more, in milliseconds. */
const PATIENCE = 24 * 3_600_000;

/** What an activity says of partners; null where it has none. */
export async function partnerPlanOf(activityId: string, transaction?: Transaction): Promise<PartnerPlan | null> {
  const activity = await Activity.findByPk(activityId, { attributes: ['partners', 'state'], transaction });
  return activity && activity.state === 'set' ? readPartners(activity.partners) : null;
}

/** Groups in which an activity is work. */
export async function groupsOf(sequelize: Sequelize, activityId: string): Promise<string[]> {
  const rows = await sequelize.query<{ group_id: string }>(
    'SELECT group_id FROM assignments WHERE activity_id = :activityId ORDER BY group_id',
    { replacements: { activityId }, type: QueryTypes.SELECT },
  );
  return rows.map(({ group_id: groupId }) => groupId);
}

/** The learners of a group who have an activity as its work, by name. */
export async function learnersAt(
  sequelize: Sequelize,
  { activityId, groupId }: Place,
  now: number,
  transaction?: Transaction,
): Promise<PartnerLearner[]> {
  const filter = { activityId, groupIds: [groupId], free: true };
  return sequelize.query<PartnerLearner>(
    `WITH pairs AS (${pairsSql(filter)})
     SELECT n.id, n.name, n.badge,
       EXISTS (SELECT 1 FROM submissions s WHERE s.piece_id = p.id AND s.withdrawn_at IS NULL) AS sent,
       EXISTS (SELECT 1 FROM submissions s WHERE s.piece_id = p.id AND s.withdrawn_at > :since) AS "takenBack"
     FROM pairs w JOIN people n ON n.id = w.person_id
     LEFT JOIN pieces p ON p.activity_id = w.activity_id AND p.person_id = w.person_id
     WHERE w.group_id = :groupId AND w.left_at IS NULL ORDER BY n.name, n.id`,
    {
      replacements: { ...pairsOf(filter), groupId, since: new Date(now - PATIENCE) },
      type: QueryTypes.SELECT,
      transaction,
    },
  );
}

/** The crew of each learner of a group: that of this activity, else one that they are in elsewhere. */
export async function crewsAt(
  sequelize: Sequelize,
  { activityId, groupId }: Place,
  transaction?: Transaction,
): Promise<Map<string, string>> {
  const rows = await sequelize.query<{ person_id: string; crew_id: string }>(
    `SELECT DISTINCT ON (m.person_id) m.person_id, c.id AS crew_id
     FROM crew_members m JOIN crews c ON c.id = m.crew_id WHERE c.group_id = :groupId
     ORDER BY m.person_id, (c.activity_id <> :activityId), c.id`,
    { replacements: { activityId, groupId }, type: QueryTypes.SELECT, transaction },
  );
  return new Map(rows.map(({ person_id: personId, crew_id: crewId }) => [personId, crewId]));
}
