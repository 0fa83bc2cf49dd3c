import type { ReviewActivity } from '../contract/reviewing';

/**
 * The activity to go on with: of those where something waits, the one whose oldest go has waited longest.
 *
 * @param after the activity that one comes from; never the answer
 */
export function nextToReview(activities: readonly ReviewActivity[], after: string): ReviewActivity | null {
  const waiting = activities.filter(({ activityId, oldestWaiting }) => activityId !== after && oldestWaiting !== null);
  return waiting.sort((a, b) => a.oldestWaiting! - b.oldestWaiting!)[0] ?? null;
}
