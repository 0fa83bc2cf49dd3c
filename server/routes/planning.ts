import type { Hono } from 'hono';
import { id, signedIn, type AppEnv, type Services } from './context';
import { TableRoutes } from './tableRoutes';

/** Making activities: drafts, giving them out, copies, putting them away. */
export function planningRoutes({ planning, archives, joining, hub, news }: Services): Hono<AppEnv> {
  const routes = new TableRoutes();
  routes.on('GET /activities', ({ actor }) => planning.list(actor));
  routes.on('POST /activities', ({ actor, body }) => planning.begin(actor, body));
  routes.on('POST /activities/archives', async ({ actor, c }) => {
    archives.insistTeacher(actor);
    return archives.unpack(actor, Buffer.from(await c.req.arrayBuffer()));
  });
  routes.on('GET /activities/:id/plan', ({ actor, ids }) => planning.plan(actor, ids.id));
  routes.on('PUT /activities/:id/plan', ({ actor, ids, body: { version, plan } }) =>
    planning.save(actor, ids.id, version, plan),
  );
  routes.on('DELETE /activities/:id/draft', ({ actor, ids }) => planning.discard(actor, ids.id));
  routes.on('POST /activities/:id/set', ({ actor, ids, body }) => planning.set(actor, ids.id, body.version));
  routes.on('POST /activities/:id/archive', ({ actor, ids }) => planning.archive(actor, ids.id, true));
  routes.on('DELETE /activities/:id/archive', ({ actor, ids }) => planning.archive(actor, ids.id, false));
  routes.on('POST /activities/:id/copy', ({ actor, ids, body }) => planning.copy(actor, ids.id, body.id));
  routes.on('GET /activities/:id/joining', ({ actor, ids }) => joining.view(actor, ids.id));
  routes.on('PUT /activities/:id/joining', ({ actor, ids }) => joining.open(actor, ids.id, true));
  routes.on('DELETE /activities/:id/joining', ({ actor, ids }) => joining.open(actor, ids.id, false));
  routes.on('POST /activities/:id/joining/:guest/match', async ({ actor, ids, body }) => {
    const ended = await joining.match(actor, ids.id, ids.guest, body.person);
    for (const room of [hub, news]) room.closeSessions(ended);
    return joining.view(actor, ids.id);
  });

  const { hono } = routes;
  hono.get('/activities/:id/archive.zip', async (c) => {
    const { name, content } = await archives.pack(signedIn(c), id(c));
    c.header('Content-Type', 'application/zip');
    c.header('Content-Disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}`);
    return c.body(content);
  });
  return hono;
}
