import type { ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { readPlan } from '@lippet/core/contract/readDefinition';

/** A plan in which ids stand for others, wherever they are. Ids are UUIDs, so none of them is part of anything else. */
export const renamedPlan = (plan: ActivityPlan, names: ReadonlyMap<string, string>): ActivityPlan =>
  readPlan(
    JSON.parse(
      JSON.stringify(plan).replaceAll(
        /[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}/gi,
        (id) => names.get(id.toLowerCase()) ?? id,
      ),
    ),
  );
