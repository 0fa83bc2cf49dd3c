import { Hono } from 'hono';
import { newGroupBody, newKeysBody, newLearnersBody } from '@lippet/core/contract/groups';
import { body, id, signedIn, type AppEnv, type Services } from './context';

/** Groups as their teachers keep them. */
export function groupRoutes({ groups }: Services): Hono<AppEnv> {
  const routes = new Hono<AppEnv>();
  routes.post('/groups', async (c) => {
    const actor = signedIn(c);
    const { id: group, name } = await body(c, newGroupBody);
    return c.json(await groups.create(actor, group, name), 201);
  });
  routes.get('/groups/:id', async (c) => c.json(await groups.view(signedIn(c), id(c))));
  routes.post('/groups/:id/learners', async (c) => {
    const actor = signedIn(c);
    const { keys: kind, keyLength, learners } = await body(c, newLearnersBody);
    return c.json(await groups.add(actor, id(c), learners, { kind, keyLength }), 201);
  });
  routes.post('/groups/:id/keys', async (c) => {
    const actor = signedIn(c);
    const { people, keyLength } = await body(c, newKeysBody);
    return c.json(await groups.newKeys(actor, id(c), people, keyLength));
  });
  routes.delete('/groups/:id/learners/:person', async (c) =>
    c.json(await groups.leave(signedIn(c), id(c), id(c, 'person'), true)),
  );
  routes.post('/groups/:id/learners/:person', async (c) =>
    c.json(await groups.leave(signedIn(c), id(c), id(c, 'person'), false)),
  );
  return routes;
}
