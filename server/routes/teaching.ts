import { Hono } from 'hono';
import { holdBody, recallBody, manyBody, noteBody, releaseBody, remindBody } from '@lippet/core/contract/reviewBodies';
import { keptNoteBody, replyBody, useNoteBody } from '@lippet/core/contract/notes';
import { stampBody } from '@lippet/core/contract/stamps';
import { body, id, signedIn, type AppEnv, type Services } from './context';

/** The teacher's side: what waits, the line, answering, the class. */
export function teachingRoutes({
  reviews,
  reviewLine,
  noteReplies,
  keptNotes,
  keptStamps,
  marks,
}: Services): Hono<AppEnv> {
  const routes = new Hono<AppEnv>();
  routes.get('/to-review', async (c) => c.json(await reviewLine.toReview(signedIn(c))));
  routes.get('/waiting', async (c) => c.json(await reviewLine.waiting(signedIn(c))));
  routes.get('/activities/:id/line', async (c) => c.json(await reviewLine.line(signedIn(c), id(c))));
  routes.post('/activities/:id/remind', async (c) => {
    const actor = signedIn(c);
    return c.json(await reviewLine.remind(actor, id(c), (await body(c, remindBody)).person));
  });
  routes.post('/goes/:id/review', async (c) => c.json(await reviews.open(signedIn(c), id(c))));
  routes.put('/reviews/:id/note', async (c) => {
    const actor = signedIn(c);
    return c.json(await reviews.saveNote(actor, id(c), await body(c, noteBody)));
  });
  routes.put('/reviews/:id/held', async (c) => {
    const actor = signedIn(c);
    const { outcome, extent } = await body(c, holdBody);
    return c.json(await reviews.hold(actor, id(c), outcome, extent));
  });
  routes.post('/activities/:id/release-held', async (c) => c.json(await reviews.releaseHeld(signedIn(c), id(c))));
  routes.post('/reviews/:id/recall', async (c) => {
    const actor = signedIn(c);
    return c.json(await reviews.recall(actor, id(c), (await body(c, recallBody)).held));
  });
  routes.post('/reviews/:id/release', async (c) => {
    const actor = signedIn(c);
    return c.json(await reviews.release(actor, id(c), await body(c, releaseBody)));
  });
  routes.post('/activities/:id/answer-many', async (c) => {
    const actor = signedIn(c);
    return c.json(await reviews.answerMany(actor, id(c), await body(c, manyBody)));
  });
  routes.get('/goes/:id/like', async (c) => c.json(await reviews.goesLike(signedIn(c), id(c))));
  routes.get('/reviews/:id/replies', async (c) => c.json(await noteReplies.list(signedIn(c), id(c))));
  routes.post('/reviews/:id/replies', async (c) => {
    const actor = signedIn(c);
    return c.json(await noteReplies.say(actor, id(c), await body(c, replyBody)), 201);
  });
  routes.get('/kept-stamps', async (c) => c.json(await keptStamps.list(signedIn(c))));
  routes.post('/kept-stamps', async (c) => {
    const actor = signedIn(c);
    return c.json(await keptStamps.keep(actor, await body(c, stampBody)), 201);
  });
  routes.delete('/kept-stamps/:id', async (c) => c.json(await keptStamps.forget(signedIn(c), id(c))));
  routes.get('/groups/:id/marks', async (c) => c.json(await marks.view(signedIn(c), id(c))));
  routes.get('/kept-notes', async (c) => c.json(await keptNotes.list(signedIn(c))));
  routes.post('/kept-notes', async (c) => {
    const actor = signedIn(c);
    const { id: note, words } = await body(c, keptNoteBody);
    return c.json(await keptNotes.keep(actor, note, words), 201);
  });
  routes.post('/kept-notes/:id/use', async (c) => {
    const actor = signedIn(c);
    await keptNotes.use(actor, id(c), (await body(c, useNoteBody)).activity);
    return c.body(null, 204);
  });
  routes.delete('/kept-notes/:id', async (c) => c.json(await keptNotes.forget(signedIn(c), id(c))));
  routes.get('/classes', async (c) => c.json(await reviewLine.classes(signedIn(c))));
  return routes;
}
