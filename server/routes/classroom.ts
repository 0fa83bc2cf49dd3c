import { Hono } from 'hono';
import { dayAnswerBody, folderBody, liveBody, noticeBody, questionBody } from '@lippet/core/contract/class';
import { removeBody } from '@lippet/core/contract/ask';
import { body, id, signedIn, type AppEnv, type Services } from './context';

/** What a class shares beside its work, and the folders its work lies in. */
export function classroomRoutes({ classroom, folders }: Services): Hono<AppEnv> {
  const routes = new Hono<AppEnv>();
  routes.get('/groups/:id/classroom', async (c) => c.json(await classroom.view(signedIn(c), id(c))));
  routes.post('/groups/:id/notices', async (c) => {
    const actor = signedIn(c);
    return c.json(await classroom.tell(actor, id(c), await body(c, noticeBody)), 201);
  });
  routes.post('/notices/:id/replies', async (c) => {
    const actor = signedIn(c);
    return c.json(await classroom.reply(actor, id(c), await body(c, noticeBody)), 201);
  });
  routes.post('/notices/:id/remove', async (c) => {
    const actor = signedIn(c);
    return c.json(await classroom.remove(actor, id(c), (await body(c, removeBody)).why));
  });
  routes.put('/groups/:id/question', async (c) => {
    const actor = signedIn(c);
    return c.json(await classroom.askDaily(actor, id(c), await body(c, questionBody)));
  });
  routes.delete('/groups/:id/question', async (c) => c.json(await classroom.askDaily(signedIn(c), id(c), null)));
  routes.put('/questions/:id/answer', async (c) => {
    const actor = signedIn(c);
    return c.json(await classroom.answerDaily(actor, id(c), await body(c, dayAnswerBody)));
  });
  routes.put('/groups/:id/live', async (c) => {
    const actor = signedIn(c);
    return c.json(await classroom.meetAt(actor, id(c), await body(c, liveBody)));
  });
  routes.delete('/groups/:id/live', async (c) => c.json(await classroom.meetAt(signedIn(c), id(c), null)));
  routes.get('/groups/:id/folders', async (c) => c.json(await folders.list(signedIn(c), id(c))));
  routes.put('/groups/:id/folders', async (c) => {
    const actor = signedIn(c);
    return c.json(await folders.keep(actor, id(c), await body(c, folderBody)));
  });
  routes.delete('/folders/:id', async (c) => c.json(await folders.remove(signedIn(c), id(c))));
  return routes;
}
