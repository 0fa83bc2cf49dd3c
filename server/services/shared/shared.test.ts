/** One sheet for all, over real sockets against the whole server: what somebody made only they and their teacher change. */
import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import * as Y from 'yjs';
import type { GoView } from '@lippet/core/contract/pieces';
import type { SharedCard, SharedView } from '@lippet/core/contract/shared';
import { newPart } from '@lippet/core/parts/part';
import { noteAdded } from '@lippet/core/parts/shared/sharedAnswer';
import { documentOf, pageItems } from '@lippet/core/page/document';
import { putItem, readItems, topOrder } from '@lippet/core/page/item';
import { layerName, layerOfPerson } from '@lippet/core/page/shared/sharedLayers';
import { freezeShared } from '../../compute/freezeShared';
import { Membership, Part } from '../../models/tables';
import { keepWhatWasSent } from '../media/keepWhatWasSent';
import { keepSharedPictures } from './sharedAccess';
import type { RunningServer } from '../../server';
import { cookieOf, LiveDocument, serverOf, until } from '../../testing/liveDocument';
import { appOf, extentOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

let school: SmallSchool;
let server: RunningServer;
let clients: Record<'ada' | 'ben' | 'cai' | 'teacher' | 'other', TestClient>;
let opened: { destroy(): void }[] = [];
const PART = randomUUID();
const PAGE = `${PART}.1`;

beforeEach(async () => {
  school = await smallSchool();
  await Part.destroy({ where: { activityId: school.activities.open } });
  await Part.create({
    ...newPart('shared', PART, 'Harbour wall'),
    activityId: school.activities.open,
    position: 0,
  } as never);
  const { as } = appOf(school);
  clients = {
    ada: await as('ada'),
    ben: await as('ben'),
    cai: await as('cai'),
    teacher: await as('ms-reed'),
    other: await as('mr-dune'),
  };
  server = await serverOf(school);
});
afterEach(async () => {
  for (const one of opened) one.destroy();
  opened = [];
  await server.close();
  await school.close();
});

const pieceOf = async (client: TestClient): Promise<string> =>
  (await client.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`)).pieceId;
const sheetOf = async (client: TestClient): Promise<SharedView> =>
  client.json<SharedView>('POST', `/api/pieces/${await pieceOf(client)}/shared/${PART}`);

/** Asks the very server to which the sockets lead. */
const setWays = (client: TestClient, id: string, ways: { closed: boolean; hides: boolean }): Promise<Response> =>
  fetch(`http://127.0.0.1:${server.port}/api/shared/${id}/ways`, {
    method: 'PUT',
    headers: { 'x-lippet': '1', 'content-type': 'application/json', cookie: cookieOf(client) },
    body: JSON.stringify(ways),
  });

/** Opens the sheet on a device of its own. */
function openSheet(id: string, client: TestClient): LiveDocument {
  const live = new LiveDocument(server.port, `shared:${id}`, cookieOf(client));
  opened.push(live);
  return live;
}

const ready = (live: LiveDocument): Promise<void> =>
  until(() => live.failed || live.provider.isSynced, 'the sheet opens');

const itemsOf = (doc: Y.Doc, person: string) => layerOfPerson(doc, { person, page: PAGE });
function write(doc: Y.Doc, person: string, id: string): void {
  const items = itemsOf(doc, person);
  const look = { text: id, lines: [id], width: 80, size: 14, font: 'reading', colour: '#1C2A33', align: 'left' };
  putItem(items, id, { kind: 'text', ...look, order: topOrder(items), at: 1 });
}
const atSchool = (id: string): Promise<Y.Doc> => school.log.document({ kind: 'shared', id });

/** Everything of a group on one sheet. */
async function twoAtWork() {
  const { id } = await sheetOf(clients.ada);
  const [ada, ben, teacher] = [openSheet(id, clients.ada), openSheet(id, clients.ben), openSheet(id, clients.teacher)];
  await Promise.all([ada, ben, teacher].map(ready));
  write(ada.doc, school.people.ada, 'boat');
  write(ben.doc, school.people.ben, 'gull');
  for (const { doc } of [ada, ben, teacher])
    await until(
      () => itemsOf(doc, school.people.ada).has('boat') && itemsOf(doc, school.people.ben).has('gull'),
      'both are seen by all',
    );
  return { id, ada, ben, teacher };
}

