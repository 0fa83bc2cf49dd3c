import type { Hono } from 'hono';
import type { AppEnv, Services } from './context';
import { TableRoutes } from './tableRoutes';

/** What a class shares beside its work, and the folders its work lies in. */
export function classroomRoutes({ classroom, folders }: Services): Hono<AppEnv> {
  const routes = new TableRoutes();
  routes.on('GET /groups/:id/classroom', ({ actor, ids }) => classroom.view(actor, ids.id));
  routes.on('POST /groups/:id/notices', ({ actor, ids, body }) => classroom.tell(actor, ids.id, body));
  routes.on('POST /notices/:id/replies', ({ actor, ids, body }) => classroom.reply(actor, ids.id, body));
  routes.on('POST /notices/:id/remove', ({ actor, ids, body }) => classroom.remove(actor, ids.id, body.why));
  routes.on('PUT /groups/:id/question', ({ actor, ids, body }) => classroom.askDaily(actor, ids.id, body));
  routes.on('DELETE /groups/:id/question', ({ actor, ids }) => classroom.askDaily(actor, ids.id, null));
  routes.on('PUT /questions/:id/answer', ({ actor, ids, body }) => classroom.answerDaily(actor, ids.id, body));
  routes.on('PUT /groups/:id/live', ({ actor, ids, body }) => classroom.meetAt(actor, ids.id, body));
  routes.on('DELETE /groups/:id/live', ({ actor, ids }) => classroom.meetAt(actor, ids.id, null));
  routes.on('GET /groups/:id/folders', ({ actor, ids }) => folders.list(actor, ids.id));
  routes.on('PUT /groups/:id/folders', ({ actor, ids, body }) => folders.keep(actor, ids.id, body));
  routes.on('DELETE /folders/:id', ({ actor, ids }) => folders.remove(actor, ids.id));
  return routes.hono;
}
