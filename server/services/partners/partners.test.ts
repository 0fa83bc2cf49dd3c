/** Learners who look at each other's work: who gets whose, what they may see and say, and what comes of it. */
import { createHash, randomUUID } from 'node:crypto';
import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import * as Y from 'yjs';
import type { PlanView } from '@lippet/core/contract/activities';
import type { PieceView } from '@lippet/core/contract/pieces';
import type { ReviewView } from '@lippet/core/contract/reviewing';
import type { UpdateView } from '@lippet/core/contract/updates';
import { writeWav } from '@lippet/core/sound/wav';
import { NEW_PARTNERS, type PartnerPlan } from '@lippet/core/review/partners/partnerPlan';
import { makeCompute } from '../../compute/compute';
import { makeLogger } from '../../logging';
import { Activity } from '../../models/tables';
import { SESSION_COOKIE } from '../../routes/cookies';
import { documentAccess } from '../pieces/documentAccess';
import { MeasuringService } from '../pieces/measuring';
import { PieceFactsService } from '../pieces/pieceFacts';
import { ASKS, NAMES, PartneredSchool, ROW, type Name } from '../../testing/partneredSchool';
import { extentOf, type TestClient, uploadHeaders } from '../../testing/smallSchool';

const HOUR = 3_600_000;

let partnered: PartneredSchool;
let school: PartneredSchool['school'];
let app: PartneredSchool['app'];
let teacher: TestClient;
let learners: PartneredSchool['learners'];

async function begin(plan: Partial<PartnerPlan> = {}): Promise<void> {
  partnered = await PartneredSchool.begin(plan);
  ({ school, app, teacher, learners } = partnered);
}
afterEach(() => school.close());

const upToDate = () => partnered.upToDate();
const send = (name: Name) => partnered.send(name);
const duties = (name: Name) => partnered.duties(name);
const cardsOf = (name: Name) => partnered.cardsOf(name);
const open = (name: Name, id: string) => partnered.open(name, id);
const say = (name: Name, id: string, change: object) => partnered.say(name, id, change);
const give = (name: Name, id: string) => partnered.give(name, id);
const giveNote = (name: Name, id: string, note: string) => partnered.giveNote(name, id, note);
const mark = (id: string, fields?: object) => partnered.mark(id, fields);
const answersTo = (name: Name) => partnered.answersTo(name);
const board = () => partnered.board();
const newsOf = (name: Name) => learners[name].json<UpdateView[]>('GET', '/api/updates');
const nameOf = (id: string) => partnered.nameOf(id);

it('gives nobody a partner before somebody else has sent, and then to each who has sent as many as the others', async () => {
  await begin();
  await send('ada');
  expect(await duties('ada')).toEqual([]);
  expect((await board()).waiting).toBe('Partners begin when 2 have sent. So far 1 yet.');
  for (const name of ['ben', 'dee', 'eve'] as const) await send(name);
  for (const name of NAMES) expect(await cardsOf(name)).toMatchObject([{ state: 'to-do' }, { state: 'to-do' }]);
  const { reviews, seed } = await board();
  expect(seed).not.toBeNull();
  for (const side of ['reviewer', 'author'] as const)
    for (const name of NAMES)
      expect(reviews.filter((review) => review[side] === school.people[name as 'ada'])).toHaveLength(2);
});

it('is given out once, however many send at the same moment', async () => {
  await begin();
  await Promise.all(NAMES.map(send));
  await Promise.all([upToDate(), upToDate(), upToDate(), upToDate()]);
  const { reviews } = await board();
  expect(reviews).toHaveLength(8);
  expect(new Set(reviews.map(({ reviewer, author }) => `${reviewer} ${author}`)).size).toBe(8);
});

it('what is opened while somebody else sends is begun, or is there no more; never half of it', async () => {
  await begin({ reviews: 1 });
  for (const name of ['ada', 'ben'] as const) await send(name);
  const [card] = await cardsOf('ada');
  const opening = learners.ada.request('POST', `/api/partner-reviews/${card!.id}/open`);
  const [{ status }] = await Promise.all([opening, send('dee'), upToDate(), upToDate()]);
  expect([200, 404]).toContain(status);
  const there = await learners.ada.request('GET', `/api/partner-reviews/${card!.id}/document`);
  expect(there.status).toBe(status);
  expect((await cardsOf('ada')).some(({ id }) => id === card!.id)).toBe(status === 200);
  // Who comes to another’s partner has one all the same.
  expect(await cardsOf('ada')).toHaveLength(1);
});