it('the group shares one sheet, however often and by whomever it is asked for at once', async () => {
  const views = await Promise.all([sheetOf(clients.ada), sheetOf(clients.ben), sheetOf(clients.ada)]);
  expect(new Set(views.map(({ id }) => id)).size).toBe(1);
  expect(views[0]).toMatchObject({
    crew: null,
    closed: false,
    teaches: false,
    teachers: ['ms-reed'],
    people: [{ name: 'ada' }, { name: 'ben' }],
    pages: [{ id: PAGE }],
  });
  const cards = await clients.teacher.json<SharedCard[]>(
    'POST',
    `/api/activities/${school.activities.open}/groups/${school.groups.reeds}/shared`,
  );
  expect(cards).toMatchObject([{ id: views[0]!.id, people: 2, part: { title: 'Harbour wall' } }]);
});

it('is seen by nobody else, over HTTP and at the socket', async () => {
  const { id } = await sheetOf(clients.ada);
  const list = `/api/activities/${school.activities.open}/groups/${school.groups.reeds}/shared`;
  const piece = await pieceOf(clients.ada);
  for (const client of [clients.cai, clients.other]) {
    expect((await client.request('GET', `/api/shared/${id}`)).status).toBe(404);
    expect((await client.request('POST', list)).status).toBe(404);
    expect((await client.request('POST', `/api/pieces/${piece}/shared/${PART}`)).status).toBe(404);
    expect((await client.request('PUT', `/api/shared/${id}/ways`, { closed: true, hides: false })).status).toBe(404);
    const device = openSheet(id, client);
    await until(() => device.failed, 'the socket refuses');
  }
  // A learner leads nothing.
  expect((await clients.ada.request('PUT', `/api/shared/${id}/ways`, { closed: true, hides: false })).status).toBe(404);
  expect((await clients.ada.request('POST', list)).status).toBe(404);
});

it.each([
  ['takes away', (doc: Y.Doc, ben: string) => itemsOf(doc, ben).delete('gull')],
  ['changes', (doc: Y.Doc, ben: string) => itemsOf(doc, ben).get('gull')!.set('text', 'wiped')],
  ['adds to', (doc: Y.Doc, ben: string) => write(doc, ben, 'in your name')],
  ['writes outside of every layer for', (doc: Y.Doc) => doc.getArray('pages').push(['x'])],
  [
    'hides it among own work from',
    (doc: Y.Doc, ben: string) =>
      doc.transact(() => {
        write(doc, school.people.ada, 'honest');
        itemsOf(doc, ben).clear();
      }),
  ],
])('a device that %s somebody else is not heard, and they lose nothing', async (_word, harm) => {
  const { id, ada, ben } = await twoAtWork();
  harm(ada.doc, school.people.ben);
  await until(() => ada.news.some(({ kind, why }) => kind === 'full' && why === 'not-yours'), 'it is told so');
  write(ben.doc, school.people.ben, 'goes on');
  await until(async () => itemsOf(await atSchool(id), school.people.ben).has('goes on'), 'the other goes on');
  const doc = await atSchool(id);
  const kept = readItems(itemsOf(doc, school.people.ben)).map((item) => item.kind === 'text' && item.text);
  expect(kept).toEqual(['gull', 'goes on']);
  expect(doc.getArray('pages').length).toBe(0);
  expect(itemsOf(doc, school.people.ada).has('honest')).toBe(false);
});

it('nobody speaks from another’s device, so that their next stroke would be taken for known', async () => {
  const { id, ada, ben } = await twoAtWork();
  const liar = new Y.Doc();
  Y.applyUpdate(liar, Y.encodeStateAsUpdate(ada.doc));
  liar.clientID = ben.doc.clientID;
  liar.once('update', (update: Uint8Array) => Y.applyUpdate(ada.doc, update, 'mine'));
  write(liar, school.people.ada, 'first');
  await until(() => ada.news.some(({ why }) => why === 'not-yours'), 'the lie is refused');
  write(ben.doc, school.people.ben, 'real');
  await until(async () => itemsOf(await atSchool(id), school.people.ben).has('real'), 'the real one is kept');
});

