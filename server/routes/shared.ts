import type { Hono } from 'hono';
import type { AppEnv, Services } from './context';
import { TableRoutes } from './tableRoutes';

/** Sheets that several fill together. */
export function sharedRoutes({ sharedSheets }: Services): Hono<AppEnv> {
  const routes = new TableRoutes();
  routes.on('POST /pieces/:id/shared/:part', ({ actor, ids }) => sharedSheets.ofPiece(actor, ids.id, ids.part));
  routes.on('POST /activities/:id/groups/:group/shared', ({ actor, ids }) =>
    sharedSheets.list(actor, { activityId: ids.id, groupId: ids.group }),
  );
  routes.on('GET /shared/:id', ({ actor, ids }) => sharedSheets.view(actor, ids.id));
  routes.on('PUT /shared/:id/ways', ({ actor, ids, body }) => sharedSheets.setWays(actor, ids.id, body));
  return routes.hono;
}
