/** Live documents over real sockets, against the whole server. */
import { randomUUID } from 'node:crypto';
import { inspect } from 'node:util';
import WebSocket from 'ws';
import * as Y from 'yjs';
import type { GoView } from '@lippet/core/contract/pieces';
import type { ReviewView } from '@lippet/core/contract/reviewing';
import { inkFromRows } from '@lippet/core/ink/ink';
import { markItems, pageItems, readPages } from '@lippet/core/page/document';
import { readStrokes } from '@lippet/core/page/item';
import { addStroke } from '@lippet/core/page/stroke';
import { LIMITS } from '@lippet/core/contract/limits';
import { documentExtent } from '@lippet/core/page/holds';
import type { RunningServer } from '../server';
import { LiveDocument, serverOf, until } from '../testing/liveDocument';
import { PASSWORD, PICTURES, smallSchool, type SmallSchool } from '../testing/smallSchool';

describe('the sync hub', () => {
  let school: SmallSchool;
  let server: RunningServer;
  let opened: { destroy(): void }[] = [];
  let adaCookie: string;
  let pieceId: string;

  const origin = (): string => `http://127.0.0.1:${server.port}`;
  async function api<T>(
    cookie: string,
    method: string,
    path: string,
    body?: unknown,
  ): Promise<{ status: number; body: T; cookies: string }> {
    const response = await fetch(`${origin()}/api${path}`, {
      method,
      headers: { 'x-lippet': '1', cookie, 'content-type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
    const cookies = response.headers
      .getSetCookie()
      .map((cookie) => cookie.split(';')[0])
      .join('; ');
    return { status: response.status, body: (response.status === 204 ? null : await response.json()) as T, cookies };
  }
  async function signIn(name: string): Promise<string> {
    if (name !== 'ada') return (await api('', 'POST', '/sessions', { signInName: name, password: PASSWORD })).cookies;
    const device = (await api('', 'POST', '/device', { code: 'REEDS1' })).cookies;
    return (await api(device, 'POST', '/sessions', { personId: school.people.ada, pictures: PICTURES })).cookies;
  }

  /** Opens a document over a socket of its own. */
  function open(name: string, cookie: string): LiveDocument {
    const live = new LiveDocument(server.port, name, cookie);
    opened.push(live);
    return live;
  }
  const strokesOf = (doc: Y.Doc): number => {
    const [page] = readPages(doc);
    return page ? readStrokes(pageItems(doc, page.id)!).length : 0;
  };
  const draw = (doc: Y.Doc): void =>
    addStroke(pageItems(doc, readPages(doc)[0]!.id)!, {
      id: randomUUID(),
      tool: 'pen',
      colour: '#1C2A33',
      width: 2,
      ink: inkFromRows([
        [1, 1, 0.5, 0],
        [9, 9, 0.5, 16],
      ]),
      at: 0,
    });
  const logged = async (): Promise<number> => strokesOf(await school.log.document({ kind: 'piece', id: pieceId }));
  const allKept = (live: LiveDocument): Promise<void> =>
    until(() => live.provider.isSynced && !live.provider.hasUnsyncedChanges, 'all acknowledged');

  beforeEach(async () => {
    school = await smallSchool();
    server = await serverOf(school);
    adaCookie = await signIn('ada');
    pieceId = (await api<{ pieceId: string }>(adaCookie, 'POST', `/activities/${school.activities.open}/piece`)).body
      .pieceId;
  });
  afterEach(async () => {
    for (const provider of opened) provider.destroy();
    opened = [];
    await server.close();
    await school.close();
  });

  it('acknowledges a stroke only once it is in the log', async () => {
    const live = open(`piece:${pieceId}`, adaCookie);
    await allKept(live);
    for (let i = 1; i <= 5; i++) {
      draw(live.doc);
      await allKept(live);
      expect(await logged()).toBe(i);
    }
  });

  it('brings two devices together, also what one drew before it connected', async () => {
    const one = open(`piece:${pieceId}`, adaCookie);
    await allKept(one);
    const away = new Y.Doc();
    Y.applyUpdate(away, Y.encodeStateAsUpdate(one.doc));
    draw(away);
    draw(one.doc);
    const two = open(`piece:${pieceId}`, adaCookie);
    Y.applyUpdate(two.doc, Y.encodeStateAsUpdate(away));
    await until(() => strokesOf(one.doc) === 2 && strokesOf(two.doc) === 2, 'both strokes on both');
    await allKept(two);
    expect(await logged()).toBe(2);
  });

  it('lets in the owner alone, and to a review’s marks the group’s teacher alone', async () => {
    const live = open(`piece:${pieceId}`, adaCookie);
    await allKept(live);
    draw(live.doc);
    await allKept(live);
    const extent = Buffer.from(documentExtent(live.doc)).toString('base64');
    const submission = (await api<GoView>(adaCookie, 'POST', `/pieces/${pieceId}/send`, { key: randomUUID(), extent }))
      .body;
    const review = (await api<ReviewView>(await signIn('ms-reed'), 'POST', `/goes/${submission.id}/review`)).body;
    const answers: Record<string, boolean> = {};
    for (const name of ['ada', 'ben', 'cai', 'ms-reed', 'mr-dune']) {
      const cookie = await signIn(name);
      for (const document of [
        `piece:${pieceId}`,
        `marks:${review.id}`,
        `piece:${randomUUID()}`,
        'piece:x',
        'anything',
      ]) {
        const tried = open(document, cookie);
        await tried.answered();
        if (!tried.failed) answers[`${name} ${document.split(':')[0]}`] = true;
      }
    }
    expect(Object.keys(answers).sort()).toEqual(['ada piece', 'ms-reed marks']);
  });

  it('refuses a socket without a session, from another site, or at another address', async () => {
    const refusal = (path: string, headers: Record<string, string>): Promise<number | undefined> =>
      new Promise((resolve) => {
        const socket = new WebSocket(`${origin().replace('http', 'ws')}${path}`, { headers });
        socket.once('unexpected-response', (request, response) => {
          resolve(response.statusCode);
          request.destroy();
        });
        socket.on('error', () => undefined); // what follows from destroying the request
      });
    expect(await refusal('/sync', { origin: origin() })).toBe(401);
    expect(await refusal('/sync', { origin: origin(), cookie: 'lippet_session=x' })).toBe(401);
    expect(await refusal('/sync', { origin: 'http://elsewhere.test', cookie: adaCookie })).toBe(403);
    expect(await refusal('/sync', { cookie: adaCookie })).toBe(403);
    expect(await refusal('/elsewhere', { origin: origin(), cookie: adaCookie })).toBe(404);
  });

  it('freezes a sent piece: a socket that still writes is refused and told, and nothing of it is kept', async () => {
    const [one, two] = [open(`piece:${pieceId}`, adaCookie), open(`piece:${pieceId}`, adaCookie)];
    await Promise.all([allKept(one), allKept(two)]);
    draw(one.doc);
    await allKept(one);
    const extent = Buffer.from(documentExtent(one.doc)).toString('base64');
    expect((await api(adaCookie, 'POST', `/pieces/${pieceId}/send`, { key: randomUUID(), extent })).status).toBe(200);
    await until(() => one.wasTold('frozen') && two.wasTold('frozen'), 'both told');
    draw(two.doc);
    await until(() => two.provider.hasUnsyncedChanges, 'a stroke that is not acknowledged');
    const late = open(`piece:${pieceId}`, adaCookie);
    await until(() => late.scope === 'readonly', 'read only on entering');
    await until(() => strokesOf(late.doc) === 1, 'what was sent');
    expect(two.provider.hasUnsyncedChanges).toBe(true);
    expect(await logged()).toBe(1);
  });

  it('tells a device that repeats what school has that it is there, also of a sent piece, and keeps it once', async () => {
    const one = open(`piece:${pieceId}`, adaCookie);
    await allKept(one);
    draw(one.doc);
    await allKept(one);
    const all = Y.encodeStateAsUpdate(one.doc);
    const rows = async (): Promise<number> =>
      (await school.query<{ count: number }>('SELECT count(*)::int AS count FROM piece_updates'))[0]!.count;
    const before = await rows();
    /** As a device does that has connected before it has read its own copy. */
    const repeat = async (live: LiveDocument): Promise<void> => {
      await allKept(live);
      live.provider.documentUpdateHandler(all, 'the copy on a device');
      expect(live.provider.hasUnsyncedChanges).toBe(true);
      await allKept(live);
    };
    await repeat(one);
    expect(await rows()).toBe(before);
    const extent = Buffer.from(documentExtent(one.doc)).toString('base64');
    expect((await api(adaCookie, 'POST', `/pieces/${pieceId}/send`, { key: randomUUID(), extent })).status).toBe(200);
    const late = open(`piece:${pieceId}`, adaCookie);
    await repeat(late);
    expect(late.scope).toBe('readonly');
  });

  it('takes nothing more of somebody whose documents are as large as they may be together, and says so', async () => {
    const large = Math.ceil(LIMITS.documents.person / 3);
    await school.query(
      `WITH other AS (INSERT INTO pieces (id, activity_id, person_id)
         VALUES (gen_random_uuid(), '${school.activities.closed}', '${school.people.ada}') RETURNING id)
       INSERT INTO piece_updates (piece_id, data)
         SELECT id, convert_to(repeat('a', ${large}), 'UTF8') FROM other, generate_series(1, 3) RETURNING id`,
    );
    const live = open(`piece:${pieceId}`, adaCookie);
    await until(() => live.provider.isSynced, 'opened');
    draw(live.doc);
    await until(() => live.wasTold('full'), 'told');
    expect(await logged()).toBe(0);
    // Nobody else is harmed by it.
    const ben = await signIn('ben');
    const { body } = await api<{ pieceId: string }>(ben, 'POST', `/activities/${school.activities.open}/piece`);
    const his = open(`piece:${body.pieceId}`, ben);
    await allKept(his);
    draw(his.doc);
    await allKept(his);
  });

  it('takes the refused stroke after all, once the piece was taken back', async () => {
    const live = open(`piece:${pieceId}`, adaCookie);
    await allKept(live);
    draw(live.doc);
    await allKept(live);
    const extent = Buffer.from(documentExtent(live.doc)).toString('base64');
    await api(adaCookie, 'POST', `/pieces/${pieceId}/send`, { key: randomUUID(), extent });
    await until(() => live.wasTold('frozen'), 'told');
    draw(live.doc);
    await api(adaCookie, 'POST', `/pieces/${pieceId}/take-back`);
    await until(() => live.wasTold('open'), 'told that it is open');
    const anew = open(`piece:${pieceId}`, adaCookie);
    Y.applyUpdate(anew.doc, Y.encodeStateAsUpdate(live.doc));
    await allKept(anew);
    expect(await logged()).toBe(2);
  });

  it('says nothing in a draft review to the learner’s sockets, and counts the first mark as having begun', async () => {
    const live = open(`piece:${pieceId}`, adaCookie);
    await allKept(live);
    draw(live.doc);
    await allKept(live);
    const extent = Buffer.from(documentExtent(live.doc)).toString('base64');
    const submission = (await api<GoView>(adaCookie, 'POST', `/pieces/${pieceId}/send`, { key: randomUUID(), extent }))
      .body;
    const teacher = await signIn('ms-reed');
    const review = (await api<ReviewView>(teacher, 'POST', `/goes/${submission.id}/review`)).body;
    const marks = open(`marks:${review.id}`, teacher);
    await allKept(marks);
    addStroke(markItems(marks.doc, 'p'), {
      id: 'm',
      tool: 'pen',
      colour: '#2A6A8C',
      width: 2,
      ink: inkFromRows([[1, 1, 0.5, 0]]),
      at: 0,
    });
    await allKept(marks);
    expect((await api(adaCookie, 'POST', `/pieces/${pieceId}/take-back`)).status).toBe(409);
  });

  it('takes no fault of the database for a refusal: the device comes back by itself', async () => {
    await school.sequelize.query('ALTER TABLE learner_dates RENAME TO elsewhere');
    const live = open(`piece:${pieceId}`, adaCookie);
    await until(() => live.closedWith === 1013, 'it is asked to come back');
    expect(live.failed).toBe(false);
    await school.sequelize.query('ALTER TABLE elsewhere RENAME TO learner_dates');
    await allKept(open(`piece:${pieceId}`, adaCookie));
  });

  it('takes no fault while a document is read for a refusal either', async () => {
    await school.sequelize.query('ALTER TABLE piece_updates RENAME TO elsewhere');
    // It is loaded once for both.
    const lives = [open(`piece:${pieceId}`, adaCookie), open(`piece:${pieceId}`, adaCookie)];
    await until(() => lives.every(({ closedWith }) => closedWith === 1013), 'both are asked to come back');
    expect(lives.map(({ failed }) => failed)).toEqual([false, false]);
    await school.sequelize.query('ALTER TABLE elsewhere RENAME TO piece_updates');
    await allKept(open(`piece:${pieceId}`, adaCookie));
  });

  it('says nothing of what was drawn where the database fails under it', async () => {
    const printed = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const live = open(`piece:${pieceId}`, adaCookie);
    await allKept(live);
    await school.sequelize.query('ALTER TABLE piece_updates RENAME TO elsewhere');
    draw(live.doc);
    await until(() => live.closedWith === 1013, 'it is asked to come back');
    await until(() => printed.mock.calls.length > 0, 'something is printed');
    // The library prints what it was given; the statement and its values would be among it.
    const words = printed.mock.calls.map((call) => inspect(call, { depth: 20 })).join('\n');
    expect(words).not.toMatch(/INSERT|parameters|Buffer|relation/);
    printed.mockRestore();
    await school.sequelize.query('ALTER TABLE elsewhere RENAME TO piece_updates');
    await allKept(open(`piece:${pieceId}`, adaCookie));
  });

  it('says of nothing that it is there that came on a line behind something that was lost', async () => {
    const quiet = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const live = open(`piece:${pieceId}`, adaCookie);
    await allKept(live);
    // The first stroke fails, and the second would not.
    await school.sequelize.query(
      `CREATE SEQUENCE writes;
       CREATE FUNCTION fail_once() RETURNS trigger LANGUAGE plpgsql AS $$
         BEGIN IF nextval('writes') = 1 THEN RAISE 'once'; END IF; RETURN NEW; END $$;
       CREATE TRIGGER fail_once BEFORE INSERT ON piece_updates FOR EACH ROW EXECUTE FUNCTION fail_once();`,
    );
    draw(live.doc);
    draw(live.doc);
    await until(() => live.closedWith === 1013, 'it is asked to come back');
    expect(live.provider.unsyncedChanges).toBe(2);
    // The same device comes again, with all that it has.
    const again = open(`piece:${pieceId}`, adaCookie);
    Y.applyUpdate(again.doc, Y.encodeStateAsUpdate(live.doc));
    await allKept(again);
    expect(await logged()).toBe(2);
    quiet.mockRestore();
  });

  it('closes the sockets of a session that is signed out', async () => {
    const live = open(`piece:${pieceId}`, adaCookie);
    await allKept(live);
    await api(adaCookie, 'DELETE', '/sessions');
    await until(() => live.closedWith === 4401, 'the socket closed');
  });

  it('closes the sockets of a learner who gets new keys', async () => {
    const live = open(`piece:${pieceId}`, adaCookie);
    await allKept(live);
    const teacher = await signIn('ms-reed');
    await api(teacher, 'POST', `/groups/${school.groups.reeds}/keys`, { people: [school.people.ada] });
    await until(() => live.closedWith === 4401, 'the socket closed');
  });

  it('ends for whoever may see nothing of it any more, and for a session that has run out', async () => {
    const live = open(`piece:${pieceId}`, adaCookie);
    await allKept(live);
    await school.query(`UPDATE pieces SET person_id = '${school.people.ben}' WHERE id = '${pieceId}' RETURNING id`);
    const teacher = await signIn('ms-reed');
    const member = `/groups/${school.groups.reeds}/learners/${school.people.ada}`;
    await api(teacher, 'DELETE', member);
    await until(() => live.closedWith === 4403, 'it is sent back');
    const another = open(`piece:${pieceId}`, await signIn('ben'));
    await allKept(another);
    await school.query(`UPDATE sessions SET expires_at = now() RETURNING id`);
    await api(await signIn('ms-reed'), 'DELETE', `/groups/${school.groups.reeds}/learners/${school.people.ben}`);
    await until(() => another.closedWith === 4401, 'the session is over');
  });

  it('asks the gate again when a learner leaves: nothing more is let in', async () => {
    const live = open(`piece:${pieceId}`, adaCookie);
    await allKept(live);
    const teacher = await signIn('ms-reed');
    await api(teacher, 'DELETE', `/groups/${school.groups.reeds}/learners/${school.people.ada}`);
    await until(() => live.wasTold('frozen'), 'it is told');
    draw(live.doc);
    await new Promise((resolve) => setTimeout(resolve, 500));
    expect(await logged()).toBe(0);
  });

  it('closes the connection on bytes that are no update, and keeps the document whole', async () => {
    const live = open(`piece:${pieceId}`, adaCookie);
    await allKept(live);
    draw(live.doc);
    await allKept(live);
    const quiet = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const name = `piece:${pieceId}`;
    const bad = new Uint8Array([name.length, ...Buffer.from(name), 0, 2, 6, 250, 250, 250, 250, 250, 250]);
    live.provider.configuration.websocketProvider.webSocket!.send(bad as never);
    await until(() => !live.provider.isSynced, 'the connection closed');
    expect(await logged()).toBe(1);
    const anew = open(name, adaCookie);
    await until(() => strokesOf(anew.doc) === 1, 'the stroke again');
    quiet.mockRestore();
  });
});