it('one alone can’t fill what belongs to all', async () => {
  const { id, ada, ben } = await twoAtWork();
  const filler = 'x'.repeat(700_000);
  for (let i = 0; i < 4; i++) {
    itemsOf(ada.doc, school.people.ada).get('boat')!.set(`filler ${i}`, filler);
    await until(() => !ada.provider.hasUnsyncedChanges || ada.news.some(({ kind }) => kind === 'full'), 'it is heard');
  }
  expect(ada.news.filter(({ kind }) => kind === 'full')).toMatchObject([{ why: 'no-room' }]);
  write(ben.doc, school.people.ben, 'has room');
  await until(async () => itemsOf(await atSchool(id), school.people.ben).has('has room'), 'the other goes on');
});

it('the teacher clears a place, brings it back, and tidies while it is closed to learners', async () => {
  const { id, ada, teacher } = await twoAtWork();
  const before = itemsOf(teacher.doc, school.people.ada).get('boat')!.toJSON();
  itemsOf(teacher.doc, school.people.ada).delete('boat');
  await until(() => !itemsOf(ada.doc, school.people.ada).has('boat'), 'it is cleared');
  await setWays(clients.teacher, id, { closed: true, hides: true });
  await until(() => ada.news.some(({ kind }) => kind === 'frozen'), 'the learner is told that it is closed');
  write(ada.doc, school.people.ada, 'too late');
  putItem(itemsOf(teacher.doc, school.people.ada), 'boat', before as Record<string, unknown>);
  await until(() => itemsOf(ada.doc, school.people.ada).has('boat'), 'it is back');
  expect(itemsOf(await atSchool(id), school.people.ada).has('too late')).toBe(false);
  expect(await clients.ada.json('GET', `/api/shared/${id}`)).toMatchObject({ closed: true, hides: true });
  await setWays(clients.teacher, id, { closed: false, hides: true });
  await until(() => ada.news.some(({ kind }) => kind === 'open'), 'it is open again');
});

it('all who have it open are told who else has', async () => {
  const { ada } = await twoAtWork();
  const people = (): string[] => {
    const here = ada.news.filter(({ kind }) => kind === 'here').at(-1) as unknown as
      { people: { name: string }[] } | undefined;
    return (here?.people ?? []).map(({ name }) => name).sort();
  };
  await until(() => people().length === 3, 'all three are told of');
  expect(people()).toEqual(['ada', 'ben', 'ms-reed']);
});

it('what is sent holds the sheet as it was, with what is one’s own told apart; then nothing more is added', async () => {
  const { id } = await twoAtWork();
  const piece = await pieceOf(clients.ada);
  const draft = await school.log.document({ kind: 'piece', id: piece });
  const before = Y.encodeStateVector(draft);
  noteAdded(draft, PART, 1);
  await school.log.append({ kind: 'piece', id: piece }, Y.encodeStateAsUpdate(draft, before));
  const extent = await extentOf(school, 'piece', piece);
  const go = await clients.ada.json<GoView>('POST', `/api/pieces/${piece}/send`, { key: randomUUID(), extent });
  const sent = await clients.teacher.request('GET', `/api/goes/${go.id}/document`);
  const doc = documentOf(new Uint8Array(await sent.arrayBuffer()));
  const items = readItems(pageItems(doc, PAGE)!);
  expect(items.map((item) => [item.kind === 'text' && item.text, item.others ?? false])).toEqual([
    ['gull', true],
    ['boat', false],
  ]);
  const late = openSheet(id, clients.ada);
  await ready(late);
  expect(late.scope).toBe('readonly');
});

