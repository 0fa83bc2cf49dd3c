/**
 * A process that runs one server after another, each on the database it is told over its pipe: `{ start: environment }`
 * is answered with the port it listens on, `{ stop: true }` once it is closed. Loading all the packages takes ten times
 * as long as starting; journeys do it once.
 */
import { makeCompute, type Compute } from '../compute/compute';
import { readConfig } from '../config';
import { makeLogger } from '../logging';
import { startServer, type RunningServer } from '../server';

export type HostRequest = { start: Record<string, string> } | { stop: true };
export type HostAnswer = { listening: number } | { stopped: true } | { failed: string };

let running: RunningServer | null = null;
/** Kept from one server to the next, as packages are. */
let threads: Compute | undefined;

async function answer(request: HostRequest): Promise<HostAnswer> {
  if ('stop' in request) {
    await running?.close();
    running = null;
    return { stopped: true };
  }
  const config = readConfig(request.start);
  threads ??= makeCompute(config.computeWorker);
  running = await startServer(config, makeLogger(config.logLevel), threads);
  return { listening: running.port };
}

process.on('message', (request: HostRequest) => {
  void answer(request)
    .catch((error: Error): HostAnswer => ({ failed: error.stack ?? error.message }))
    .then((given) => process.send!(given));
});
// Whoever started us is gone.
process.once('disconnect', () => process.exit(0));
