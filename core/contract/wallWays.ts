/** `none`: nothing hangs. `teacher`: what a teacher has let hang. `open`: what learners hang, at once. */
export const WALL_WAYS = ['none', 'teacher', 'open'] as const;
export type WallWay = (typeof WALL_WAYS)[number];
