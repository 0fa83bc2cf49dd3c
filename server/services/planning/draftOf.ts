import type { ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { readPlan } from '@lippet/core/contract/readDefinition';
import type { Activity } from '../../models/tables';

/** What was typed and not given out; null for nothing. It may have been kept before plans said as much as they do now. */
export const draftOf = ({ draft }: Pick<Activity, 'draft'>): ActivityPlan | null => (draft ? readPlan(draft) : null);
