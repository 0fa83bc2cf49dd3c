import type { Hono } from 'hono';
import { id, signedIn, type AppEnv, type Services } from './context';
import { TableRoutes } from './tableRoutes';

/** Files made of goes: asked for, watched, fetched. */
export function exportRoutes({ exports }: Services): Hono<AppEnv> {
  const routes = new TableRoutes();
  routes.on('POST /goes/:id/exports', ({ actor, ids, body }) => exports.ask(actor, ids.id, body.style));
  routes.on('POST /activities/:id/exports', ({ actor, ids }) => exports.askAll(actor, ids.id));
  routes.on('GET /exports/:id', ({ actor, ids }) => exports.state(actor, ids.id));
  routes.hono.get('/exports/:id/file', async (c) => {
    const { stream, size, name, type } = await exports.file(signedIn(c), id(c));
    c.header('Content-Type', type);
    c.header('Content-Length', String(size));
    c.header('Content-Disposition', `attachment; filename="${name}"`);
    return c.body(stream);
  });
  return routes.hono;
}
