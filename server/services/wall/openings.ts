import { Op } from 'sequelize';
import { WallOpening } from '../../models/tables';

interface Place {
  activityId: string;
  groupId: string;
}

/** How a wall is open to families just now; null where it is not. */
export async function openingOf({ activityId, groupId }: Place, now: number): Promise<WallOpening | null> {
  return WallOpening.findOne({ where: { activityId, groupId, endsAt: { [Op.gt]: new Date(now) } } });
}

/** Walls of groups that are open to families just now. */
export const openingsOf = (groupIds: readonly string[], now: number): Promise<WallOpening[]> =>
  WallOpening.findAll({ where: { groupId: [...groupIds], endsAt: { [Op.gt]: new Date(now) } }, order: ['endsAt'] });
