/** The line on which school says that there is something new, over real sockets. */
import { randomUUID } from 'node:crypto';
import WebSocket from 'ws';
import { NEWS_PATH } from '@lippet/core/contract/sync';
import type { RunningServer } from '../server';
import { serverOf } from '../testing/liveDocument';
import { PASSWORD, smallSchool, type SmallSchool } from '../testing/smallSchool';

let school: SmallSchool;
let server: RunningServer;
const origin = (): string => `http://127.0.0.1:${server.port}`;
beforeAll(async () => {
  school = await smallSchool();
  server = await serverOf(school);
});
afterAll(async () => {
  await server.close();
  await school.close();
});

async function signIn(signInName: string): Promise<string> {
  const response = await fetch(`${origin()}/api/sessions`, {
    method: 'POST',
    headers: { 'x-lippet': '1', 'content-type': 'application/json' },
    body: JSON.stringify({ signInName, password: PASSWORD }),
  });
  return response.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0])
    .join('; ');
}
const ask = (cookie: string, method: string, path: string, body?: unknown): Promise<Response> =>
  fetch(`${origin()}/api${path}`, {
    method,
    headers: { 'x-lippet': '1', cookie, 'content-type': 'application/json' },
    body: body === undefined ? undefined : JSON.stringify(body),
  });

interface Line {
  heard: string[];
  next: () => Promise<void>;
  closed: Promise<number>;
  close: () => void;
}
async function open(cookie: string): Promise<Line> {
  const socket = new WebSocket(`${origin().replace('http', 'ws')}${NEWS_PATH}`, {
    headers: { cookie, origin: origin() },
  });
  const heard: string[] = [];
  let wake: () => void = () => undefined;
  socket.on('message', (data) => {
    heard.push(String(data));
    wake();
  });
  const closed = new Promise<number>((resolve) => socket.on('close', resolve));
  await new Promise((resolve, reject) => socket.once('open', resolve).once('error', reject));
  return {
    heard,
    closed,
    close: () => socket.close(),
    next: () =>
      new Promise((resolve) => {
        wake = resolve;
      }),
  };
}

it('tells those whom it concerns, and not what it is', async () => {
  const [ben, cai, teacher] = (await Promise.all(['ben', 'cai', 'ms-reed'].map(signIn))) as [string, string, string];
  const [bens, cais, teachers] = (await Promise.all([open(ben), open(cai), open(teacher)])) as [Line, Line, Line];
  const told = bens.next();
  await ask(teacher, 'POST', `/groups/${school.groups.reeds}/notices`, { id: randomUUID(), words: 'Boots on Friday' });
  await told;
  const answered = teachers.next();
  await ask(ben, 'POST', `/activities/${school.activities.open}/threads`, {
    id: randomUUID(),
    message: randomUUID(),
    audience: 'teacher',
    words: 'Which boots?',
  });
  await answered;
  expect([bens.heard, teachers.heard, cais.heard]).toEqual([['news'], ['news'], []]);
  for (const line of [bens, cais, teachers]) line.close();
});

it('tells nothing of what did not come to be', async () => {
  const ben = await signIn('ben');
  const line = await open(ben);
  const refused = await ask(ben, 'POST', `/activities/${school.activities.open}/threads`, {
    id: randomUUID(),
    message: randomUUID(),
    audience: 'teacher',
    words: '',
  });
  expect(refused.status).toBe(400);
  const teacher = await signIn('ms-reed');
  const told = line.next();
  await ask(teacher, 'POST', `/groups/${school.groups.reeds}/notices`, { id: randomUUID(), words: 'Scarves too' });
  await told;
  expect(line.heard).toEqual(['news']);
  line.close();
});

it('ends with the session, and is nobody’s without one', async () => {
  const ben = await signIn('ben');
  const line = await open(ben);
  await ask(ben, 'DELETE', '/sessions/current');
  expect(await line.closed).toBe(4401);
  await expect(open('lippet_session=none')).rejects.toThrow('401');
});
