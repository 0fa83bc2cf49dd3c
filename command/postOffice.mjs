import { freePort, isFree } from './run.mjs';
import { startServerProcess } from './server.mjs';

/**
 * Starts the stand-in for the post beside the demo. Its page is on the port after the demo's, or on any where that is
 * taken.
 * @param {number} demoPort
 */
export async function startPostOffice(demoPort) {
  const smtpPort = await freePort();
  const port = (await isFree(demoPort + 1)) ? demoPort + 1 : await freePort();
  const office = await startServerProcess(['--import', 'tsx', 'demo/postOffice.ts'], {
    LIPPET_POST_SMTP_PORT: String(smtpPort),
    LIPPET_POST_PORT: String(port),
  });
  return { ...office, mailUrl: `smtp://127.0.0.1:${smtpPort}` };
}
