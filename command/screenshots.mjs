import { insistOnDebianPackages, insistOnNodePackages } from './packages.mjs';
import { startPostgres } from './postgres.mjs';
import { runLoudly } from './run.mjs';
import { packServer } from './serverBundle.mjs';
import { insistOnWebExport } from './webExport.mjs';

/** Makes docs/screenshots anew, from a fresh copy of the demo school. */
export async function screenshots() {
  await insistOnDebianPackages({ browser: true });
  await insistOnNodePackages();
  await insistOnWebExport();
  await packServer();
  const cluster = await startPostgres('test-postgres', { durable: false, fleeting: true });
  try {
    const env = { ...process.env, LIPPET_TEST_POSTGRES: cluster.url('postgres') };
    process.exitCode = await runLoudly(process.execPath, ['--import', 'tsx', 'e2e/screenshots.ts'], { env });
  } finally {
    await cluster.stop();
  }
}
