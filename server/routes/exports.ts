import { Hono } from 'hono';
import { exportBody } from '@lippet/core/contract/exports';
import { body, id, signedIn, type AppEnv, type Services } from './context';

/** Files made of goes: asked for, watched, fetched. */
export function exportRoutes({ exports }: Services): Hono<AppEnv> {
  const routes = new Hono<AppEnv>();
  routes.post('/goes/:id/exports', async (c) => {
    const actor = signedIn(c);
    return c.json(await exports.ask(actor, id(c), (await body(c, exportBody)).style), 202);
  });
  routes.post('/activities/:id/exports', async (c) => c.json(await exports.askAll(signedIn(c), id(c)), 202));
  routes.get('/exports/:id', async (c) => c.json(await exports.state(signedIn(c), id(c))));
  routes.get('/exports/:id/file', async (c) => {
    const { stream, size, name, type } = await exports.file(signedIn(c), id(c));
    c.header('Content-Type', type);
    c.header('Content-Length', String(size));
    c.header('Content-Disposition', `attachment; filename="${name}"`);
    return c.body(stream);
  });
  return routes;
}