it('begins at its time, or when enough have sent', async () => {
  await begin({ start: 'time', at: Date.now() + HOUR });
  for (const name of ['ada', 'ben'] as const) await send(name);
  expect(await duties('ada')).toEqual([]);
  partnered.now += 2 * HOUR;
  await upToDate();
  expect(await cardsOf('ada')).toHaveLength(1);
  await school.close();
  await begin({ start: 'enough', enough: 3 });
  for (const name of ['ada', 'ben'] as const) await send(name);
  expect(await duties('ada')).toEqual([]);
  await send('dee');
  expect(await cardsOf('ada')).toHaveLength(2);
});

it('leaves no hole where somebody never sends, and fits in whoever comes late', async () => {
  await begin({ reviews: 1 });
  for (const name of ['ada', 'ben'] as const) await send(name);
  const [card] = await cardsOf('ada');
  await giveNote('ada', card!.id, 'The mast is too short');
  await send('dee');
  const gives = async () => (await board()).reviews.map(({ reviewer, author }) => [nameOf(reviewer), nameOf(author)]);
  // What was given stays; eve, who never sends, is nobody's partner.
  expect(await gives()).toContainEqual(['ada', 'ben']);
  expect((await gives()).flat()).not.toContain('eve');
  expect(await cardsOf('dee')).toHaveLength(1);
  expect(new Set((await gives()).map(([, author]) => author))).toEqual(new Set(['ada', 'ben', 'dee']));
});

it('waits while a partner has taken the work back, goes on with what is sent then, and gives up after a day', async () => {
  await begin({ reviews: 1 });
  for (const name of ['ada', 'ben', 'dee'] as const) await send(name);
  const [card] = await cardsOf('ada');
  const author = nameOf((await board()).reviews.find(({ id }) => id === card!.id)!.author);
  await open('ada', card!.id);
  await say('ada', card!.id, { note: 'Half a note' });
  await learners[author].request('POST', `/api/pieces/${partnered.pieces[author]}/take-back`);
  await upToDate();
  expect(await cardsOf('ada')).toEqual([{ ...card, state: 'waits' }]);
  expect((await learners.ada.request('GET', `/api/partner-reviews/${card!.id}/document`)).status).toBe(404);
  expect((await give('ada', card!.id)).status).toBe(409);
  await send(author);
  expect(await open('ada', card!.id)).toMatchObject({ state: 'begun', note: 'Half a note' });
  expect((await give('ada', card!.id)).status).toBe(204);
  await learners[author].request('POST', `/api/pieces/${partnered.pieces[author]}/take-back`);
  partnered.now += 25 * HOUR;
  await upToDate();
  expect((await board()).reviews.map((review) => review.reviewer)).not.toContain(school.people[author as 'ada']);
});

it('gives what is asked for and nothing less; once given it stays, but for a minute in which it is taken back', async () => {
  await begin({ reviews: 1, asks: { marks: true, note: true, told: false, rows: [ROW] } });
  for (const name of ['ada', 'ben'] as const) await send(name);
  const [card] = await cardsOf('ada');
  const { id } = card!;
  await open('ada', id);
  const refusal = await give('ada', id);
  expect(refusal.status).toBe(422);
  expect(((await refusal.json()) as { message: string }).message).toBe(
    'Before it goes, your partner still needs: a mark on the work; a note; a choice in 1 line of what good work shows.',
  );
  expect(await cardsOf('ada')).toMatchObject([{ state: 'to-do' }]);
  await say('ada', id, { note: 'Look at the keel', levels: { [ROW]: 1 } });
  await mark(id);
  expect((await give('ada', id)).status).toBe(204);
  expect((await give('ada', id)).status).toBe(204);
  expect((await say('ada', id, { note: 'Something else' })).status).toBe(409);
  expect(await answersTo('ben')).toMatchObject([
    { name: 'Partner 1', note: 'Look at the keel', lines: [{ title: 'Lines', words: 'nearly' }] },
  ]);
  expect((await learners.ada.request('DELETE', `/api/partner-reviews/${id}/give`)).status).toBe(204);
  expect(await answersTo('ben')).toEqual([]);
  await give('ada', id);
  partnered.now += 2 * 60_000;
  expect((await learners.ada.request('DELETE', `/api/partner-reviews/${id}/give`)).status).toBe(409);
});

