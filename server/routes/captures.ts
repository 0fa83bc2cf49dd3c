import { Hono } from 'hono';
import { CAPTURE_HEADER, captureBody, captureKeyBody } from '@lippet/core/contract/capture';
import { body, id, signedIn, type AppEnv, type Services } from './context';
import { originOf } from './origin';

/** A request without a body. */
const EMPTY = (): ReadableStream => new Blob([]).stream();

/** Another device as a learner's camera. The last two are for that device, which nobody is signed in on. */
export function captureRoutes({ captures }: Services): Hono<AppEnv> {
  const routes = new Hono<AppEnv>();
  routes.post('/pieces/:id/captures', async (c) => {
    const actor = signedIn(c);
    return c.json(await captures.open(actor, id(c), (await body(c, captureBody)).title), 201);
  });
  routes.get('/captures/:id', async (c) => c.json(await captures.arrivals(signedIn(c), id(c))));
  routes.delete('/captures/:id', async (c) => {
    await captures.close(signedIn(c), id(c));
    return c.body(null, 204);
  });
  routes.post('/captures', async (c) => c.json(await captures.look((await body(c, captureKeyBody)).key, originOf(c))));
  routes.put('/captures/media/:media', async (c) => {
    const key = c.req.header(CAPTURE_HEADER) ?? '';
    return c.json(await captures.add(key, originOf(c), id(c, 'media'), c.req.raw.body ?? EMPTY()));
  });
  return routes;
}
