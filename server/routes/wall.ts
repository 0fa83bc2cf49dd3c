import type { Hono } from 'hono';
import { wallPictureQuery } from '@lippet/core/contract/wall';
import { picture } from './bytes';
import { checked, id, signedIn, type AppEnv, type Services } from './context';
import { TableRoutes } from './tableRoutes';

/** The walls of a group: what hangs, what waits, and what is said to it. */
export function wallRoutes({ hangings, walls, examples }: Services): Hono<AppEnv> {
  const routes = new TableRoutes();
  routes.on('GET /groups/:id/walls', ({ actor, ids }) => walls.list(actor, ids.id));
  routes.on('GET /activities/:id/groups/:group/wall', ({ actor, ids }) =>
    walls.view(actor, { activityId: ids.id, groupId: ids.group }),
  );
  routes.on('POST /activities/:id/groups/:group/wall/all', ({ actor, ids }) =>
    hangings.letAll(actor, { activityId: ids.id, groupId: ids.group }),
  );
  routes.on('POST /activities/:id/groups/:group/wall/thanks', ({ actor, ids, body }) =>
    hangings.thankAll(actor, { activityId: ids.id, groupId: ids.group }, body.stamp),
  );
  routes.on('PUT /activities/:id/groups/:group/wall/families', ({ actor, ids, body }) =>
    hangings.openToFamilies(actor, { activityId: ids.id, groupId: ids.group }, body.opening),
  );
  routes.on('POST /goes/:id/hangings', ({ actor, ids, body }) => hangings.hang(actor, ids.id, body));
  routes.on('DELETE /hangings/:id', ({ actor, ids }) => hangings.takeDown(actor, ids.id));
  routes.on('PUT /hangings/:id/decision', ({ actor, ids, body }) => hangings.decide(actor, ids.id, body));
  routes.on('PUT /hangings/:id/example', ({ actor, ids, body }) => examples.set(actor, ids.id, body.example));
  routes.on('POST /hangings/:id/answers', ({ actor, ids, body }) => hangings.answer(actor, ids.id, body));
  routes.on('PUT /hanging-answers/:id/decision', ({ actor, ids, body }) => hangings.decideAnswer(actor, ids.id, body));

  const { hono } = routes;
  hono.get('/hangings/:id/picture', async (c) =>
    picture(c, await walls.picture(signedIn(c), id(c), await checked(wallPictureQuery, c.req.query()))),
  );
  return hono;
}