it('tells nothing of who it is where there are no names, in nothing that either side is sent', async () => {
  await begin({ reviews: 1 });
  for (const name of ['ada', 'ben'] as const) await send(name);
  const [card] = await cardsOf('ada');
  await giveNote('ada', card!.id, 'Good sails');
  const [back] = await answersTo('ben');
  const { id } = card!;
  const toAda = [
    await learners.ada.json('GET', '/api/now/partners'),
    await open('ada', id),
    await newsOf('ada'),
    (await learners.ada.request('GET', `/api/partner-reviews/${id}/document`)).headers.get('content-disposition'),
    Buffer.from(
      await (await learners.ada.request('GET', `/api/partner-reviews/${id}/document`)).arrayBuffer(),
    ).toString('latin1'),
  ];
  const copy = await learners.ada.request('GET', `/api/partner-reviews/${id}/copy.pdf`);
  toAda.push(copy.headers.get('content-disposition'), Buffer.from(await copy.arrayBuffer()).toString('latin1'));
  expect(copy.status).toBe(200);
  const toBen = [back, await newsOf('ben')];
  for (const [told, name] of [
    [toAda, 'ben'],
    [toBen, 'ada'],
  ] as const) {
    const all = JSON.stringify(told);
    expect(all).not.toMatch(new RegExp(`\\b${name}\\b`, 'i'));
    expect(all).not.toContain(school.people[name]);
  }
  // The author's go and piece are not told either.
  expect(JSON.stringify(toAda)).not.toContain(partnered.pieces.ben);
  expect(JSON.stringify(toAda)).not.toContain(back!.goId);
});

it('a file that is in the work is seen by the partner alone, and says nothing of who wrote it', async () => {
  await begin({ reviews: 1 });
  await send('ada');
  const { open: activity } = school.activities;
  const { pieceId } = await learners.ben.json<{ pieceId: string }>('POST', `/api/activities/${activity}/piece`);
  const pdf = await PDFDocument.create();
  pdf.setAuthor('Ben of the Reeds');
  pdf.setTitle('By Ben');
  pdf.addPage([300, 400]).drawText('A boat');
  const media = randomUUID();
  const bytes = Buffer.from(await pdf.save());
  const headers = uploadHeaders(`pieces/${pieceId}`, media, bytes.length);
  expect((await learners.ben.request('POST', '/api/uploads', bytes, headers)).status).toBe(201);
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  await learners.ben.json('POST', `/api/pieces/${pieceId}/media/${media}`, { sha256 });
  const get = (name: Name) => learners[name].request('GET', `/api/media/${media}`);
  expect((await get('ada')).status).toBe(404);
  partnered.now = Date.now() + 1_000;
  await send('ben');
  const { reviews } = await board();
  const { id, reviewer } = reviews.find(({ author }) => author === school.people.ben)!;
  expect(nameOf(reviewer)).toBe('ada');
  expect((await get('ada')).status).toBe(404);
  await open('ada', id);
  const seen = await get('ada');
  expect(seen.status).toBe(200);
  const read = await PDFDocument.load(await seen.arrayBuffer(), { updateMetadata: false });
  expect([read.getAuthor(), read.getTitle(), read.getPageCount()]).toEqual([undefined, undefined, 1]);
  // Its owner has it as it came; classmates do not have it.
  const own = await PDFDocument.load(await (await get('ben')).arrayBuffer(), { updateMetadata: false });
  expect(own.getAuthor()).toBe('Ben of the Reeds');
  expect((await get('dee')).status).toBe(404);
});

it('names both where it is so said', async () => {
  await begin({ reviews: 1, named: true });
  for (const name of ['ada', 'ben'] as const) await send(name);
  const [card] = await cardsOf('ada');
  expect(card!.name).toBe('ben');
  await giveNote('ada', card!.id, 'Good sails');
  expect(await answersTo('ben')).toMatchObject([{ name: 'ada', note: 'Good sails' }]);
  expect((await newsOf('ben'))[0]!.words).toBe('ada has looked at your work: Open work');
});

