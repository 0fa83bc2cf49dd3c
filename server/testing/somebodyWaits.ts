import { setTimeout } from 'node:timers/promises';
import type { SmallSchool } from './smallSchool';

/** Resolves once some statement waits for what another one holds. */
export async function somebodyWaits({ query }: SmallSchool): Promise<void> {
  while ((await query('SELECT 1 FROM pg_locks WHERE NOT granted')).length === 0) await setTimeout(10);
}
