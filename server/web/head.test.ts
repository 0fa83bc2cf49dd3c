import { Hono } from 'hono';
import type { AppEnv } from '../routes/context';
import { headWithoutBody } from './head';

it('lets go of what an answer to HEAD would have been read from', async () => {
  let open = 0;
  const body = (): ReadableStream => {
    open += 1;
    return new ReadableStream({ cancel: () => void (open -= 1) });
  };
  const app = new Hono<AppEnv>().use(headWithoutBody).get('/file', (c) => c.body(body(), 200, { 'x-size': '9' }));
  for (let i = 0; i < 5; i++) {
    const answer = await app.request('/file', { method: 'HEAD' });
    expect([answer.status, answer.headers.get('x-size'), await answer.text()]).toEqual([200, '9', '']);
  }
  expect(open).toBe(0);
  await app.request('/file');
  expect(open).toBe(1);
});