it('a picture on the sheet is seen by all who fill it, where whose it is has put it there, and by nobody else', async () => {
  const { id, ada, ben } = await twoAtWork();
  const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="20" height="10"><rect width="9" height="9"/></svg>';
  const { id: media } = (await (await clients.ada.bring(await pieceOf(clients.ada), svg)).json()) as { id: string };
  const put = (doc: Y.Doc, person: string): void => {
    const items = itemsOf(doc, person);
    const look = { media, width: 40, height: 20, crop: [0, 0, 1, 1], alt: 'A buoy', matrix: [1, 0, 0, 1, 9, 9] };
    putItem(items, `picture of ${person}`, { kind: 'picture', ...look, order: topOrder(items), at: 2 });
  };
  const seen = async (client: TestClient): Promise<number> =>
    (await client.request('GET', `/api/media/${media}`)).status;
  // Named by somebody else alone, it is shown to nobody.
  put(ben.doc, school.people.ben);
  await until(async () => itemsOf(await atSchool(id), school.people.ben).size === 2, 'it is named');
  await keepSharedPictures(school.log, id);
  expect(await seen(clients.ben)).toBe(404);
  itemsOf(ben.doc, school.people.ben).delete(`picture of ${school.people.ben}`);
  put(ada.doc, school.people.ada);
  await until(async () => (await seen(clients.ben)) === 200, 'the sheet has come to rest');
  expect([await seen(clients.teacher), await seen(clients.cai)]).toEqual([200, 404]);
  // Named by somebody else as well, it does not go away.
  put(ben.doc, school.people.ben);
  await until(async () => itemsOf(await atSchool(id), school.people.ben).size === 2, 'it is named again');
  await keepSharedPictures(school.log, id);
  expect(await seen(clients.teacher)).toBe(200);
});

it('a picture whose file comes after the sheet has come to rest is seen by all from then on', async () => {
  const { id, ada } = await twoAtWork();
  const media = randomUUID();
  const items = itemsOf(ada.doc, school.people.ada);
  const look = { media, width: 40, height: 20, crop: [0, 0, 1, 1], alt: '', matrix: [1, 0, 0, 1, 9, 9] };
  putItem(items, 'late', { kind: 'picture', ...look, order: topOrder(items), at: 2 });
  await until(async () => itemsOf(await atSchool(id), school.people.ada).size === 2, 'it is named');
  await keepSharedPictures(school.log, id);
  const seen = async (): Promise<number> => (await clients.ben.request('GET', `/api/media/${media}`)).status;
  expect(await seen()).toBe(404);
  const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="20" height="10"><rect width="9" height="9"/></svg>';
  expect((await clients.ada.bring(await pieceOf(clients.ada), svg, media)).ok).toBe(true);
  expect(await seen()).toBe(200);
});

it('a go keeps the pictures that others had put on the sheet, also when those are taken off and thrown away', async () => {
  const { id, ada, ben } = await twoAtWork();
  const red =
    '<svg xmlns="http://www.w3.org/2000/svg" width="20" height="10"><rect width="20" height="10" fill="red"/></svg>';
  const [ofAda, ofBen] = [await pieceOf(clients.ada), await pieceOf(clients.ben)];
  const [laid, other] = await Promise.all(
    [red, red.replace('red', 'lime')].map(
      async (svg) => (await (await clients.ada.bring(ofAda, svg)).json()) as { id: string },
    ),
  );
  const put = (doc: Y.Doc, person: string, media: string): void => {
    const items = itemsOf(doc, person);
    const look = { media, width: 400, height: 200, crop: [0, 0, 1, 1], alt: '', matrix: [1, 0, 0, 1, 60, 60] };
    putItem(items, `picture ${media}`, { kind: 'picture', ...look, order: topOrder(items), at: 2 });
  };
  put(ada.doc, school.people.ada, laid!.id);
  // One that its owner put nowhere is shown to nobody, whoever names it.
  put(ben.doc, school.people.ben, other!.id);
  for (const { name, size } of [
    { name: 'ada', size: 2 },
    { name: 'ben', size: 2 },
  ] as const)
    await until(async () => itemsOf(await atSchool(id), school.people[name]).size === size, 'it is named');
  const draft = await school.log.document({ kind: 'piece', id: ofBen });
  noteAdded(draft, PART, 1);
  await school.log.append({ kind: 'piece', id: ofBen }, Y.encodeStateAsUpdate(draft));
  itemsOf(ben.doc, school.people.ben).delete(`picture ${other!.id}`);
  await until(async () => itemsOf(await atSchool(id), school.people.ben).size === 1, 'it is off');
  const extent = await extentOf(school, 'piece', ofBen);
  const go = await clients.ben.json<GoView>('POST', `/api/pieces/${ofBen}/send`, { key: randomUUID(), extent });
  itemsOf(ada.doc, school.people.ada).delete(`picture ${laid!.id}`);
  await until(async () => itemsOf(await atSchool(id), school.people.ada).size === 1, 'it is off');
  await keepSharedPictures(school.log, id);
  await keepWhatWasSent(ofAda);
  const seen = async (client: TestClient, media: string): Promise<number> =>
    (await client.request('GET', `/api/media/${media}`)).status;
  const all = [clients.ben, clients.teacher, clients.cai, clients.other];
  expect(await Promise.all(all.map((client) => seen(client, laid!.id)))).toEqual([200, 200, 404, 404]);
  expect(await seen(clients.ben, other!.id)).toBe(404);
  const picture = await clients.teacher.request('GET', `/api/goes/${go.id}/picture`);
  const { channels } = await sharp(Buffer.from(await picture.arrayBuffer())).stats();
  // Of what others made, a part of the colour is left.
  expect(channels[0]!.mean - channels[1]!.mean).toBeGreaterThan(10);
});

