import { mkdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The checkout. */
export const root = dirname(dirname(fileURLToPath(import.meta.url)));
/** All that Lippet makes at run time lies here; it can be deleted to begin anew. */
export const state = join(root, '.lippet');
/** The web export that the server serves. */
export const webRoot = join(state, 'web');
/** The threads that compute for the packed server. */
export const computeWorker = join(state, 'server', 'worker.mjs');

/** @param {string} path */
export function makeFolder(path) {
  mkdirSync(path, { recursive: true });
  return path;
}
