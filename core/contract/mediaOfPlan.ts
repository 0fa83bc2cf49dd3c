import { mediaOfPart } from '../parts/part';
import { picturesOf } from '../words/richText';
import type { ActivityPlan } from './activityDefinition';

/** Ids of all files that a plan shows, each once. */
export function mediaOfPlan({ task, told, parts, materials }: ActivityPlan): string[] {
  const ids = [told?.media, ...picturesOf(task), ...materials.map(({ media }) => media), ...parts.flatMap(mediaOfPart)];
  return [...new Set(ids.filter((id): id is string => typeof id === 'string'))];
}
