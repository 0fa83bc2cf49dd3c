import type { Hono } from 'hono';
import { picture } from './bytes';
import { id, signedIn, type AppEnv, type Services } from './context';
import { TableRoutes } from './tableRoutes';

/** Questions about activities, and their answers. */
export function threadRoutes({ threads }: Services): Hono<AppEnv> {
  const routes = new TableRoutes();
  routes.on('GET /activities/:id/threads', ({ actor, ids }) => threads.list(actor, ids.id));
  routes.on('POST /activities/:id/threads', ({ actor, ids, body }) => threads.ask(actor, ids.id, body));
  routes.on('POST /threads/:id/messages', ({ actor, ids, body }) => threads.answer(actor, ids.id, body));
  routes.on('POST /threads/:id/share', ({ actor, ids }) => threads.share(actor, ids.id, true));
  routes.on('DELETE /threads/:id/share', ({ actor, ids }) => threads.share(actor, ids.id, false));
  routes.on('POST /threads/:id/close', ({ actor, ids }) => threads.close(actor, ids.id, true));
  routes.on('DELETE /threads/:id/close', ({ actor, ids }) => threads.close(actor, ids.id, false));
  routes.on('POST /messages/:id/remove', ({ actor, ids, body }) => threads.remove(actor, ids.id, body.why));
  routes.hono.get('/threads/:id/picture', async (c) => picture(c, await threads.picture(signedIn(c), id(c))));
  return routes.hono;
}
