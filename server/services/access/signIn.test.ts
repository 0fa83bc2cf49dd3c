import { appOf, PASSWORD, PICTURES, smallSchool, type SmallSchool } from '../../testing/smallSchool';
import { somebodyWaits } from '../../testing/somebodyWaits';
import { ADDRESS_RULE, DEVICE_RULE, PERSON_RULE, STRANGERS_RULE, waitBefore } from './signInThrottle';

describe('waitBefore', () => {
  it('lets the first wrong tries pass, then doubles up to its limit', () => {
    const waits = [1, 4, 5, 6, 7, 40].map((failures) => waitBefore(failures, 1_000, 1_000, PERSON_RULE));
    expect(waits).toEqual([0, 0, 5_000, 10_000, 20_000, PERSON_RULE.longestWait]);
  });

  it('counts down', () => {
    expect(waitBefore(5, 1_000, 4_000, PERSON_RULE)).toBe(2_000);
    expect(waitBefore(5, 1_000, 99_000, PERSON_RULE)).toBe(0);
  });
});

describe('signing in', () => {
  let school: SmallSchool;
  let clock: number;
  let app: ReturnType<typeof appOf>;

  beforeEach(async () => {
    clock = Date.now();
    school = await smallSchool(clock);
    app = appOf(school, () => clock);
  });
  afterEach(() => school.close());

  const wrong = { signInName: 'ben', password: 'not this' };
  const right = { signInName: 'ben', password: PASSWORD };

  it('knows the group by its code, however it is typed', async () => {
    const device = app.client();
    expect(await device.json('POST', '/api/device', { code: ' reeds-1 ' })).toMatchObject({
      name: 'Reeds',
      people: [
        { name: 'ada', secret: 'picture' },
        { name: 'ben', secret: 'password' },
      ],
    });
    expect(await device.json('GET', '/api/device')).toMatchObject({ name: 'Reeds' });
    await device.json('DELETE', '/api/device');
    expect(await device.json('GET', '/api/device')).toBeNull();
  });

  it('takes the three pictures in order, and only on a device of the group', async () => {
    const { ada } = school.people;
    const device = app.client();
    const pictures = [...PICTURES];
    expect((await device.request('POST', '/api/sessions', { personId: ada, pictures })).status).toBe(401);
    await device.json('POST', '/api/device', { code: 'DUNES1' });
    expect((await device.request('POST', '/api/sessions', { personId: ada, pictures })).status).toBe(401);
    await device.json('POST', '/api/device', { code: 'REEDS1' });
    expect(
      (await device.request('POST', '/api/sessions', { personId: ada, pictures: pictures.toReversed() })).status,
    ).toBe(401);
    expect((await device.request('POST', '/api/sessions', { signInName: 'ada', pictures })).status).toBe(401);
    expect((await device.request('POST', '/api/sessions', { personId: ada, pictures })).status).toBe(201);
  });

  it('answers a wrong password and an unknown name with the same words, and the same wait', async () => {
    const answers = async (signInName: string): Promise<unknown[]> => {
      const client = app.client(`10.0.0.${signInName.length}`);
      const all: unknown[] = [];
      for (let i = 0; i < 7; i++) {
        const response = await client.request('POST', '/api/sessions', { signInName, password: 'guess' });
        all.push([response.status, await response.json(), response.headers.get('retry-after')]);
      }
      return all;
    };
    expect(await answers('nobody-of-that-name')).toEqual(await answers('ben'));
  });

  /** A device that has been given its name. */
  const device = async (address?: string): Promise<ReturnType<typeof app.client>> => {
    const client = app.client(address);
    await client.json('GET', '/api/device');
    return client;
  };

  it('slows down wrong tries for one person, says how long, and forgets after a right one', async () => {
    const client = await device();
    for (let i = 0; i < PERSON_RULE.free + 1; i++)
      expect((await client.request('POST', '/api/sessions', wrong)).status).toBe(401);
    const stopped = await client.request('POST', '/api/sessions', right);
    expect(stopped.status).toBe(429);
    expect(stopped.headers.get('retry-after')).toBe('5');
    expect(await stopped.json()).toMatchObject({
      code: 'wait',
      wait: 5,
      message: 'Too many wrong tries. Wait 5 seconds, then try again.',
    });
    clock += 5_000;
    expect((await client.request('POST', '/api/sessions', right)).status).toBe(201);
    expect((await client.request('POST', '/api/sessions', wrong)).status).toBe(401);
  });

  it('is not slowed down for a child by a classmate who tries out their key elsewhere', async () => {
    const own = await device();
    expect((await own.request('POST', '/api/sessions', right)).status).toBe(201);
    for (let stranger = 0; stranger * PERSON_RULE.free < STRANGERS_RULE.free + PERSON_RULE.free; stranger++) {
      const classmate = await device(`10.1.1.${stranger}`);
      for (let i = 0; i < PERSON_RULE.free + 1; i++) await classmate.request('POST', '/api/sessions', wrong);
    }
    const stranger = await device('10.2.2.2');
    expect((await stranger.request('POST', '/api/sessions', right)).status).toBe(429);
    expect((await own.request('POST', '/api/sessions', right)).status).toBe(201);
  });

  it('slows down a device on which the keys of many are tried', async () => {
    const client = await device();
    for (let i = 0; i <= DEVICE_RULE.free; i++)
      await client.request('POST', '/api/sessions', { signInName: `name-${i}`, password: 'x' });
    expect((await client.request('POST', '/api/sessions', right)).status).toBe(429);
    expect((await (await device()).request('POST', '/api/sessions', right)).status).toBe(201);
  });

  it('slows down whoever guesses the codes of groups, also all at once', async () => {
    const client = await device();
    const guesses = Array.from({ length: 60 }, (_, i) => client.request('POST', '/api/device', { code: `WRONG${i}` }));
    const answers = await Promise.all(guesses);
    expect(answers.filter(({ status }) => status === 404)).toHaveLength(DEVICE_RULE.free + 1);
    expect((await client.request('POST', '/api/device', { code: 'REEDS1' })).status).toBe(429);
  });

  it('counts tries that come at once one by one', async () => {
    const client = await device();
    const all = await Promise.all(Array.from({ length: 12 }, () => client.request('POST', '/api/sessions', wrong)));
    expect(all.filter(({ status }) => status === 401)).toHaveLength(PERSON_RULE.free + 1);
  });

  it('slows down an address that tries many names', async () => {
    const client = app.client('10.9.9.9');
    for (let i = 0; i <= ADDRESS_RULE.free; i++) {
      client.cookies.clear(); // each time another device
      client.cookies.set('lippet_device', `device-${String(i).padStart(15, '0')}`);
      await client.request('POST', '/api/sessions', { signInName: `name-${i}`, password: 'x' });
    }
    expect((await client.request('POST', '/api/sessions', right)).status).toBe(429);
    expect((await app.client('10.9.9.8').request('POST', '/api/sessions', right)).status).toBe(201);
  });

  it('lasts through a restart of the server, and no longer than its time', async () => {
    const client = app.client();
    await client.json('POST', '/api/sessions', right);
    const restarted = appOf(school, () => clock);
    const after = restarted.client();
    for (const [name, value] of client.cookies) after.cookies.set(name, value);
    expect(await after.json('GET', '/api/me')).toMatchObject({ name: 'ben', kept: false });
    clock += 13 * 3_600_000;
    expect(await after.json('GET', '/api/me')).toBeNull();
  });

  it('says that one is signed out where that happens while something is kept', async () => {
    const client = app.client();
    await client.json('POST', '/api/sessions', right);
    const settings = { size: 'usual', letters: 'school', speed: 'middle', calm: false, leftHanded: true };
    const held = await school.sequelize.transaction();
    await school.sequelize.query("SELECT 1 FROM people WHERE sign_in_name = 'ben' FOR UPDATE", { transaction: held });
    const keeping = client.request('PUT', '/api/me/settings', settings);
    await somebodyWaits(school);
    await school.query('DELETE FROM sessions RETURNING id');
    await held.commit();
    expect((await keeping).status).toBe(401);
  });

  it('stays for weeks on one’s own device if asked', async () => {
    const client = app.client();
    const response = await client.request('POST', '/api/sessions', { ...right, keep: true });
    expect(response.headers.getSetCookie().join()).toMatch(
      /lippet_session=[^;]+;.*Expires=.*HttpOnly.*SameSite=Strict/i,
    );
    clock += 80 * 86_400_000;
    expect(await client.json('GET', '/api/me')).toMatchObject({ kept: true });
  });

  it('ends here, or everywhere', async () => {
    const [one, two, three] = [app.client(), app.client(), app.client()];
    for (const client of [one, two, three]) await client.json('POST', '/api/sessions', right);
    await one.json('DELETE', '/api/sessions/current');
    expect(await one.json('GET', '/api/me')).toBeNull();
    expect(await two.json('GET', '/api/me')).not.toBeNull();
    await two.json('DELETE', '/api/sessions');
    expect(await three.json('GET', '/api/me')).toBeNull();
  });

  it('keeps no secret and no token in the clear', async () => {
    const client = app.client();
    await client.json('POST', '/api/sessions', right);
    const [rows] = await school.sequelize.query(
      "SELECT secret_hash, encode(token_hash, 'escape') AS token FROM people JOIN sessions ON person_id = people.id",
    );
    const stored = JSON.stringify(rows);
    expect(stored).toContain('$argon2id$');
    expect(stored).not.toContain(PASSWORD);
    expect(stored).not.toContain(client.cookies.get('lippet_session'));
  });
});

