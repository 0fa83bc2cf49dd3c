import type { Hono } from 'hono';
import { listUpdates, seeUpdates } from '../services/news/updates';
import { binary, picture } from './bytes';
import { id, signedIn, type AppEnv, type Services } from './context';
import { TableRoutes } from './tableRoutes';

/** The learner's side: Now, pieces, goes, and the updates that both sides get. */
export function learningRoutes({
  pieces,
  activityPictures,
  sending,
  reviews,
  calendar,
  tries,
  tried,
  answersCopy,
  rounds,
  questionHelp,
  hints,
  variants,
  lone,
  setTimes,
  crews,
}: Services): Hono<AppEnv> {
  const routes = new TableRoutes();
  routes.on('GET /now', ({ actor }) => pieces.now(actor));
  routes.on('GET /collection', ({ actor }) => pieces.collection(actor));
  routes.on('POST /activities/:id/piece', ({ actor, ids }) => pieces.open(actor, ids.id));
  routes.on('PUT /activities/:id/day', ({ actor, ids, body }) => pieces.chooseDay(actor, ids.id, body.day));
  routes.on('POST /calendar', ({ actor }) => calendar.renew(actor));
  routes.on('DELETE /calendar', ({ actor }) => calendar.end(actor));
  routes.on('GET /pieces/:id', ({ actor, ids }) => pieces.view(actor, ids.id));
  routes.on('POST /pieces/:id/send', ({ actor, ids, body }) => sending.send(actor, ids.id, body));
  routes.on('POST /pieces/:id/take-back', ({ actor, ids }) => pieces.takeBack(actor, ids.id));
  routes.on('GET /pieces/:id/tries', ({ actor, ids }) => tried.list(actor, ids.id));
  routes.on('POST /pieces/:id/tries', ({ actor, ids, body }) => tries.try(actor, ids.id, body));
  routes.on('POST /pieces/:id/hints', ({ actor, ids, body }) => hints.give(actor, ids.id, body));
  routes.on('POST /pieces/:id/set-times', ({ actor, ids, body }) => setTimes.start(actor, ids.id, body.part));
  routes.on('POST /pieces/:id/rounds', ({ actor, ids, body }) => rounds.begin(actor, ids.id, body));
  routes.on('POST /pieces/:id/steps', ({ actor, ids, body }) => questionHelp.step(actor, ids.id, body));
  routes.on('POST /pieces/:id/step-answers', ({ actor, ids, body }) => questionHelp.answerStep(actor, ids.id, body));
  routes.on('POST /pieces/:id/examples', ({ actor, ids, body }) => questionHelp.example(actor, ids.id, body));
  routes.on('POST /pieces/:id/looks', ({ actor, ids, body }) => questionHelp.look(actor, ids.id, body));
  routes.on('POST /pieces/:id/variants', ({ actor, ids, body }) => variants.next(actor, ids.id, body));
  routes.on('GET /now/questions', ({ actor }) => lone.list(actor));
  routes.on('POST /activities/:id/lone-answer', ({ actor, ids, body }) => lone.answer(actor, ids.id, body));
  routes.on('GET /crews', ({ actor }) => crews.own(actor));
  routes.on('GET /goes/:id/tries', ({ actor, ids }) => tried.ofGo(actor, ids.id));
  routes.on('GET /goes/:id', ({ actor, ids }) => pieces.goView(actor, ids.id));
  routes.on('GET /updates', ({ actor }) => listUpdates(actor));
  routes.on('POST /updates/seen', ({ actor }) => seeUpdates(actor));

  const { hono } = routes;
  // For calendar programs, which nobody is signed in on: only the key counts.
  hono.get('/calendar/:key', async (c) => {
    c.header('Content-Type', 'text/calendar; charset=utf-8');
    return c.body(await calendar.file(c.req.param('key')));
  });
  hono.get('/activities/:id/picture', async (c) => picture(c, await activityPictures.of(signedIn(c), id(c))));
  hono.get('/pieces/:id/picture', async (c) => picture(c, await pieces.picture(signedIn(c), id(c))));
  hono.get('/goes/:id/document', async (c) => binary(c, await reviews.goDocument(signedIn(c), id(c))));
  hono.get('/goes/:id/answers.pdf', async (c) => {
    const pdf = await answersCopy.pdf(signedIn(c), id(c));
    c.header('Content-Disposition', 'attachment; filename="answers.pdf"');
    c.header('Content-Type', 'application/pdf');
    return c.body(pdf as Uint8Array<ArrayBuffer>);
  });
  hono.get('/goes/:id/picture', async (c) => picture(c, await reviews.goPicture(signedIn(c), id(c))));
  hono.get('/reviews/:id/marks', async (c) => binary(c, await reviews.marks(signedIn(c), id(c))));
  return hono;
}
