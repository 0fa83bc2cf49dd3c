import type { Hono } from 'hono';
import type { AppEnv, Services } from './context';
import { TableRoutes } from './tableRoutes';

/** The teacher's side: what waits, the line, answering, the class. */
export function teachingRoutes(services: Services): Hono<AppEnv> {
  const {
    reviews,
    reviewLine,
    noteReplies,
    keptNotes,
    keptStamps,
    marks,
    answers,
    puttingRight,
    crews,
    setTimes,
    tryMarking,
    questionStates,
  } = services;
  const routes = new TableRoutes();
  routes.on('GET /to-review', ({ actor }) => reviewLine.toReview(actor));
  routes.on('GET /waiting', ({ actor }) => reviewLine.waiting(actor));
  routes.on('GET /classes', ({ actor }) => reviewLine.classes(actor));
  routes.on('GET /activities/:id/line', ({ actor, ids }) => reviewLine.line(actor, ids.id));
  routes.on('POST /activities/:id/remind', ({ actor, ids, body }) => reviewLine.remind(actor, ids.id, body.person));
  routes.on('POST /goes/:id/review', ({ actor, ids }) => reviews.open(actor, ids.id));
  routes.on('GET /goes/:id/like', ({ actor, ids }) => reviews.goesLike(actor, ids.id));
  routes.on('PUT /reviews/:id/note', ({ actor, ids, body }) => reviews.saveNote(actor, ids.id, body));
  routes.on('PUT /reviews/:id/held', ({ actor, ids, body }) => reviews.hold(actor, ids.id, body.outcome, body.extent));
  routes.on('POST /reviews/:id/recall', ({ actor, ids, body }) => reviews.recall(actor, ids.id, body.held));
  routes.on('POST /reviews/:id/release', ({ actor, ids, body }) => reviews.release(actor, ids.id, body));
  routes.on('POST /activities/:id/release-held', ({ actor, ids }) => reviews.releaseHeld(actor, ids.id));
  routes.on('POST /activities/:id/answer-many', ({ actor, ids, body }) => reviews.answerMany(actor, ids.id, body));
  routes.on('GET /reviews/:id/replies', ({ actor, ids }) => noteReplies.list(actor, ids.id));
  routes.on('POST /reviews/:id/replies', ({ actor, ids, body }) => noteReplies.say(actor, ids.id, body));
  routes.on('GET /kept-stamps', ({ actor }) => keptStamps.list(actor));
  routes.on('POST /kept-stamps', ({ actor, body }) => keptStamps.keep(actor, body));
  routes.on('DELETE /kept-stamps/:id', ({ actor, ids }) => keptStamps.forget(actor, ids.id));
  routes.on('GET /activities/:id/groups/:group/answers', ({ actor, ids }) =>
    answers.ofGroup(actor, { activity: ids.id, group: ids.group }),
  );
  routes.on('POST /activities/:id/groups/:group/answers', ({ actor, ids, body }) =>
    answers.since(actor, { activity: ids.id, group: ids.group }, body.since),
  );
  routes.on('POST /activities/:id/groups/:group/more-time', ({ actor, ids, body }) =>
    setTimes.more(actor, { activity: ids.id, group: ids.group }, body),
  );
  routes.on('PUT /activities/:id/groups/:group/question-state', ({ actor, ids, body }) =>
    questionStates.put(actor, { activity: ids.id, group: ids.group }, body),
  );
  routes.on('POST /activities/:id/put-right', ({ actor, ids, body }) => puttingRight.putRight(actor, ids.id, body));
  routes.on('PUT /tries/:id/share', ({ actor, ids, body }) => tryMarking.mark(actor, ids.id, body.share));
  routes.on('GET /activities/:id/groups/:group/crews', ({ actor, ids }) =>
    crews.list(actor, { activity: ids.id, group: ids.group }),
  );
  routes.on('PUT /activities/:id/groups/:group/crews', ({ actor, ids, body }) =>
    crews.keep(actor, { activity: ids.id, group: ids.group }, body.crews),
  );
  routes.on('GET /groups/:id/marks', ({ actor, ids }) => marks.view(actor, ids.id));
  routes.on('GET /kept-notes', ({ actor }) => keptNotes.list(actor));
  routes.on('POST /kept-notes', ({ actor, body }) => keptNotes.keep(actor, body.id, body.words));
  routes.on('POST /kept-notes/:id/use', ({ actor, ids, body }) => keptNotes.use(actor, ids.id, body.activity));
  routes.on('DELETE /kept-notes/:id', ({ actor, ids }) => keptNotes.forget(actor, ids.id));
  return routes.hono;
}