describe('what comes in', () => {
  let school: SmallSchool;
  let app: ReturnType<typeof appOf>;
  beforeAll(async () => {
    school = await smallSchool();
    app = appOf(school);
  });
  afterAll(() => school.close());

  it.each([
    ['no JSON', '{"code":', 400],
    ['no object', '[]', 400],
    ['a null', 'null', 400],
    ['nothing of what is needed', '{}', 400],
    ['a number for a text', '{"personId":{},"password":"x"}', 400],
    [
      'two ways of saying who',
      '{"personId":"6f9619ff-8b86-4d01-b42d-00cf4fc964ff","signInName":"x","password":"x"}',
      400,
    ],
    ['pictures that do not exist', '{"signInName":"x","pictures":["cat","dog","owl"]}', 400],
    ['too many pictures', '{"signInName":"x","pictures":["kite","kite","kite","kite","kite","kite"]}', 400],
    ['too few pictures', '{"signInName":"x","pictures":["kite","kite"]}', 400],
    ['a name without end', JSON.stringify({ signInName: 'x'.repeat(10_000), password: 'x' }), 400],
    ['more than fits', JSON.stringify({ signInName: 'x'.repeat(400_000), password: 'x' }), 413],
  ])('is refused with a sentence: %s', async (_, body, status) => {
    const response = await app.client().request('POST', '/api/sessions', body, {
      'content-type': 'application/json',
      'content-length': String(body.length),
    });
    expect(response.status).toBe(status);
    const problem = (await response.json()) as { message: string };
    expect(problem.message).toMatch(/^[A-Z].*\.$/);
    expect(JSON.stringify(problem)).not.toMatch(/at .*\.ts|node_modules|TypeError/);
  });

  it('must carry our own header to change anything', async () => {
    const response = await app.app.request(
      '/api/sessions',
      { method: 'POST', body: '{}', headers: { 'content-type': 'application/json' } },
      { address: 'x' },
    );
    expect(response.status).toBe(403);
  });

  it('is answered under a policy that lets nothing in from outside', async () => {
    const policy = (await app.client().request('GET', '/api/health')).headers.get('content-security-policy')!;
    expect(policy).toContain("default-src 'self'");
    expect(policy).not.toMatch(/unsafe|https?:|\*/);
  });

  it('is answered with JSON and 404 where nothing is', async () => {
    const response = await app.client().request('GET', '/api/no-such-thing');
    expect([response.status, await response.json()]).toEqual([404, { code: 'not-found', message: expect.any(String) }]);
  });
});
