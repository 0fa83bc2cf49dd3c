import { Hono } from 'hono';
import { noteBody, releaseBody } from '@lippet/core/contract/work';
import { body, id, signedIn, type AppEnv, type Services } from './context';

/** The teacher's side: what waits, the line, answering, the class. */
export function teachingRoutes({ reviews }: Services): Hono<AppEnv> {
  const routes = new Hono<AppEnv>();
  routes.get('/to-review', async (c) => c.json(await reviews.toReview(signedIn(c))));
  routes.get('/activities/:id/line', async (c) => c.json(await reviews.line(signedIn(c), id(c))));
  routes.post('/goes/:id/review', async (c) => c.json(await reviews.open(signedIn(c), id(c))));
  routes.put('/reviews/:id/note', async (c) => {
    const actor = signedIn(c);
    return c.json(await reviews.saveNote(actor, id(c), (await body(c, noteBody)).note));
  });
  routes.post('/reviews/:id/release', async (c) => {
    const actor = signedIn(c);
    return c.json(await reviews.release(actor, id(c), await body(c, releaseBody)));
  });
  routes.get('/classes', async (c) => c.json(await reviews.classes(signedIn(c))));
  return routes;
}
