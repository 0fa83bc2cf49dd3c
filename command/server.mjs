import { spawn } from 'node:child_process';
import { own, takeOverInterrupt } from './interrupt.mjs';
import { root } from './places.mjs';
import { StopError } from './stopError.mjs';

/** How the server is run from its sources, while one works on it. */
export const FROM_SOURCES = ['--import', 'tsx', 'server/main.ts'];

/**
 * Starts the server as a child and waits until it answers.
 * @param {string[]} program what Node is given: the packed server, or its sources
 * @param {NodeJS.ProcessEnv} env its LIPPET_ settings
 */
export async function startServerProcess(program, env) {
  const child = spawn(process.execPath, program, {
    cwd: root,
    env: { ...process.env, ...env },
    // Of a group of its own, so that Ctrl-C reaches us first and we stop things in order.
    detached: true,
    stdio: ['ignore', 'inherit', 'pipe', 'ipc'],
  });
  own(child, 'SIGTERM');
  let errors = '';
  child.stderr?.on('data', (chunk) => {
    errors += chunk;
    process.stderr.write(chunk);
  });
  const port = await new Promise((resolve, reject) => {
    child.on(
      'message',
      (/** @type {{ listening?: number }} */ message) => message.listening && resolve(message.listening),
    );
    child.once('exit', () =>
      reject(
        new StopError(errors ? 'The server did not start; what it said stands above.' : 'The server did not start.'),
      ),
    );
  });
  return {
    port: /** @type {number} */ (port),
    child,
    async stop() {
      if (child.exitCode !== null || child.signalCode !== null) return;
      const gone = new Promise((resolve) => child.once('exit', resolve));
      child.kill('SIGTERM');
      await gone;
    },
  };
}

/**
 * Keeps the process until Ctrl-C (or TERM, or a child's end), then stops everything, last started first.
 * @param {{ stop: () => Promise<void> }[]} started
 * @param {import('node:child_process').ChildProcess} watched
 */
export async function untilInterrupted(started, watched) {
  takeOverInterrupt();
  const why = await new Promise((resolve) => {
    process.once('SIGINT', () => resolve('asked'));
    process.once('SIGTERM', () => resolve('asked'));
    process.once('SIGHUP', () => resolve('asked'));
    watched.once('exit', () => resolve('ended'));
  });
  for (const program of started.toReversed()) await program.stop();
  if (why === 'ended')
    throw new StopError('The server ended by itself; what it said stands above. All that had been saved is kept.');
  console.log('\nLippet has stopped. Everything is kept for the next time.');
}
