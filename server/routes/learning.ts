import { Hono } from 'hono';
import { dayBody, sendBody } from '@lippet/core/contract/pieces';
import { listUpdates, seeUpdates } from '../services/updates';
import { body, id, signedIn, type AppEnv, type Services } from './context';
import { binary, picture } from './bytes';

/** The learner's side: Now, pieces, goes, and the updates that both sides get. */
export function learningRoutes({ pieces, activityPictures, sending, reviews, calendar }: Services): Hono<AppEnv> {
  const routes = new Hono<AppEnv>();
  routes.get('/now', async (c) => c.json(await pieces.now(signedIn(c))));
  routes.get('/collection', async (c) => c.json(await pieces.collection(signedIn(c))));
  routes.post('/activities/:id/piece', async (c) => c.json(await pieces.open(signedIn(c), id(c))));
  routes.get('/activities/:id/picture', async (c) => picture(c, await activityPictures.of(signedIn(c), id(c))));
  routes.put('/activities/:id/day', async (c) => {
    const actor = signedIn(c);
    await pieces.chooseDay(actor, id(c), (await body(c, dayBody)).day);
    return c.body(null, 204);
  });
  routes.post('/calendar', async (c) => c.json(await calendar.renew(signedIn(c)), 201));
  routes.delete('/calendar', async (c) => {
    await calendar.end(signedIn(c));
    return c.body(null, 204);
  });
  // For calendar programs, which nobody is signed in on: only the key counts.
  routes.get('/calendar/:key', async (c) => {
    c.header('Content-Type', 'text/calendar; charset=utf-8');
    return c.body(await calendar.file(c.req.param('key')));
  });
  routes.get('/pieces/:id', async (c) => c.json(await pieces.view(signedIn(c), id(c))));
  routes.get('/pieces/:id/picture', async (c) => picture(c, await pieces.picture(signedIn(c), id(c))));
  routes.post('/pieces/:id/send', async (c) => {
    const actor = signedIn(c);
    return c.json(await sending.send(actor, id(c), await body(c, sendBody)));
  });
  routes.post('/pieces/:id/take-back', async (c) => {
    await pieces.takeBack(signedIn(c), id(c));
    return c.body(null, 204);
  });
  routes.get('/goes/:id', async (c) => c.json(await pieces.goView(signedIn(c), id(c))));
  routes.get('/goes/:id/document', async (c) => binary(c, await reviews.goDocument(signedIn(c), id(c))));
  routes.get('/goes/:id/picture', async (c) => picture(c, await reviews.goPicture(signedIn(c), id(c))));
  routes.get('/reviews/:id/marks', async (c) => binary(c, await reviews.marks(signedIn(c), id(c))));
  routes.get('/updates', async (c) => c.json(await listUpdates(signedIn(c))));
  routes.post('/updates/seen', async (c) => {
    await seeUpdates(signedIn(c));
    return c.body(null, 204);
  });
  return routes;
}
