import { Hono } from 'hono';
import { answerBody, askBody, removeBody } from '@lippet/core/contract/ask';
import { picture } from './bytes';
import { body, id, signedIn, type AppEnv, type Services } from './context';

/** Questions about activities, and their answers. */
export function askRoutes({ asks }: Services): Hono<AppEnv> {
  const routes = new Hono<AppEnv>();
  routes.get('/activities/:id/threads', async (c) => c.json(await asks.list(signedIn(c), id(c))));
  routes.post('/activities/:id/threads', async (c) => {
    const actor = signedIn(c);
    return c.json(await asks.ask(actor, id(c), await body(c, askBody)), 201);
  });
  routes.get('/threads/:id/picture', async (c) => picture(c, await asks.picture(signedIn(c), id(c))));
  routes.post('/threads/:id/messages', async (c) => {
    const actor = signedIn(c);
    return c.json(await asks.answer(actor, id(c), await body(c, answerBody)), 201);
  });
  routes.post('/threads/:id/share', async (c) => c.json(await asks.share(signedIn(c), id(c), true)));
  routes.delete('/threads/:id/share', async (c) => c.json(await asks.share(signedIn(c), id(c), false)));
  routes.post('/threads/:id/close', async (c) => c.json(await asks.close(signedIn(c), id(c), true)));
  routes.delete('/threads/:id/close', async (c) => c.json(await asks.close(signedIn(c), id(c), false)));
  routes.post('/messages/:id/remove', async (c) => {
    const actor = signedIn(c);
    return c.json(await asks.remove(actor, id(c), (await body(c, removeBody)).why));
  });
  return routes;
}