/** Whether a device holds a word anywhere, also in what it could not make anything of yet. */
const holds = (doc: Y.Doc, word: string): boolean => Buffer.from(Y.encodeStateAsUpdate(doc)).includes(word);

it('what others made does not leave school for whoever has added nothing yet, where it is hidden at first', async () => {
  const { id } = await sheetOf(clients.ada);
  expect((await setWays(clients.teacher, id, { closed: false, hides: true })).status).toBe(204);
  const ben = openSheet(id, clients.ben);
  await ready(ben);
  write(ben.doc, school.people.ben, 'gull');
  await until(() => ben.provider.unsyncedChanges === 0, 'the gull is at school');
  const [ada, teacher] = [openSheet(id, clients.ada), openSheet(id, clients.teacher)];
  await Promise.all([ada, teacher].map(ready));
  write(ben.doc, school.people.ben, 'seal');
  itemsOf(ben.doc, school.people.ben).delete('gull');
  write(ben.doc, school.people.ben, 'tern');
  await until(() => holds(teacher.doc, 'seal') && holds(teacher.doc, 'tern'), 'the teacher sees all');
  // Said after it, this comes after whatever else was sent.
  await setWays(clients.teacher, id, { closed: false, hides: true });
  await until(() => ada.wasTold('said'), 'a word from school');
  expect(['gull', 'seal', 'tern', school.people.ben].filter((word) => holds(ada.doc, word))).toEqual([]);

  write(ada.doc, school.people.ada, 'boat');
  await until(() => itemsOf(ada.doc, school.people.ben).size === 2, 'ben’s work comes');
  expect([...itemsOf(ada.doc, school.people.ben).keys()].sort()).toEqual(['seal', 'tern']);
  expect(itemsOf(ben.doc, school.people.ada).has('boat')).toBe(true);
  // From now on it comes as it is made, and on another device of theirs at once.
  write(ben.doc, school.people.ben, 'rope');
  await until(() => itemsOf(ada.doc, school.people.ben).has('rope'), 'the rope comes');
  const other = openSheet(id, clients.ada);
  await until(() => itemsOf(other.doc, school.people.ben).size === 3, 'all of it is there');
});

it('hidden while it is open, what others make stays away; shown again, it comes', async () => {
  const { id } = await sheetOf(clients.ada);
  const [ada, ben] = [openSheet(id, clients.ada), openSheet(id, clients.ben)];
  await Promise.all([ada, ben].map(ready));
  await setWays(clients.teacher, id, { closed: false, hides: true });
  write(ben.doc, school.people.ben, 'gull');
  await until(() => ben.provider.unsyncedChanges === 0, 'the gull is at school');
  await setWays(clients.teacher, id, { closed: true, hides: true });
  await until(() => ada.wasTold('frozen'), 'a word from school');
  expect(holds(ada.doc, 'gull')).toBe(false);
  await setWays(clients.teacher, id, { closed: false, hides: false });
  await until(() => itemsOf(ada.doc, school.people.ben).has('gull'), 'the gull comes');
});

