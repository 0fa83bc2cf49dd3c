import type { Hono } from 'hono';
import { binary, picture } from './bytes';
import { id, signedIn, type AppEnv, type Services } from './context';
import { TableRoutes } from './tableRoutes';

/** Partners: what they look at and say, what one gets back from them, and what teachers see of it. */
export function partnerRoutes(services: Services): Hono<AppEnv> {
  const { partnerReviews, partnerGiving, partnerAnswers, partnerBoard } = services;
  const routes = new TableRoutes();
  routes.on('GET /now/partners', ({ actor }) => partnerReviews.duties(actor));
  routes.on('POST /partner-reviews/:id/open', ({ actor, ids }) => partnerReviews.open(actor, ids.id));
  routes.on('PUT /partner-reviews/:id/said', ({ actor, ids, body }) => partnerReviews.say(actor, ids.id, body));
  routes.on('POST /partner-reviews/:id/give', ({ actor, ids, body }) => partnerGiving.give(actor, ids.id, body.extent));
  routes.on('DELETE /partner-reviews/:id/give', ({ actor, ids }) => partnerGiving.takeBack(actor, ids.id));
  routes.on('PUT /partner-reviews/:id/thanks', ({ actor, ids, body }) => partnerAnswers.thank(actor, ids.id, body));
  routes.on('PUT /partner-reviews/:id/decision', ({ actor, ids, body }) => partnerBoard.decide(actor, ids.id, body));
  routes.on('GET /activities/:id/partner-answers', ({ actor, ids }) => partnerAnswers.ofActivity(actor, ids.id));
  routes.on('GET /activities/:id/groups/:group/partners', ({ actor, ids }) =>
    partnerBoard.of(actor, { activityId: ids.id, groupId: ids.group }),
  );

  const { hono } = routes;
  hono.get('/partner-reviews/:id/document', async (c) => binary(c, await partnerReviews.document(signedIn(c), id(c))));
  hono.get('/partner-reviews/:id/picture', async (c) => picture(c, await partnerReviews.picture(signedIn(c), id(c))));
  hono.get('/partner-reviews/:id/marks', async (c) => binary(c, await partnerReviews.marks(signedIn(c), id(c))));
  hono.get('/partner-reviews/:id/copy.pdf', async (c) => {
    const pdf = await partnerReviews.copy(signedIn(c), id(c));
    c.header('Content-Disposition', 'attachment; filename="with-my-marks.pdf"');
    c.header('Content-Type', 'application/pdf');
    return c.body(new Uint8Array(pdf));
  });
  return hono;
}
