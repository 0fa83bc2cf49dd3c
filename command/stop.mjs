import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { state } from './places.mjs';
import { stopLeftCluster } from './postgres.mjs';

/** Stops the clusters that a killed start has left running. The data stays. */
export async function stop() {
  const stopped = ['postgres', 'test-postgres'].filter((name) => stopLeftCluster(name));
  rmSync(join(state, 'web.new'), { recursive: true, force: true });
  console.log(stopped.length > 0 ? 'Stopped what was still running.' : 'Nothing of Lippet’s was running.');
}
