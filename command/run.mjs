import { spawn, spawnSync } from 'node:child_process';
import { closeSync, openSync, readFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { makeFolder, root, state } from './places.mjs';
import { StopError } from './stopError.mjs';

/**
 * Runs a program to its end; its output goes to .lippet/logs and is shown only if it fails.
 * @param {string} title said if it fails
 * @param {string} program
 * @param {string[]} args
 * @param {import('node:child_process').SpawnOptions} [options]
 */
export async function runQuietly(title, program, args, options = {}) {
  const logFile = join(makeFolder(join(state, 'logs')), `${title.replace(/\W+/g, '-')}.log`);
  const log = openSync(logFile, 'w');
  const code = await new Promise((resolve, reject) => {
    const child = spawn(program, args, { cwd: root, ...options, stdio: ['ignore', log, log] });
    child.once('error', reject);
    child.once('exit', resolve);
  });
  closeSync(log);
  if (code === 0) return;
  const output = readFileSync(logFile, 'utf8');
  if (/ENOSPC|No space left/i.test(output)) throw Object.assign(new Error('disk full'), { code: 'ENOSPC' });
  throw new StopError(
    `${title} failed (exit ${code}). The end of ${logFile}:\n${output.split('\n').slice(-25).join('\n')}`,
  );
}

/**
 * Runs a program with its output on the terminal.
 * @param {string} program
 * @param {string[]} args
 * @param {import('node:child_process').SpawnOptions} [options]
 * @returns {Promise<number>} the exit code
 */
export function runLoudly(program, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(program, args, { cwd: root, stdio: 'inherit', ...options });
    child.once('error', reject);
    child.once('exit', (code) => resolve(code ?? 1));
  });
}

/** @param {string} program */
export const isInstalled = (program) =>
  spawnSync('sh', ['-c', `command -v ${program}`], { stdio: 'ignore' }).status === 0;

/**
 * Whether nobody listens on a loopback port.
 * @param {number} port
 * @returns {Promise<boolean>}
 */
export function isFree(port) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });
}

/** A loopback port that is free now. @returns {Promise<number>} */
export function freePort() {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = /** @type {import('node:net').AddressInfo} */ (probe.address());
      probe.close(() => resolve(port));
    });
  });
}
