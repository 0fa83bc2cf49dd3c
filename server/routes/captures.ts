import type { Hono } from 'hono';
import { CAPTURE_HEADER } from '@lippet/core/contract/capture';
import { id, type AppEnv, type Services } from './context';
import { originOf } from './origin';
import { TableRoutes } from './tableRoutes';

/** A request without a body. */
const EMPTY = (): ReadableStream => new Blob([]).stream();

/** Another device as a learner's camera. The last two are for that device, which nobody is signed in on. */
export function captureRoutes({ captures }: Services): Hono<AppEnv> {
  const routes = new TableRoutes();
  routes.on('POST /pieces/:id/captures', ({ actor, ids, body }) => captures.open(actor, ids.id, body.title));
  routes.on('GET /captures/:id', ({ actor, ids }) => captures.arrivals(actor, ids.id));
  routes.on('DELETE /captures/:id', ({ actor, ids }) => captures.close(actor, ids.id));
  routes.on('POST /captures', ({ body, c }) => captures.look(body.key, originOf(c)));
  routes.hono.put('/captures/media/:media', async (c) => {
    const key = c.req.header(CAPTURE_HEADER) ?? '';
    return c.json(await captures.add(key, originOf(c), id(c, 'media'), c.req.raw.body ?? EMPTY()));
  });
  return routes.hono;
}