it('a picture that a partner puts there is theirs until it is given, and then the author’s to see', async () => {
  await begin({ reviews: 1, asks: { ...ASKS, note: false, marks: true } });
  for (const name of ['ada', 'ben'] as const) await send(name);
  const [card] = await cardsOf('ada');
  const { id } = card!;
  await open('ada', id);
  const media = randomUUID();
  await mark(id, { kind: 'picture', media, width: 80, height: 60, crop: [0, 0, 1, 1], matrix: [1, 0, 0, 1, 20, 20] });
  // It is waited for until it is at school.
  expect((await give('ada', id)).status).toBe(409);
  const png = await sharp({ create: { width: 80, height: 60, channels: 3, background: '#2A6A8C' } })
    .png()
    .toBuffer();
  const home = `groups/${school.groups.reeds}` as const;
  const brought = await learners.ada.request('POST', '/api/uploads', png, uploadHeaders(home, media, png.length));
  expect(brought.status).toBe(201);
  const sha256 = createHash('sha256').update(png).digest('hex');
  await learners.ada.json('POST', `/api/${home}/media/${media}`, { sha256 });
  const seenBy = async (client: TestClient) => (await client.request('GET', `/api/media/${media}`)).status;
  expect([await seenBy(learners.ada), await seenBy(learners.ben), await seenBy(teacher)]).toEqual([200, 404, 404]);
  expect((await give('ada', id)).status).toBe(204);
  expect([await seenBy(learners.ben), await seenBy(teacher), await seenBy(learners.dee)]).toEqual([200, 200, 404]);
  const copy = await learners.ada.request('GET', `/api/partner-reviews/${id}/copy.pdf`);
  const pdf = await PDFDocument.load(await copy.arrayBuffer());
  expect(pdf.context.enumerateIndirectObjects().some(([, object]) => String(object).includes('/Image'))).toBe(true);
});

it('a PDF that a partner gives says nothing of who wrote it, and is the author’s to see once it is given', async () => {
  await begin({ reviews: 1, asks: { ...ASKS, note: true, marks: false } });
  for (const name of ['ada', 'ben'] as const) await send(name);
  const [card] = await cardsOf('ada');
  const { id } = card!;
  await open('ada', id);
  const pdf = await PDFDocument.create();
  pdf.setAuthor('Ada of the Reeds');
  pdf.addPage([300, 400]).drawText('Look at the light');
  const bytes = Buffer.from(await pdf.save());
  const home = `groups/${school.groups.reeds}` as const;
  const media = randomUUID();
  await say('ada', id, { note: 'See this', attached: media });
  // It is waited for until it is at school.
  expect((await give('ada', id)).status).toBe(409);
  expect((await learners.ada.bringTo(home, bytes, media)).ok).toBe(true);
  const get = (client: TestClient) => client.request('GET', `/api/media/${media}`);
  expect((await get(learners.ben)).status).toBe(404);
  expect((await give('ada', id)).status).toBe(204);
  expect(await answersTo('ben')).toMatchObject([{ attached: media, note: 'See this' }]);
  for (const client of [learners.ben, teacher]) {
    const read = await PDFDocument.load(await (await get(client)).arrayBuffer(), { updateMetadata: false });
    expect([read.getAuthor(), read.getPageCount()]).toEqual([undefined, 1]);
  }
  expect((await get(learners.dee)).status).toBe(404);
  expect((await board()).reviews.find((review) => review.id === id)).toMatchObject({ attached: media });
});

it('nothing but a picture or a PDF of one’s own goes with what a partner says', async () => {
  await begin({ reviews: 1, asks: { ...ASKS, note: true, marks: false } });
  for (const name of ['ada', 'ben'] as const) await send(name);
  const [card] = await cardsOf('ada');
  const { id } = card!;
  await open('ada', id);
  const home = `groups/${school.groups.reeds}` as const;
  const [sound, stolen] = [randomUUID(), randomUUID()];
  const wav = Buffer.from(writeWav({ channels: [new Float32Array(8_000).fill(0.2)], rate: 8_000 }));
  expect((await learners.ada.bringTo(home, wav, sound)).ok).toBe(true);
  const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="20" height="10"><rect width="9" height="9"/></svg>';
  expect((await learners.dee.bringTo(home, svg, stolen)).ok).toBe(true);
  await say('ada', id, { note: 'Hear this', attached: sound });
  expect((await give('ada', id)).status).toBe(415);
  await say('ada', id, { note: 'See this', attached: stolen });
  expect((await give('ada', id)).status).toBe(409);
  await say('ada', id, { note: 'Only this', attached: null });
  expect((await give('ada', id)).status).toBe(204);
});

