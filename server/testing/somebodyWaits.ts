import { setTimeout } from 'node:timers/promises';
import type { SmallSchool } from './smallSchool';

/** Statements of this school, and of no other test's, that wait for what another one holds. */
const WAITING = "SELECT pid FROM pg_stat_activity WHERE datname = current_database() AND wait_event_type = 'Lock'";

/** Resolves once some statement of the school waits for what another one holds. */
export async function somebodyWaits({ query }: SmallSchool): Promise<void> {
  while ((await query(WAITING)).length === 0) await setTimeout(10);
}
