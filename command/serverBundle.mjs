import { join } from 'node:path';
import { root, state } from './places.mjs';

/**
 * Packs the server with core into one file; packages stay where npm has put them. Read from its sources, it takes
 * seconds longer to start.
 *
 * @returns what Node is given to run it
 */
export async function packServer() {
  const program = join(state, 'server', 'main.mjs');
  // Packages may only be there by now.
  const { build } = await import('esbuild');
  await build({
    entryPoints: [join(root, 'server', 'main.ts')],
    outfile: program,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    sourcemap: 'linked',
    packages: 'external',
    alias: { '@lippet/core': join(root, 'core') },
    logLevel: 'error',
  });
  return ['--enable-source-maps', program];
}
