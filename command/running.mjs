import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { makeFolder, root, state } from './places.mjs';

/** Which process runs Lippet from this checkout. */
const FILE = join(state, 'running.pid');
/** So long a running one may take to stop in order, in milliseconds. */
const PATIENCE = 30_000;

/** Notes that this process runs Lippet. @returns forgets it */
export function noteRunning() {
  makeFolder(state);
  writeFileSync(FILE, String(process.pid));
  return () => rmSync(FILE, { force: true });
}

/** Whether a process is one of ours: a number is given to another one later. @param {number} pid */
function isOurs(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(join(root, 'command', 'main.mjs'));
  } catch {
    return false;
  }
}

/** The process that runs Lippet; null where none does. */
function running() {
  try {
    const pid = Number(readFileSync(FILE, 'utf8'));
    return isOurs(pid) ? pid : null;
  } catch {
    return null;
  }
}

/** Ends a running Lippet in order. @returns whether there was one */
export async function stopRunning() {
  const pid = running();
  if (pid === null) return false;
  process.kill(pid, 'SIGTERM');
  for (let waited = 0; isOurs(pid) && waited < PATIENCE; waited += 100) await wait(100);
  return true;
}
