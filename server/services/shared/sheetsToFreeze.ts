import type { Sequelize } from 'sequelize';
import type { FreezeSharedTask } from '../../compute/freezeShared';
import { SharedSheet } from '../../models/tables';
import type { UpdateLog } from '../../sync/updateLog';
import { crewsAt, type Place } from '../partners/partnerPlaces';
import { sharedPartsOf } from './sharedPlaces';

/** The sheets that a learner fills with others, with all that is on them now; those that nobody has opened are left out. */
export async function sheetsToFreeze(
  { sequelize, log }: { sequelize: Sequelize; log: UpdateLog },
  place: Place,
  personId: string,
): Promise<FreezeSharedTask['sheets']> {
  const found: FreezeSharedTask['sheets'][number][] = [];
  for (const { part, ways, pages } of await sharedPartsOf(place.activityId)) {
    const crews = ways.by === 'crew' ? await crewsAt(sequelize, place) : new Map<string, string>();
    const sheet = await SharedSheet.findOne({
      where: { partId: part.id, groupId: place.groupId, crewId: crews.get(personId) ?? null },
    });
    if (!sheet) continue;
    const kept = await log.updates({ kind: 'shared', id: sheet.id });
    found.push({ pages, updates: kept?.updates ?? [], hides: sheet.hides });
  }
  return found;
}
