import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { state } from './places.mjs';
import { stopLeftCluster } from './postgres.mjs';
import { stopRunning } from './running.mjs';

/** Stops a Lippet that runs from this checkout, and the clusters that a killed one has left running. The data stays. */
export async function stop() {
  const wasRunning = await stopRunning();
  const left = ['postgres', 'test-postgres'].filter((name) => stopLeftCluster(name));
  rmSync(join(state, 'web.new'), { recursive: true, force: true });
  console.log(wasRunning || left.length > 0 ? 'Stopped what was still running.' : 'Nothing of Lippet’s was running.');
}
