import { createHash } from 'node:crypto';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { insistOnDebianPackages, insistOnNodePackages, insistOnSpace } from './packages.mjs';
import { computeWorker, makeFolder, root, state, webRoot } from './places.mjs';
import { startPostgres } from './postgres.mjs';
import { runLoudly } from './run.mjs';
import { packServer } from './serverBundle.mjs';
import { exportWeb, filesBelow, insistOnWebExport } from './webExport.mjs';

/** The floor of first-load, exported anew when it or the packages change. */
async function insistOnEmptyApp() {
  const project = join(root, 'bench', 'empty-app');
  const out = join(makeFolder(join(state, 'bench')), 'empty');
  const stamp = `${out}.stamp`;
  const hash = createHash('sha256');
  for (const file of [...filesBelow(project), join(root, 'package-lock.json')]) hash.update(readFileSync(file));
  const wanted = hash.digest('hex');
  if (!existsSync(out) || !existsSync(stamp) || readFileSync(stamp, 'utf8') !== wanted) {
    rmSync(out, { recursive: true, force: true });
    await exportWeb(project, out);
    writeFileSync(stamp, wanted);
  }
  return out;
}

/**
 * What is measured is measured as it is shipped: packed as for a browser. What runs from sources here names every
 * function as it is made, which takes as long as some of what they do.
 * @returns the file; it lies one folder below the root, as the sources' folders do
 */
async function packBench() {
  // Packages may only be there by now.
  const { build } = await import('esbuild');
  const outfile = join(state, 'bench.mjs');
  const own = ['core', 'server', 'demo', 'e2e'].map((name) => [`@lippet/${name}`, join(root, name)]);
  // npm has put another one of these beside the bench than beside the server.
  const ofServer = join(root, 'server', 'node_modules', 'lru-cache', 'dist', 'esm', 'node', 'index.js');
  await build({
    entryPoints: [join(root, 'bench', 'main.ts')],
    outfile,
    bundle: true,
    minifySyntax: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    alias: { ...Object.fromEntries(own), 'lru-cache': ofServer },
    logLevel: 'error',
  });
  return outfile;
}

/** Measures; everything but the figures goes to standard error. @param {string[]} args */
export async function bench(args) {
  console.log = console.error;
  insistOnSpace();
  await insistOnDebianPackages({ browser: true });
  await insistOnNodePackages();
  await insistOnWebExport();
  await packServer();
  const emptyRoot = await insistOnEmptyApp();
  const cluster = await startPostgres('test-postgres', { durable: false });
  try {
    const env = {
      ...process.env,
      LIPPET_TEST_POSTGRES: cluster.url('postgres'),
      LIPPET_WEB_ROOT: webRoot,
      LIPPET_COMPUTE_WORKER: computeWorker,
      LIPPET_EMPTY_ROOT: emptyRoot,
    };
    process.exitCode = await runLoudly(process.execPath, [await packBench(), ...args], { env });
  } finally {
    await cluster.stop();
  }
}
