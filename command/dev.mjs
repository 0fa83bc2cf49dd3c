import { spawn } from 'node:child_process';
import { watch } from 'node:fs';
import { createServer, request } from 'node:http';
import { connect } from 'node:net';
import { join } from 'node:path';
import { demoDatabase, insistOnPort, wantedPort } from './demo.mjs';
import { startPostOffice } from './postOffice.mjs';
import { insistOnDebianPackages, insistOnNodePackages, insistOnSpace } from './packages.mjs';
import { root } from './places.mjs';
import { startPostgres } from './postgres.mjs';
import { freePort, runLoudly } from './run.mjs';
import { noteRunning } from './running.mjs';
import { FROM_SOURCES, startServerProcess, untilInterrupted } from './server.mjs';
import { copyLateAssets } from './webExport.mjs';

/** Changes that come in one go (a branch switched) restart the server once. */
const REST = 150;

/** What the server answers; all else is the interface's, from Metro. @param {string} [url] */
const isOurs = (url = '') => url.startsWith('/api/') || url.startsWith('/sync');

/**
 * One address for both: the API and the sync socket from the server, everything else from Metro.
 * @param {number} port @param {() => number} serverPort @param {number} metroPort
 */
function startProxy(port, serverPort, metroPort) {
  const proxy = createServer((incoming, outgoing) => {
    const target = isOurs(incoming.url) ? serverPort() : metroPort;
    const passed = request(
      { host: '127.0.0.1', port: target, path: incoming.url, method: incoming.method, headers: incoming.headers },
      (answer) => {
        outgoing.writeHead(answer.statusCode ?? 502, answer.headers);
        answer.pipe(outgoing);
      },
    );
    passed.on('error', () =>
      outgoing.writeHead(502).end('Starting, or restarting after a change. Load again in a moment.'),
    );
    incoming.pipe(passed);
  });
  proxy.on('upgrade', (incoming, socket, head) => {
    const onward = connect(isOurs(incoming.url) ? serverPort() : metroPort, '127.0.0.1', () => {
      const headers = incoming.rawHeaders.reduce(
        (text, value, i) => text + (i % 2 === 0 ? `${value}: ` : `${value}\r\n`),
        '',
      );
      onward.write(`${incoming.method} ${incoming.url} HTTP/1.1\r\n${headers}\r\n`);
      onward.write(head);
      onward.pipe(socket).pipe(onward);
    });
    onward.on('error', () => socket.destroy());
    socket.on('error', () => onward.destroy());
  });
  return new Promise((resolve) => proxy.listen(port, '127.0.0.1', () => resolve(proxy)));
}

/** Runs the demo from the sources: the interface reloads by itself, the server restarts on a change. */
export async function dev() {
  const port = wantedPort();
  await insistOnPort(port);
  insistOnSpace();
  await insistOnDebianPackages();
  await insistOnNodePackages();
  copyLateAssets();
  const forgetRunning = noteRunning();
  const cluster = await startPostgres('postgres');
  try {
    const databaseUrl = await demoDatabase(cluster, { fresh: false });
    const post = await startPostOffice(port);
    const env = {
      LIPPET_DATABASE_URL: databaseUrl,
      LIPPET_PORT: String(await freePort()),
      LIPPET_MAIL_URL: post.mailUrl,
      LIPPET_LOG_LEVEL: 'info',
    };
    let server = await startServerProcess(FROM_SOURCES, env);
    const metroPort = await freePort();
    const metro = spawn('npx', ['expo', 'start', '--web', '--port', String(metroPort)], {
      cwd: join(root, 'client'),
      env: { ...process.env, EXPO_OFFLINE: '1', CI: '0', BROWSER: 'none', EXPO_NO_TELEMETRY: '1' },
      detached: true,
      stdio: ['ignore', 'inherit', 'inherit'],
    });
    await startProxy(port, () => server.port, metroPort);

    /** @type {NodeJS.Timeout | undefined} */
    let timer;
    let restarting = Promise.resolve();
    const restart = async () => {
      await server.stop();
      try {
        server = await startServerProcess(FROM_SOURCES, env);
        console.log('── the server has restarted');
      } catch (error) {
        // A slip in the code: said above, and tried again at the next change.
        console.error(error instanceof Error ? error.message : error);
      }
    };
    for (const folder of ['server', 'core']) {
      watch(join(root, folder), { recursive: true }, (_, file) => {
        if (!file?.endsWith('.ts') || file.endsWith('.test.ts')) return;
        clearTimeout(timer);
        timer = setTimeout(() => (restarting = restarting.then(restart)), REST);
      });
    }
    console.log(`\nLippet reloads on change at http://localhost:${port}`);
    console.log(`Letters that it sends are shown at http://localhost:${post.port}\n`);
    await runLoudly(process.execPath, ['--import', 'tsx', 'demo/guide.ts']);
    const stopMetro = async () =>
      void (metro.pid && metro.exitCode === null && metro.signalCode === null && process.kill(-metro.pid, 'SIGTERM'));
    await untilInterrupted([cluster, post, { stop: () => server.stop() }, { stop: stopMetro }], metro);
    forgetRunning();
    process.exit(0); // the watchers and the proxy would keep it going
  } finally {
    await cluster.stop();
    forgetRunning();
  }
}