it('who has begun without names never gets any', async () => {
  await begin({ reviews: 1 });
  for (const name of ['ada', 'ben'] as const) await send(name);
  const path = `/api/activities/${school.activities.open}`;
  const { plan, version } = await teacher.json<PlanView>('GET', `${path}/plan`);
  const partners = { ...plan.partners!, named: true };
  const { version: kept } = await teacher.json<{ version: number }>('PUT', `${path}/plan`, {
    version,
    plan: { ...plan, partners },
  });
  const given = await teacher.request('POST', `${path}/set`, { version: kept });
  expect(given.status).toBe(422);
  expect(((await given.json()) as { message: string }).message).toBe(
    'Partners have begun without names, and that stays as it is.',
  );
  expect((await duties('ada'))[0]).toMatchObject({ named: false });
});

it('goes through the teacher first where it is so said; they hold it back again, and say whether it counts', async () => {
  await begin({ reviews: 1, throughTeacher: true });
  for (const name of ['ada', 'ben'] as const) await send(name);
  const [card] = await cardsOf('ada');
  await giveNote('ada', card!.id, 'Your boat is silly');
  expect(await answersTo('ben')).toEqual([]);
  expect((await teacher.json<UpdateView[]>('GET', '/api/updates'))[0]!.words).toContain('What partners said waits');
  const decide = (decision: object) => teacher.request('PUT', `/api/partner-reviews/${card!.id}/decision`, decision);
  expect((await decide({ shown: true, counts: true })).status).toBe(204);
  expect(await answersTo('ben')).toHaveLength(1);
  expect((await newsOf('ben'))[0]!.words).toBe('Partner 1 has looked at your work: Open work');
  await decide({ shown: false, counts: false });
  expect(await answersTo('ben')).toEqual([]);
  expect((await learners.ben.request('GET', `/api/partner-reviews/${card!.id}/marks`)).status).toBe(404);
  expect((await board()).reviews.find(({ id }) => id === card!.id)).toMatchObject({ held: true, counts: false });
});

it('the author says what helped, and something back; whoever gave it reads that', async () => {
  await begin({ reviews: 1 });
  for (const name of ['ada', 'ben'] as const) await send(name);
  const [card] = await cardsOf('ada');
  await giveNote('ada', card!.id, 'The keel!');
  const thanks = (who: TestClient) =>
    who.request('PUT', `/api/partner-reviews/${card!.id}/thanks`, { helped: true, answer: 'I made it deeper' });
  expect((await thanks(learners.dee)).status).toBe(404);
  expect((await thanks(learners.ben)).status).toBe(204);
  // Said one after the other, neither takes the other away.
  await learners.ben.request('PUT', `/api/partner-reviews/${card!.id}/thanks`, { helped: true });
  expect(await open('ada', card!.id)).toMatchObject({ helped: true, answer: 'I made it deeper', state: 'given' });
  expect((await learners.ada.request('DELETE', `/api/partner-reviews/${card!.id}/give`)).status).toBe(409);
});

it('is there for those alone who have to do with it', async () => {
  await begin({ reviews: 1 });
  for (const name of ['ada', 'ben', 'dee'] as const) await send(name);
  const [card] = await cardsOf('ada');
  const { id } = card!;
  const author = nameOf((await board()).reviews.find((review) => review.id === id)!.author);
  await open('ada', id);
  const others = [learners.eve, learners[author], await app.as('cai'), teacher, await app.as('mr-dune'), app.client()];
  for (const other of others) {
    const asked = [
      await other.request('POST', `/api/partner-reviews/${id}/open`),
      await other.request('PUT', `/api/partner-reviews/${id}/said`, { note: 'x' }),
      await other.request('POST', `/api/partner-reviews/${id}/give`, { extent: 'AAA=' }),
      await other.request('GET', `/api/partner-reviews/${id}/document`),
      await other.request('GET', `/api/partner-reviews/${id}/picture`),
      await other.request('GET', `/api/partner-reviews/${id}/copy.pdf`),
    ];
    for (const { status } of asked) expect([401, 404]).toContain(status);
  }
  for (const other of [...Object.values(learners), await app.as('mr-dune')])
    expect((await other.request('GET', partnered.boardPath)).status).toBe(404);
  // The go itself stays closed to a partner.
  const [{ id: goId }] = await school.query<{ id: string }>(
    `SELECT submission_id AS id FROM peer_reviews WHERE id = '${id}'`,
  );
  expect((await learners.ada.request('GET', `/api/goes/${goId}/document`)).status).toBe(404);
});