it('a picture that others put there is shown once one has added something, where it is hidden at first', async () => {
  const { id } = await sheetOf(clients.ben);
  const ben = openSheet(id, clients.ben);
  await ready(ben);
  await setWays(clients.teacher, id, { closed: false, hides: true });
  const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="20" height="10"><rect width="9" height="9"/></svg>';
  const { id: media } = (await (await clients.ben.bring(await pieceOf(clients.ben), svg)).json()) as { id: string };
  const look = { media, width: 40, height: 20, crop: [0, 0, 1, 1], alt: '', matrix: [1, 0, 0, 1, 9, 9] };
  const items = itemsOf(ben.doc, school.people.ben);
  putItem(items, 'picture', { kind: 'picture', ...look, order: topOrder(items), at: 2 });
  await until(async () => itemsOf(await atSchool(id), school.people.ben).size === 1, 'it is named');
  await keepSharedPictures(school.log, id);
  const seen = async (client: TestClient): Promise<number> =>
    (await client.request('GET', `/api/media/${media}`)).status;
  expect([await seen(clients.teacher), await seen(clients.ada)]).toEqual([200, 404]);
  const ada = openSheet(id, clients.ada);
  await ready(ada);
  write(ada.doc, school.people.ada, 'boat');
  await until(async () => (await seen(clients.ada)) === 200, 'it is shown');
});

it.each([
  { hides: true, adds: false, shown: false },
  { hides: true, adds: true, shown: true },
  { hides: false, adds: false, shown: true },
])('a go of a sheet holds what its learner was shown: hides $hides, adds $adds', ({ hides, adds, shown }) => {
  const sheet = new Y.Doc();
  write(sheet, 'ben', 'gull');
  if (adds) write(sheet, 'ada', 'boat');
  const pages = [{ id: PAGE, part: PART, width: 595, height: 842, background: { kind: 'blank' as const } }];
  const updates = [Y.encodeStateAsUpdate(sheet)];
  const { document } = freezeShared({ document: null, person: 'ada', sheets: [{ pages, updates, hides }] });
  expect(holds(documentOf(document), 'gull')).toBe(shown);
});

it('each crew has a sheet of its own, and sees no other', async () => {
  await Part.update({ settings: { sheets: [], by: 'crew' } as never }, { where: { id: PART } });
  const { open } = school.activities;
  const crews = ['ada', 'ben'].map((name) => ({
    id: randomUUID(),
    name: `Crew of ${name}`,
    note: '',
    meetsAt: null,
    link: null,
    learners: [school.people[name as 'ada']],
  }));
  await clients.teacher.json('PUT', `/api/activities/${open}/groups/${school.groups.reeds}/crews`, { crews });
  const [ofAda, ofBen] = [await sheetOf(clients.ada), await sheetOf(clients.ben)];
  expect([ofAda.crew, ofBen.crew]).toEqual(['Crew of ada', 'Crew of ben']);
  expect((await clients.ben.request('GET', `/api/shared/${ofAda.id}`)).status).toBe(404);
  const device = openSheet(ofAda.id, clients.ben);
  await until(() => device.failed, 'the socket refuses');
  const list = `/api/activities/${open}/groups/${school.groups.reeds}/shared`;
  const cards = await clients.teacher.json<SharedCard[]>('POST', list);
  expect(cards.map(({ crew }) => crew).sort()).toEqual(['Crew of ada', 'Crew of ben']);
});

it('each keeps their place, whoever comes or goes', async () => {
  await Part.update({ settings: { sheets: [], by: 'group', places: true } as never }, { where: { id: PART } });
  const seatsOf = async () => (await sheetOf(clients.ada)).people.map(({ name, seat }) => `${name} ${seat}`).sort();
  expect(await seatsOf()).toEqual(['ada 1', 'ben 2']);
  await Membership.update({ leftAt: new Date() }, { where: { personId: school.people.ada } });
  await Membership.create({ personId: school.people.cai, groupId: school.groups.reeds, role: 'learner' });
  await Membership.update({ leftAt: null }, { where: { personId: school.people.ada } });
  expect(await seatsOf()).toEqual(['ada 1', 'ben 2', 'cai 3']);
  expect((await sheetOf(clients.ada)).places).toBe(4);
});

it('whoever leaves the group has left the sheet', async () => {
  const { id } = await twoAtWork();
  await Membership.update({ leftAt: new Date() }, { where: { personId: school.people.ben } });
  expect((await clients.ben.request('GET', `/api/shared/${id}`)).status).toBe(404);
  const device = openSheet(id, clients.ben);
  await until(() => device.failed, 'the socket refuses');
});

it('the log names nobody’s layer but by id', async () => {
  const { id } = await twoAtWork();
  expect([...(await atSchool(id)).share.keys()].sort()).toEqual(
    ['ada', 'ben'].map((name) => layerName({ person: school.people[name as 'ada'], page: PAGE })).sort(),
  );
});
