/**
 * One running server, and what somebody says to it who means it harm, or whose program is broken: over bodies, sockets,
 * documents and files. It answers each rightly, and at the end it runs, is quick, and everybody else has what they had.
 */
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import * as encoding from 'lib0/encoding';
import { WebSocket } from 'ws';
import * as Y from 'yjs';
import type { NowView, PieceView } from '@lippet/core/contract/pieces';
import { LIMITS, OWN_HEADER } from '@lippet/core/contract/limits';
import { SYNC_PATH, NEWS_PATH } from '@lippet/core/contract/sync';
import { documentOf } from '@lippet/core/page/document';
import { packProgram, ServerProcess } from '../testing/serverProcess';
import { appOf, drawInto, smallSchool, uploadHeaders, type SmallSchool, type TestClient } from '../testing/smallSchool';
import { HOSTILE_FILES, HOSTILE_SVGS } from './drawings';
import { frame, sayFrames, sayRaw } from './rawSocket';

jest.setTimeout(240_000);

let school: SmallSchool;
let server: ServerProcess;
/** Signed in, without a network: what is so at school, asked of another process. */
let ada: TestClient;
let ben: TestClient;
let teacher: TestClient;
let adasPiece: string;
let bensPiece: string;
let bensView: unknown;

beforeAll(async () => {
  school = await smallSchool();
  const harness = appOf(school);
  [ada, ben, teacher] = [await harness.as('ada'), await harness.as('ben'), await harness.as('ms-reed')];
  const begin = async (client: TestClient): Promise<string> =>
    (await client.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`)).pieceId;
  [adasPiece, bensPiece] = [await begin(ada), await begin(ben)];
  await drawInto(school, adasPiece);
  await drawInto(school, bensPiece);
  server = await ServerProcess.start(await packProgram('server/main.ts', 'hostileServer'), school);
  bensView = await shownToBen();
});
afterAll(async () => {
  await server.end();
  await school.close();
});

const cookieOf = (client: TestClient): string =>
  [...client.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
const addressOf = (path: string): string => `http://127.0.0.1:${server.port}${path}`;
async function ask(client: TestClient | null, path: string, init: RequestInit = {}): Promise<Response> {
  const headers = { [OWN_HEADER]: '1', cookie: client ? cookieOf(client) : '' };
  const request = { ...init, headers: { ...headers, ...(init.headers as Record<string, string>) } };
  try {
    return await fetch(addressOf(path), request);
  } catch (error) {
    // A line on which too much came is closed; browsers ask for a page again on another, and this does as they do.
    if (init.method !== undefined && init.method !== 'HEAD') throw error;
    return fetch(addressOf(path), request);
  }
}

/** What Ben sees of his own work, but for times. */
async function shownToBen(): Promise<unknown> {
  const { cards } = (await (await ask(ben, '/api/now')).json()) as NowView;
  const { card, parts } = (await (await ask(ben, `/api/pieces/${bensPiece}`)).json()) as PieceView;
  return { titles: cards.map(({ title, status }) => [title, status.state]), state: card.status, parts };
}

/** It runs and answers, and nobody else has lost anything. */
async function expectUnharmed(): Promise<void> {
  expect(server.runs).toBe(true);
  expect(await shownToBen()).toEqual(bensView);
}

/** A refusal is a 4xx with a sentence. */
async function expectSentence(response: Response): Promise<void> {
  const text = await response.text();
  expect({ status: response.status, server: response.status >= 500 }).toEqual({
    status: response.status,
    server: false,
  });
  if (response.status >= 400)
    expect(JSON.parse(text)).toMatchObject({ message: expect.stringMatching(/^[A-Z].*\.$/s) });
}

describe('bodies', () => {
  const NAMES = ['__proto__', 'constructor', 'toString', 'valueOf', 'hasOwnProperty', 'isPrototypeOf', ''];
  const PLACES: [string, string][] = [
    ['POST', '/api/device'],
    ['POST', '/api/sessions'],
    ['POST', '/api/joins'],
    ['POST', '/api/captures'],
    ['POST', '/api/speech'],
    ['PUT', '/api/me/settings'],
    ['PUT', '/api/me/mail'],
  ];
  for (const [method, path] of PLACES) {
    it.each(NAMES)(`${method} ${path} with a field called "%s"`, async (name) => {
      const shape = `{"${name}":{"${name}":[1,{"${name}":null}]},"code":"x"}`;
      for (const client of [null, ada]) {
        const headers = { 'content-type': 'application/json' };
        await expectSentence(await ask(client, path, { method, body: shape, headers }));
      }
    });
  }

  it.each([
    ['deep', '['.repeat(100_000) + ']'.repeat(100_000)],
    ['deep in a field', `{"code":${'{"a":'.repeat(40_000)}1${'}'.repeat(40_000)}}`],
    ['half', '{"code":"'],
    ['no text', Buffer.from([0xff, 0xfe, 0x00, 0xd8])],
    ['a number as large as a book', `{"code":1${'0'.repeat(200_000)}}`],
    ['a key a thousand times', `{${'"code":"a",'.repeat(9_000)}"code":"b"}`],
    ['too much of it', `{"code":"${'x'.repeat(400_000)}"}`],
  ])('that are %s', async (_, body) => {
    await expectSentence(await ask(null, '/api/device', { method: 'POST', body }));
    await expectUnharmed();
  });

  it('a picture key as a password opens nothing', async () => {
    const body = JSON.stringify({ signInName: 'ada', password: 'pictures:kite>bell>moon' });
    const response = await ask(null, '/api/sessions', { method: 'POST', body });
    expect(response.status).toBe(401);
    expect(response.headers.getSetCookie().join()).not.toContain('lippet_session');
  });
});

describe('plain lines', () => {
  const host = 'Host: x\r\n';
  it.each([
    ['no HTTP', 'hello there\r\n\r\n'],
    ['a path that climbs', `GET /../../../../etc/passwd HTTP/1.1\r\n${host}\r\n`],
    ['a path that climbs in disguise', `GET /%2e%2e/%2e%2e/etc/passwd HTTP/1.1\r\n${host}\r\n`],
    ['a broken escape', `GET /api/now%zz HTTP/1.1\r\n${host}\r\n`],
    ['a broken escape in an id', `GET /api/pieces/%E0%A4%A HTTP/1.1\r\n${host}\r\n`],
    ['two lengths', `POST /api/device HTTP/1.1\r\n${host}Content-Length: 4\r\nContent-Length: 5\r\n\r\nabcd`],
    [
      'a length and chunks',
      `POST /api/device HTTP/1.1\r\n${host}Content-Length: 4\r\nTransfer-Encoding: chunked\r\n\r\n0\r\n\r\n`,
    ],
    ['a negative length', `POST /api/device HTTP/1.1\r\n${host}Content-Length: -4\r\n\r\n`],
    ['a chunk of no size', `POST /api/device HTTP/1.1\r\n${host}Transfer-Encoding: chunked\r\n\r\nxyz\r\n`],
    ['a head without end', `GET / HTTP/1.1\r\n${'X: y\r\n'.repeat(20_000)}`],
    [
      'a cookie as long as a book',
      `GET /api/me HTTP/1.1\r\n${host}Cookie: lippet_session=${'a'.repeat(15_000)}\r\n\r\n`,
    ],
    ['a cookie that is none', `GET /api/me HTTP/1.1\r\n${host}Cookie: =;;;%zz=%zz; lippet_session=%zz\r\n\r\n`],
    ['an upgrade to nothing', `GET /sync HTTP/1.1\r\n${host}Connection: Upgrade\r\nUpgrade: nothing\r\n\r\n`],
    [
      'an upgrade from elsewhere',
      `GET /sync HTTP/1.1\r\n${host}Origin: http://y\r\nConnection: Upgrade\r\nUpgrade: websocket\r\n\r\n`,
    ],
    [
      'an origin that is none',
      `GET /news HTTP/1.1\r\n${host}Origin: ::::\r\nConnection: Upgrade\r\nUpgrade: websocket\r\n\r\n`,
    ],
    ['a range without end', `GET /api/media/${randomUUID()} HTTP/1.1\r\n${host}Range: bytes=9-1,-,a-b\r\n\r\n`],
  ])('%s', async (_, bytes) => {
    expect(await sayRaw(server.port, bytes)).not.toMatch(/root:|HTTP\/1\.1 5/);
    await expectUnharmed();
  });
});

describe('sockets', () => {
  const sync = () => ({ path: SYNC_PATH, cookie: cookieOf(ada) });
  it.each<[string, () => Buffer[]]>([
    ['a frame that nobody masked', () => [frame('x', { masked: false })]],
    ['a frame of a kind that there is not', () => [frame('x', { opcode: 5 })]],
    ['bits that mean nothing', () => [frame('x', { first: 0xf0 })]],
    ['a control frame in pieces', () => [frame('x', { opcode: 9, first: 0 })]],
    ['a control frame as long as a book', () => [frame('x'.repeat(400), { opcode: 9 })]],
    ['a length that is a lie', () => [frame('x', { length: 2n ** 62n })]],
    ['a length below nothing', () => [frame('x', { length: 2n ** 63n })]],
    ['text that is no text', () => [frame(Buffer.from([0xff, 0xfe]), { opcode: 1 })]],
    ['a word of farewell that is none', () => [frame(Buffer.from([0, 1]), { opcode: 8 })]],
    ['a farewell of one byte', () => [frame(Buffer.from([3]), { opcode: 8 })]],
    ['a beginning without an end', () => [frame('x', { first: 0 }), frame('y', { opcode: 2 })]],
    ['nothing', () => [frame('')]],
    ['a message of 9 MB', () => [frame(Buffer.alloc(9 * 1024 * 1024))]],
    ['half a frame', () => [frame('x'.repeat(90)).subarray(0, 30)]],
    ['bytes', () => [randomBytes(4_000)]],
    ['a thousand answers that nobody asked for', () => Array.from({ length: 1_000 }, () => frame('', { opcode: 10 }))],
  ])('%s', async (_, frames) => {
    await sayFrames(server.port, sync(), frames());
    await sayFrames(server.port, { ...sync(), path: NEWS_PATH }, frames());
    await expectUnharmed();
  });

  const message = (name: string, ...rest: (number | Uint8Array | string)[]): Buffer => {
    const encoder = encoding.createEncoder();
    encoding.writeVarString(encoder, name);
    for (const part of rest) {
      if (typeof part === 'number') encoding.writeVarUint(encoder, part);
      else if (typeof part === 'string') encoding.writeVarString(encoder, part);
      else encoding.writeVarUint8Array(encoder, part);
    }
    return Buffer.from(encoding.toUint8Array(encoder));
  };
  const NAMES = [
    '',
    '__proto__',
    'constructor',
    'piece:',
    'piece:x',
    'marks:__proto__',
    `piece:${randomUUID()}`,
    'shared:',
    `shared:${randomUUID()}`,
    'x'.repeat(9_000),
  ];
  it.each(NAMES)('messages for a document called "%s"', async (name) => {
    const kinds = Array.from({ length: 10 }, (_, kind) => frame(message(name, kind, 0, new Uint8Array([1, 2, 3]))));
    await sayFrames(server.port, sync(), [frame(message(name, 2, 0, 'cookie')), ...kinds]);
    await expectUnharmed();
  });

  it.each(Array.from({ length: 12 }, (_, i) => i))('chance, number %i', async (seed) => {
    const messages = Array.from({ length: 20 }, (_, i) =>
      frame(message(`piece:${adasPiece}`, (seed + i) % 10, (seed * i) % 4, randomBytes(1 + ((seed * 37 + i) % 300)))),
    );
    await sayFrames(server.port, sync(), [frame(message(`piece:${adasPiece}`, 2, 0, 'cookie')), ...messages]);
    await expectUnharmed();
  });

  it('much that is said before one is let in anywhere ends the line', async () => {
    const socket = new WebSocket(`ws://127.0.0.1:${server.port}${SYNC_PATH}`, {
      headers: { cookie: cookieOf(ada), origin: addressOf('') },
    });
    const closed = new Promise((resolve) => socket.once('close', resolve));
    socket.on('error', () => undefined);
    await new Promise((resolve) => socket.once('open', resolve));
    for (let i = 0; i < 40; i++) socket.send(message(`piece:${randomUUID()}`, 0, 2, randomBytes(8_000)));
    await closed;
    await expectUnharmed();
  });
});

/** Writes into Ada's piece what a program of somebody's could, past all that our own looks at. */
async function intoAdasPiece(change: (doc: Y.Doc) => void): Promise<void> {
  const ref = { kind: 'piece', id: adasPiece } as const;
  const doc = await school.log.document(ref);
  const before = Y.encodeStateVector(doc);
  doc.transact(() => change(doc));
  const update = Y.encodeStateAsUpdate(doc, before);
  const socket = new WebSocket(`ws://127.0.0.1:${server.port}${SYNC_PATH}`, {
    headers: { cookie: cookieOf(ada), origin: addressOf('') },
  });
  socket.on('error', () => undefined);
  await new Promise((resolve) => socket.once('open', resolve));
  const say = (...rest: (number | Uint8Array | string)[]): void => {
    const encoder = encoding.createEncoder();
    encoding.writeVarString(encoder, `piece:${adasPiece}`);
    for (const part of rest) {
      if (typeof part === 'number') encoding.writeVarUint(encoder, part);
      else if (typeof part === 'string') encoding.writeVarString(encoder, part);
      else encoding.writeVarUint8Array(encoder, part);
    }
    socket.send(encoding.toUint8Array(encoder));
  };
  const answered = new Promise((resolve) => {
    let answers = 0;
    socket.on('message', () => ++answers >= 2 && resolve(null));
    socket.once('close', resolve);
  });
  say(2, 0, 'cookie');
  say(0, 2, update);
  await answered;
  // Its own answer, and what it starts by itself once it rests.
  await new Promise((resolve) => setTimeout(resolve, 150));
  socket.close();
}

function deepWords(doc: Y.Doc, depth: number): void {
  let inner: Y.XmlFragment = doc.getXmlFragment('words:deep');
  for (let i = 0; i < depth; i++) {
    const next = new Y.XmlElement('bulletList');
    inner.insert(0, [next]);
    inner = next;
  }
}

const hostilePage = (fields: Record<string, unknown>) => (doc: Y.Doc) => {
  const page = new Y.Map<unknown>();
  doc.getArray('pages').push([page]);
  const all = {
    id: randomUUID(),
    part: 'p',
    width: 100,
    height: 100,
    order: 'a9',
    background: { kind: 'blank' },
    ...fields,
  };
  for (const [key, value] of Object.entries(all)) page.set(key, value);
  if (!('items' in fields)) page.set('items', new Y.Map());
};

describe('documents', () => {
  it.each<[string, (doc: Y.Doc) => void]>([
    ['a number among the pages', (doc) => doc.getArray('pages').push([5])],
    ['nothing among the pages', (doc) => doc.getArray('pages').push([null])],
    ['a list among the pages', (doc) => doc.getArray('pages').push([new Y.Array()])],
    ['items that are a text', hostilePage({ items: 'text' })],
    ['items that are shared text', hostilePage({ items: new Y.Text('x') })],
    ['no items', hostilePage({ items: null })],
    ['a page of a billion points', hostilePage({ height: 1_000_000_000, background: { kind: 'lined', gap: 8 } })],
    ['a page of nothing', hostilePage({ width: 0, height: -1 })],
    ['a page as narrow as a hair', hostilePage({ width: 0.001, height: 14_000 })],
    [
      'the finest paper there is',
      hostilePage({ width: 14_000, height: 14_000, background: { kind: 'dotted', gap: 4 } }),
    ],
    ['a ground that is none', hostilePage({ background: { kind: 'toString' } })],
    ['a ground that is a number', hostilePage({ background: 5 })],
    ['a photo of nothing', hostilePage({ background: { kind: 'photo', media: 5, shot: 5 } })],
    ['spots without end', hostilePage({ spots: Array.from({ length: 5_000 }, () => ({ id: 's' })) })],
    ['a part called __proto__', hostilePage({ part: '__proto__' })],
    ['a part called constructor', hostilePage({ part: 'constructor' })],
    ['words nested 20,000 deep', (doc) => deepWords(doc, 20_000)],
    ['words nested 100 deep', (doc) => deepWords(doc, 100)],
    ['a tick of __proto__', (doc) => doc.getMap('ticks').set('__proto__', true)],
    ['takes that are none', (doc) => doc.getMap('takes:__proto__').set('x', { kind: 'take' })],
    ['minutes that are none', (doc) => doc.getArray('worked:p').push(['x', NaN, null])],
    ['a thousand names', (doc) => Array.from({ length: 1_000 }, (_, i) => doc.getMap(`takes:${i}`).set('x', 1))],
  ])('%s', async (_, change) => {
    await intoAdasPiece(change);
    for (const path of ['/api/now', `/api/pieces/${adasPiece}`, `/api/pieces/${adasPiece}/picture`])
      expect({ path, status: (await ask(ada, path)).status }).toEqual({ path, status: 200 });
    for (const path of ['/api/to-review', `/api/activities/${school.activities.open}/line`])
      expect({ path, status: (await ask(teacher, path)).status }).toEqual({ path, status: 200 });
    await expectUnharmed();
  });

  it('what is too deep is not kept, and what was drawn before is there', async () => {
    const doc = documentOf((await school.log.read({ kind: 'piece', id: adasPiece }))!.update);
    let depth = 0;
    let inner: unknown = doc.getXmlFragment('words:deep').toArray()[0];
    while (inner instanceof Y.XmlElement) {
      depth += 1;
      inner = inner.toArray()[0];
    }
    expect(depth).toBeLessThanOrEqual(LIMITS.documentDepth);
    expect(((await (await ask(ada, `/api/pieces/${adasPiece}`)).json()) as PieceView).card.status.state).toBe('ready');
  });
});

describe('files', () => {
  async function bring(content: Buffer, client = ada, piece = adasPiece): Promise<Response> {
    const id = randomUUID();
    const home = `pieces/${piece}` as const;
    const begun = await ask(client, '/api/uploads', {
      method: 'POST',
      body: new Uint8Array(content),
      headers: uploadHeaders(home, id, content.length),
    });
    if (!begun.ok) return begun;
    const sha256 = createHash('sha256').update(content).digest('hex');
    return ask(client, `/api/${home}/media/${id}`, { method: 'POST', body: JSON.stringify({ sha256 }) });
  }

  it.each(Object.keys({ ...HOSTILE_SVGS, ...HOSTILE_FILES }))('%s', async (name) => {
    const content = { ...HOSTILE_SVGS, ...HOSTILE_FILES }[name]!;
    const answer = bring(content);
    // Meanwhile somebody else is answered.
    const begun = performance.now();
    expect((await ask(ben, '/api/now')).status).toBe(200);
    expect(performance.now() - begun).toBeLessThan(10_000);
    // A machine that was short of time says nothing of the file, and is asked again.
    const decided = (await answer).status === 503 ? await bring(content) : await answer;
    await expectSentence(decided);
    await expectUnharmed();
  });

  it.each<[string, Record<string, string>]>([
    ['a length below nothing', { 'upload-length': '-5' }],
    ['a length that is no number', { 'upload-length': 'many' }],
    ['a length beyond all', { 'upload-length': '999999999999999' }],
    ['no length', { 'upload-length': '' }],
    ['a home that is none', { 'upload-metadata': 'home Li4v,media eA==' }],
    ['words about it that are none', { 'upload-metadata': ',,, ,=,' }],
    ['another version', { 'tus-resumable': '9.9.9' }],
  ])('an upload with %s', async (_, wrong) => {
    const headers = { ...uploadHeaders(`pieces/${adasPiece}`, randomUUID(), 9), ...wrong };
    await expectSentence(await ask(ada, '/api/uploads', { method: 'POST', body: 'a picture', headers }));
    await expectUnharmed();
  });

  it('asked for a picture’s size two hundred times, opens none', async () => {
    const png = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    );
    const { id } = (await (await bring(png)).json()) as { id: string };
    const answers = await Promise.all(
      Array.from({ length: 200 }, () => ask(ada, `/api/media/${id}`, { method: 'HEAD' })),
    );
    expect(new Set(answers.map(({ status }) => status))).toEqual(new Set([200]));
    expect(Number(answers[0]!.headers.get('content-length'))).toBeGreaterThan(0);
    expect(server.openFiles(school.filesRoot)).toBe(0);
  });
});

it('thirty and sixty who send at the same moment are each told that it went', async () => {
  const { queries, all } = await crowdOf(60);
  const statuses = await Promise.all(all.map((send) => send()));
  expect(statuses.filter((status) => status !== 200)).toEqual([]);
  expect(await queries()).toBe(60);
});

/** So many pieces that are about to be sent, each with work in it. */
async function crowdOf(size: number) {
  const ids = Array.from({ length: size }, () => randomUUID());
  await school.sequelize.query(
    `INSERT INTO people (id, school_id, role, name, sign_in_name, secret_kind, secret_hash, badge)
      SELECT id::uuid, school_id, 'learner', 'Crowd ' || id, id, 'password', 'x', '#C8472F'
      FROM unnest(ARRAY[:ids]) id, (SELECT school_id FROM people LIMIT 1) s`,
    { replacements: { ids } },
  );
  await school.sequelize.query(
    `INSERT INTO memberships (person_id, group_id, role) SELECT id::uuid, :group, 'learner' FROM unnest(ARRAY[:ids]) id`,
    { replacements: { ids, group: school.groups.reeds } },
  );
  const harness = appOf(school);
  const all = await Promise.all(
    ids.map(async (personId) => {
      const client = harness.client();
      const { token } = await harness.services.signIn.openSession(personId, false);
      client.cookies.set('lippet_session', token);
      const path = `/api/activities/${school.activities.open}/piece`;
      const { pieceId } = await client.json<{ pieceId: string }>('POST', path);
      await drawInto(school, pieceId);
      const doc = await school.log.document({ kind: 'piece', id: pieceId });
      const extent = Buffer.from(Y.encodeSnapshot(Y.snapshot(doc))).toString('base64');
      const body = JSON.stringify({ key: randomUUID(), extent });
      return async () => (await ask(client, `/api/pieces/${pieceId}/send`, { method: 'POST', body })).status;
    }),
  );
  const queries = async (): Promise<number> =>
    (
      await school.query<{ n: number }>(
        `SELECT count(*)::int AS n FROM submissions s JOIN pieces p ON p.id = s.piece_id JOIN people w ON w.id = p.person_id
       WHERE w.name LIKE 'Crowd %'`,
      )
    )[0].n;
  return { all, queries };
}

it('at the end it runs, is quick, and holds no more than it needs', async () => {
  await expectUnharmed();
  expect(server.memory).toBeLessThan(1.5e9);
  expect(await (await ask(null, '/api/health')).json()).toEqual({ ok: true });
  expect(({} as Record<string, unknown>).pages).toBeUndefined();
});