it('its marks are drawn by nobody else over the live line, and not once it was given or taken back', async () => {
  await begin({ reviews: 1 });
  for (const name of ['ada', 'ben'] as const) await send(name);
  const { copies, signIn } = app.services;
  const measuring = new MeasuringService(
    school.sequelize,
    school.log,
    makeCompute(null),
    () => false,
    makeLogger('silent'),
  );
  const facts = new PieceFactsService(school.sequelize, measuring);
  const gate = documentAccess(
    { facts, log: school.log, lookAhead: async () => undefined },
    measuring,
    copies,
    signIn,
    () => partnered.now,
  );
  const [card] = await cardsOf('ada');
  const ref = { kind: 'partner', id: card!.id } as const;
  const access = async (client: TestClient) =>
    gate.access((await signIn.actor(client.cookies.get(SESSION_COOKIE)))!, ref);
  // Before it was opened there is nothing to draw on.
  expect(await access(learners.ada)).toEqual({ write: false });
  await open('ada', card!.id);
  expect(await access(learners.ada)).toEqual({ write: true });
  for (const other of [learners.ben, learners.dee, teacher, await app.as('cai'), await app.as('mr-dune')])
    expect(await access(other)).toBeNull();
  await learners.ben.request('POST', `/api/pieces/${partnered.pieces.ben}/take-back`);
  expect(await access(learners.ada)).toEqual({ write: false });
  expect(await school.log.append(ref, Y.encodeStateAsUpdate(new Y.Doc()))).toBe(false);
  await send('ben');
  await giveNote('ada', card!.id, 'Good sails');
  expect(await access(learners.ada)).toEqual({ write: false });
  expect(await school.log.append(ref, Y.encodeStateAsUpdate(new Y.Doc()))).toBe(false);
});

it('what was begun is given as it is when the time is over; after that nothing is taken', async () => {
  await begin({ reviews: 1, until: Date.now() + HOUR });
  for (const name of ['ada', 'ben'] as const) await send(name);
  const [card] = await cardsOf('ada');
  await open('ada', card!.id);
  await say('ada', card!.id, { note: 'Not yet fini' });
  partnered.now += 2 * HOUR;
  await upToDate();
  expect(await answersTo('ben')).toMatchObject([{ note: 'Not yet fini' }]);
  expect(await duties('ada')).toEqual([]);
  // What nobody began is not given.
  expect(await answersTo('ada')).toEqual([]);
});

it('those who are never put together are not, whoever sends first', async () => {
  await begin();
  const pair = [school.people.ada, school.people.ben].sort() as [string, string];
  await Activity.update(
    { partners: { ...NEW_PARTNERS, reviews: 1, asks: ASKS, apart: [pair] } },
    { where: { id: school.activities.open } },
  );
  for (const name of NAMES) await send(name);
  const pairs = (await board()).reviews.map(({ reviewer, author }) => [reviewer, author].sort());
  expect(pairs).toHaveLength(4);
  expect(pairs).not.toContainEqual(pair);
});

it('puts a work forward on which partners differ widely', async () => {
  await begin({ reviews: 2, asks: { ...ASKS, rows: [ROW] } });
  for (const name of ['ada', 'ben', 'dee'] as const) await send(name);
  const { reviews } = await board();
  const ofBen = reviews.filter(({ author }) => author === school.people.ben);
  expect(ofBen).toHaveLength(2);
  for (const [index, { id, reviewer }] of ofBen.entries()) {
    const name = nameOf(reviewer);
    await open(name, id);
    await say(name, id, { note: 'Here', levels: { [ROW]: index * 2 } });
    await give(name, id);
  }
  expect((await board()).differ).toEqual([{ person: school.people.ben, spread: 1 }]);
});

it('a learner who is sent another go keeps what partners said, and a teacher answers beside them', async () => {
  await begin({ reviews: 1 });
  const sent = await send('ada');
  await send('ben');
  const toAda = (await board()).reviews.find(({ author }) => author === school.people.ada)!;
  await giveNote('ben', toAda.id, 'Draw it larger');
  const review = await teacher.json<ReviewView>('POST', `/api/goes/${sent.id}/review`);
  const extent = await extentOf(school, 'marks', review.id);
  await teacher.json('POST', `/api/reviews/${review.id}/release`, { outcome: 'again', note: 'Once more', extent });
  expect(await answersTo('ada')).toMatchObject([{ goId: sent.id, goNumber: 1, note: 'Draw it larger' }]);
  expect(await learners.ada.json<PieceView>('GET', `/api/pieces/${partnered.pieces.ada}`)).toMatchObject({
    card: { status: { state: 'another-go' } },
  });
});
