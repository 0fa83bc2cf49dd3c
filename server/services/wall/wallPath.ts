/** Where a wall is in the interface. */
export const wallPath = (activityId: string, groupId: string): string => `/wall/${activityId}?group=${groupId}`;
