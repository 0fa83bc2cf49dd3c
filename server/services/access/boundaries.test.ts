/** Where one group, one school and one learner end, and another begins. */
import { randomUUID } from 'node:crypto';
import type { KeyCard } from '@lippet/core/contract/groups';
import type { PlanView } from '@lippet/core/contract/activities';
import type { GoView } from '@lippet/core/contract/pieces';
import type { ReviewView } from '@lippet/core/contract/reviewing';
import type { UpdateView } from '@lippet/core/contract/updates';
import { appOf, drawInto, extentOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const HOUR = 3_600_000;
/** A Wednesday, ten o'clock at school. */
const START = Date.UTC(2026, 10, 25, 10);

let school: SmallSchool;
let harness: ReturnType<typeof appOf>;
let now: number;
let reed: TestClient;
let dune: TestClient;
beforeEach(async () => {
  now = START;
  school = await smallSchool(now);
  harness = appOf(school, () => now);
  reed = await harness.as('ms-reed');
  dune = await harness.as('mr-dune');
});
afterEach(() => school.close());

const run = (sql: string, replacements: unknown[] = []): Promise<unknown> =>
  school.sequelize.query(sql, { replacements });

/** Ada sends the open work. */
async function sent(): Promise<GoView> {
  const ada = await harness.as('ada');
  const { pieceId } = await ada.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`);
  await drawInto(school, pieceId);
  const extent = await extentOf(school, 'piece', pieceId);
  return ada.json<GoView>('POST', `/api/pieces/${pieceId}/send`, { key: randomUUID(), extent });
}

const learnersOn = async (teacher: TestClient): Promise<string[]> => {
  const { line } = await teacher.json<{ line: { personId: string }[] }>(
    'GET',
    `/api/activities/${school.activities.open}/line`,
  );
  return line.map(({ personId }) => Object.entries(school.people).find(([, id]) => id === personId)![0]).sort();
};

describe('a learner in two groups that have the same work', () => {
  beforeEach(async () => {
    await run(`INSERT INTO memberships (person_id, group_id, role) VALUES (?, ?, 'learner')`, [
      school.people.ada,
      school.groups.dunes,
    ]);
    await run(`INSERT INTO assignments (activity_id, group_id, due) VALUES (?, ?, ?)`, [
      school.activities.open,
      school.groups.dunes,
      new Date(START + HOUR),
    ]);
  });

  it('is on the lists of the one as whose work it counts, and can be answered from each list they are on', async () => {
    const submission = await sent();
    expect([await learnersOn(reed), await learnersOn(dune)]).toEqual([['ada', 'ben'], ['cai']]);
    expect(await dune.json('GET', '/api/waiting')).toEqual([]);
    expect((await dune.request('POST', `/api/goes/${submission.id}/review`)).status).toBe(404);
    expect((await reed.request('POST', `/api/goes/${submission.id}/review`)).status).toBe(200);
  });

  it('is on those of the other once they have left it', async () => {
    const submission = await sent();
    await reed.json('DELETE', `/api/groups/${school.groups.reeds}/learners/${school.people.ada}`);
    expect([await learnersOn(reed), await learnersOn(dune)]).toEqual([['ben'], ['ada', 'cai']]);
    expect((await reed.request('POST', `/api/goes/${submission.id}/review`)).status).toBe(404);
    expect((await dune.request('POST', `/api/goes/${submission.id}/review`)).status).toBe(200);
  });
});

describe('a teacher whose learner has left', () => {
  it('sees what was sent, and can do nothing with it or with them', async () => {
    const submission = await sent();
    const { id, version } = await reed.json<ReviewView>('POST', `/api/goes/${submission.id}/review`);
    await reed.json('DELETE', `/api/groups/${school.groups.reeds}/learners/${school.people.ada}`);
    expect((await reed.request('GET', `/api/goes/${submission.id}/document`)).status).toBe(200);
    const status = async (method: string, path: string, body?: object): Promise<number> =>
      (await reed.request(method, `/api${path}`, body)).status;
    expect(await status('PUT', `/reviews/${id}/note`, { note: 'Still here', version })).toBe(404);
    expect(
      await status('POST', `/reviews/${id}/release`, { outcome: 'finished', note: '', extent: 'AA==', version }),
    ).toBe(404);
    expect(await status('POST', `/groups/${school.groups.reeds}/keys`, { people: [school.people.ada] })).toBe(404);
    expect(await reed.json('GET', '/api/waiting')).toEqual([]);
  });
});

describe('a plan', () => {
  it('that names a group one does not teach, or its learners, tells nothing of them', async () => {
    const id = randomUUID();
    await dune.json('POST', '/api/activities', { id });
    const { plan, version } = await dune.json<PlanView>('GET', `/api/activities/${id}/plan`);
    const group = { group: school.groups.reeds, free: false, folder: null, opens: null, due: null, closes: null };
    const dates = { person: school.people.ada, opens: 9, due: 2, closes: 1 };
    await dune.json('PUT', `/api/activities/${id}/plan`, {
      version,
      plan: { ...plan, title: 'Mine', groups: [group], learners: [dates] },
    });
    const all = [
      await dune.request('GET', `/api/activities/${id}/plan`),
      await dune.request('GET', '/api/activities'),
      await dune.request('POST', `/api/activities/${id}/set`, { version: version + 1 }),
    ];
    for (const response of all) expect(await response.text()).not.toMatch(/Reeds|"ada"|\bada\b/);
  });
});

describe('two schools', () => {
  /** Another school on another clock, with a learner who is called as one of ours. */
  async function anotherSchool(zone: string): Promise<string> {
    const [other, person] = [randomUUID(), randomUUID()];
    await run('INSERT INTO schools (id, name, zone) VALUES (?, ?, ?)', [other, 'Other School', zone]);
    await run(
      `INSERT INTO people (id, school_id, role, name, sign_in_name, secret_kind, secret_hash, badge)
       VALUES (?, ?, 'teacher', 'zora', 'zora', 'password', 'password:x', '#C8472F')`,
      [person, other],
    );
    return person;
  }
  const add = async (signInName: string): Promise<Response> =>
    reed.request('POST', `/api/groups/${school.groups.reeds}/learners`, {
      keys: 'password',
      learners: [{ id: randomUUID(), name: 'Zora New', signInName }],
    });

  it('may have people who would sign in by the same name: nobody is told that the other has one', async () => {
    await anotherSchool('Europe/Dublin');
    const response = await add('zora');
    expect(response.status).toBe(201);
    const [card] = (await response.json()) as KeyCard[];
    expect(card!.signInName).toBe('zora.2');
    expect((await add('ben')).status).toBe(409);
  });

  it('are reminded each by its own clock, also where the clock of one can’t be read', async () => {
    const theirs = await anotherSchool('Pacific/Auckland');
    const broken = await anotherSchoolNamed('Nowhere/At All');
    const due = new Date(Date.UTC(2026, 10, 26, 9)); // 9 in the morning in Dublin, 10 in the evening in Auckland
    await run('UPDATE assignments SET due = ?', [due]);
    await run('UPDATE activities SET teacher_id = ? WHERE id = ?', [broken, school.activities.closed]);
    await run('UPDATE activities SET late_allowed = true');
    await run('UPDATE activities SET teacher_id = ? WHERE id = ?', [theirs, school.activities.later]);
    await run('UPDATE assignments SET opens = NULL');
    await harness.services.reminders.tellAll();
    const told = await (await harness.as('ada')).json<UpdateView[]>('GET', '/api/updates');
    expect(told.map(({ words }) => words).sort()).toEqual([
      'Due tomorrow 10 pm: Later work',
      'Due tomorrow 9 am: Open work',
    ]);
  });

  async function anotherSchoolNamed(zone: string): Promise<string> {
    await run("UPDATE people SET sign_in_name = 'zora.before' WHERE sign_in_name = 'zora'");
    return anotherSchool(zone);
  }
});
