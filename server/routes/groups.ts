import type { Hono } from 'hono';
import type { AppEnv, Services } from './context';
import { TableRoutes } from './tableRoutes';

/** Groups as their teachers keep them. */
export function groupRoutes({ groups }: Services): Hono<AppEnv> {
  const routes = new TableRoutes();
  routes.on('POST /groups', ({ actor, body }) => groups.create(actor, body.id, body.name));
  routes.on('GET /groups/:id', ({ actor, ids }) => groups.view(actor, ids.id));
  routes.on('POST /groups/:id/learners', ({ actor, ids, body: { learners, keys, keyLength } }) =>
    groups.add(actor, ids.id, learners, { kind: keys, keyLength }),
  );
  routes.on('POST /groups/:id/keys', ({ actor, ids, body: { people, keyLength } }) =>
    groups.newKeys(actor, ids.id, people, keyLength),
  );
  routes.on('DELETE /groups/:id/learners/:person', ({ actor, ids }) => groups.leave(actor, ids.id, ids.person, true));
  routes.on('POST /groups/:id/learners/:person', ({ actor, ids }) => groups.leave(actor, ids.id, ids.person, false));
  return routes.hono;
}
