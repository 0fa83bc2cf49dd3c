import { createHash } from 'node:crypto';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { insistOnDebianPackages, insistOnNodePackages, insistOnSpace } from './packages.mjs';
import { makeFolder, root, state, webRoot } from './places.mjs';
import { startPostgres } from './postgres.mjs';
import { runLoudly } from './run.mjs';
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

/** Measures; everything but the figures goes to standard error. @param {string[]} args */
export async function bench(args) {
  console.log = console.error;
  insistOnSpace();
  await insistOnDebianPackages({ browser: true });
  await insistOnNodePackages();
  await insistOnWebExport();
  const emptyRoot = await insistOnEmptyApp();
  const cluster = await startPostgres('test-postgres', { durable: false });
  try {
    const env = { ...process.env, LIPPET_TEST_POSTGRES: cluster.url('postgres'), LIPPET_WEB_ROOT: webRoot, LIPPET_EMPTY_ROOT: emptyRoot };
    process.exitCode = await runLoudly(process.execPath, ['--import', 'tsx', 'bench/main.ts', ...args], { env });
  } finally {
    await cluster.stop();
  }
}
