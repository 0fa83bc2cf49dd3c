import { join } from 'node:path';
import { root, state } from './places.mjs';

/** What brings a binary, or a file for its threads, stays where npm has put it; the others are drivers that nobody asks for. */
const LEFT_OUT = ['sharp', '@node-rs/argon2', 'piscina', 'pg-native', 'pg-hstore'];

/** Packages of the older kind ask for each other, and where they lie, by names that modules do not have. */
const OLDER_NAMES = `
import { createRequire as makeRequire } from 'node:module';
import { dirname as folderOf } from 'node:path';
import { fileURLToPath as pathOf } from 'node:url';
const require = makeRequire(import.meta.url);
const __filename = pathOf(import.meta.url);
const __dirname = folderOf(__filename);
`;

/**
 * Packs the server, with core and the packages it uses, into one file: read from its sources, it takes seconds longer
 * to start.
 *
 * @returns what Node is given to run it
 */
export async function packServer() {
  const out = join(state, 'server');
  // Packages may only be there by now.
  const { build } = await import('esbuild');
  await build({
    entryPoints: ['main.ts', 'compute/worker.ts', 'testing/serverHost.ts'].map((file) => join(root, 'server', file)),
    entryNames: '[name]',
    outdir: out,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    external: LEFT_OUT,
    alias: { '@lippet/core': join(root, 'core') },
    banner: { js: OLDER_NAMES },
    logLevel: 'error',
  });
  return [join(out, 'main.mjs')];
}
