import { ProblemError } from './problem';

/** What the operating system calls a full disk, or a full share of it. */
const FULL = new Set(['ENOSPC', 'EDQUOT']);
/** PostgreSQL's `disk_full` (appendix A of its manual). */
const DATABASE_FULL = '53100';
/** Seconds after which it is worth trying again: somebody has to make room first. */
const TRY_AGAIN = 60;

interface Coded {
  code?: unknown;
  parent?: { code?: unknown };
}

/** Whether something failed because there is no room left to write. */
export function isDiskFull(error: unknown): boolean {
  const { code, parent } = (error ?? {}) as Coded;
  return FULL.has(String(code)) || [code, parent?.code].includes(DATABASE_FULL);
}

/** Nothing of it was kept, and the device has it still. */
export const diskFull = (): ProblemError =>
  new ProblemError(
    'busy',
    'School has no room left to keep this. It stays on this device, and goes by itself once there is room.',
    TRY_AGAIN,
  );
