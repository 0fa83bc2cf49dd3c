import type { Hono } from 'hono';
import { binary, picture } from './bytes';
import { id, signedIn, type AppEnv, type Services } from './context';
import { arrive } from './alsoHere';
import { originOf } from './origin';
import { TableRoutes } from './tableRoutes';

/** Those at home: joining by a card, what they see of a child, and what they and teachers say to each other. */
export function familyRoutes({ familyCards, familyTalk, home, signIn, signInLetters }: Services): Hono<AppEnv> {
  const routes = new TableRoutes();
  routes.on('POST /family/joins', async ({ body, c }) => {
    const session = await familyCards.join(body, originOf(c));
    return arrive(c, signIn, session, body.also);
  });
  routes.on('POST /sign-in-letters', ({ body, c }) => signInLetters.ask(body, originOf(c)));
  routes.on('POST /sign-in-letters/:id/sessions', async ({ ids, body, c }) => {
    const session = await signInLetters.open(ids.id, body, originOf(c));
    return arrive(c, signIn, session, body.also);
  });
  routes.on('POST /family/children', async ({ actor, body, c }) => {
    await familyCards.addChild(actor, body.code, originOf(c));
    return home.children((await signIn.actorOf(actor.sessionId))!);
  });
  routes.on('GET /family/children', ({ actor }) => home.children(actor));
  routes.on('GET /children/:id/home', ({ actor, ids }) => home.view(actor, ids.id));
  routes.on('GET /home/goes/:id', ({ actor, ids }) => home.goView(actor, ids.id));
  routes.on('PUT /home/goes/:id/seen', ({ actor, ids }) => home.callSeen(actor, ids.id));
  routes.on('GET /family-cards/:id/messages', ({ actor, ids }) => familyTalk.view(actor, ids.id));
  routes.on('POST /family-cards/:id/messages', ({ actor, ids, body }) => familyTalk.say(actor, ids.id, body));
  routes.on('DELETE /family-cards/:id', ({ actor, ids }) => familyCards.end(actor, ids.id));
  routes.on('GET /groups/:id/families', ({ actor, ids }) => familyCards.list(actor, ids.id));
  routes.on('POST /groups/:id/families', ({ actor, ids, body }) => familyCards.make(actor, ids.id, body));

  const { hono } = routes;
  hono.get('/home/goes/:id/document', async (c) => binary(c, Buffer.from(await home.document(signedIn(c), id(c)))));
  hono.get('/home/goes/:id/marks', async (c) => binary(c, Buffer.from(await home.marks(signedIn(c), id(c)))));
  hono.get('/home/goes/:id/picture', async (c) => picture(c, await home.picture(signedIn(c), id(c))));
  return hono;
}
