import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { serveStatic } from '@hono/node-server/serve-static';
import type { Hono } from 'hono';
import type { AppEnv } from '../routes/context';
import { ProblemError } from '../problems/problem';

/** Files whose name holds a hash of their content. */
const HASHED = /^\/(_expo|assets|fonts)\//;
/** What looks like a file is answered with 404 where there is none, not with the interface. */
const FILE = /\.[a-z0-9]{2,5}$/i;

/** Serves the web export, precompressed; every other address is the interface's own to route. */
export function serveAssets(app: Hono<AppEnv>, root: string): void {
  app.use('*', async (c, next) => {
    await next();
    if (c.res.status === 200 && !c.req.path.startsWith('/api/') && !c.res.headers.has('Cache-Control')) {
      c.header('Cache-Control', HASHED.test(c.req.path) ? 'public, max-age=31536000, immutable' : 'no-cache');
    }
  });
  app.get('*', serveStatic({ root, precompressed: true, index: 'no-such-index', rewriteRequestPath: (path) => path }));
  app.get('*', async (c) => {
    if (FILE.test(c.req.path)) throw new ProblemError('not-found', 'There is no such file.');
    return c.html(await readFile(join(root, 'index.html'), 'utf8'));
  });
}
