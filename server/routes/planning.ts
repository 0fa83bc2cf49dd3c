import { Hono } from 'hono';
import { copyActivityBody, newActivityBody, savePlanBody, setPlanBody } from '@lippet/core/contract/activities';
import { matchBody } from '@lippet/core/contract/class';
import { body, id, signedIn, type AppEnv, type Services } from './context';

/** Making activities: drafts, giving them out, copies, putting them away. */
export function planningRoutes({ planning, archives, joining, hub, news }: Services): Hono<AppEnv> {
  const routes = new Hono<AppEnv>();
  routes.get('/activities', async (c) => c.json(await planning.list(signedIn(c))));
  routes.post('/activities', async (c) => {
    const actor = signedIn(c);
    return c.json(await planning.create(actor, (await body(c, newActivityBody)).id), 201);
  });
  routes.get('/activities/:id/archive.zip', async (c) => {
    const { name, content } = await archives.pack(signedIn(c), id(c));
    c.header('Content-Type', 'application/zip');
    c.header('Content-Disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}`);
    return c.body(content);
  });
  routes.post('/activities/archives', async (c) => {
    const actor = signedIn(c);
    archives.insistTeacher(actor);
    return c.json(await archives.unpack(actor, Buffer.from(await c.req.arrayBuffer())), 201);
  });
  routes.get('/activities/:id/plan', async (c) => c.json(await planning.plan(signedIn(c), id(c))));
  routes.put('/activities/:id/plan', async (c) => {
    const actor = signedIn(c);
    const { version, plan } = await body(c, savePlanBody);
    return c.json(await planning.save(actor, id(c), version, plan));
  });
  routes.delete('/activities/:id/draft', async (c) => c.json(await planning.discard(signedIn(c), id(c))));
  routes.post('/activities/:id/set', async (c) => {
    const actor = signedIn(c);
    return c.json(await planning.set(actor, id(c), (await body(c, setPlanBody)).version));
  });
  routes.post('/activities/:id/archive', async (c) => c.json(await planning.archive(signedIn(c), id(c), true)));
  routes.delete('/activities/:id/archive', async (c) => c.json(await planning.archive(signedIn(c), id(c), false)));
  routes.post('/activities/:id/copy', async (c) => {
    const actor = signedIn(c);
    return c.json(await planning.copy(actor, id(c), (await body(c, copyActivityBody)).id), 201);
  });
  routes.get('/activities/:id/joining', async (c) => c.json(await joining.view(signedIn(c), id(c))));
  routes.put('/activities/:id/joining', async (c) => c.json(await joining.open(signedIn(c), id(c), true)));
  routes.delete('/activities/:id/joining', async (c) => c.json(await joining.open(signedIn(c), id(c), false)));
  routes.post('/activities/:id/joining/:guest/match', async (c) => {
    const actor = signedIn(c);
    const ended = await joining.match(actor, id(c), id(c, 'guest'), (await body(c, matchBody)).person);
    for (const room of [hub, news]) room.closeSessions(ended);
    return c.json(await joining.view(actor, id(c)));
  });
  return routes;
}
