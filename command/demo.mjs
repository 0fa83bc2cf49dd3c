import { startPostOffice } from './postOffice.mjs';
import { insistOnDebianPackages, insistOnNodePackages, insistOnSpace } from './packages.mjs';
import { computeWorker, webRoot } from './places.mjs';
import { startPostgres } from './postgres.mjs';
import { isFree, runLoudly, runQuietly } from './run.mjs';
import { noteRunning } from './running.mjs';
import { startServerProcess, untilInterrupted } from './server.mjs';
import { packServer } from './serverBundle.mjs';
import { StopError } from './stopError.mjs';
import { insistOnWebExport } from './webExport.mjs';

export const DEMO_PORT = 4780;

/** The port that was asked for. */
export function wantedPort() {
  const port = Number(process.env.LIPPET_PORT ?? DEMO_PORT);
  if (!Number.isInteger(port) || port < 1 || port > 65535) {
    throw new StopError(`LIPPET_PORT is "${process.env.LIPPET_PORT}"; it must be a port from 1 to 65535.`);
  }
  return port;
}

/** @param {number} port */
export async function insistOnPort(port) {
  if (await isFree(port)) return;
  throw new StopError(
    `Port ${port} is taken, perhaps by another Lippet. Stop that one (./lippet stop), or choose another ` +
      `port: LIPPET_PORT=${port + 10} ./lippet demo`,
  );
}

/**
 * The demo's database, filled on first use.
 * @param {import('./postgres.mjs').Cluster} cluster
 * @param {{ fresh: boolean }} options
 */
export async function demoDatabase(cluster, { fresh }) {
  if (fresh) cluster.sql('DROP DATABASE IF EXISTS demo WITH (FORCE)');
  const there = cluster.sql("SELECT 1 FROM pg_database WHERE datname = 'demo'") === '1';
  if (!there) cluster.sql('CREATE DATABASE demo');
  const env = { ...process.env, LIPPET_DATABASE_URL: cluster.url('demo') };
  // The seed fills an empty database in one transaction and leaves a filled one alone.
  await runQuietly('making the demo school', process.execPath, ['--import', 'tsx', 'demo/seed.ts'], { env });
  return env.LIPPET_DATABASE_URL;
}

/** Sets up what is missing and runs Lippet with the made-up school. @param {string[]} args */
export async function demo(args) {
  const unknown = args.find((arg) => arg !== '--fresh');
  if (unknown)
    throw new StopError(
      `./lippet demo does not know "${unknown}". It knows --fresh, which begins the demo school anew.`,
    );
  const begun = Date.now();
  const port = wantedPort();
  await insistOnPort(port);
  insistOnSpace();
  await insistOnDebianPackages();
  await insistOnNodePackages();
  await insistOnWebExport();
  const forgetRunning = noteRunning();
  const cluster = await startPostgres('postgres');
  try {
    const databaseUrl = await demoDatabase(cluster, { fresh: args.includes('--fresh') });
    const [program, post] = [await packServer(), await startPostOffice(port)];
    const server = await startServerProcess(program, {
      LIPPET_DATABASE_URL: databaseUrl,
      LIPPET_PORT: String(port),
      LIPPET_WEB_ROOT: webRoot,
      LIPPET_COMPUTE_WORKER: computeWorker,
      LIPPET_MAIL_URL: post.mailUrl,
      LIPPET_LOG_LEVEL: process.env.LIPPET_LOG_LEVEL ?? 'warn',
    });
    console.log(
      `\nLippet is open at http://localhost:${port} (ready in ${((Date.now() - begun) / 1000).toFixed(1)} s)\n`,
    );
    await runLoudly(process.execPath, ['--import', 'tsx', 'demo/guide.ts']);
    console.log(`\nLetters that it sends are shown at http://localhost:${post.port}, and go nowhere else.`);
    console.log('\nCtrl-C stops it.');
    await untilInterrupted([cluster, post, server], server.child);
  } finally {
    await cluster.stop();
    forgetRunning();
  }
}
