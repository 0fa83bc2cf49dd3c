/** What was found when a piece came to rest is used when it is sent, and only where it is still so. */
import { randomUUID } from 'node:crypto';
import { documentOf, pageItems, readPages } from '@lippet/core/page/document';
import { readStrokes } from '@lippet/core/page/item';
import { makeCompute, type Compute } from '../../compute/compute';
import type { TaskInput, TaskName, TaskOutput } from '../../compute/tasks';
import { makeLogger } from '../../logging';
import { Activity, Submission } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { SESSION_COOKIE } from '../../routes/cookies';
import { appOf, AskedJobs, drawInto, extentOf, smallSchool, type SmallSchool } from '../../testing/smallSchool';
import { SignInService } from '../access/signIn';
import { MeasuringService } from '../pieces/measuring';
import { PieceCountService } from '../pieces/pieceCounts';
import { SendingService } from './sending';

/** Computes in place, and counts how often documents were looked over. */
class CountingCompute implements Compute {
  private readonly compute = makeCompute(null);
  looks = 0;

  run<N extends TaskName>(name: N, input: TaskInput<N>): Promise<TaskOutput<N>> {
    if (name === 'toSendTogether') this.looks += 1;
    return this.compute.run(name, input);
  }

  close(): Promise<void> {
    return this.compute.close();
  }
}

let school: SmallSchool;
let actor: Actor;
let pieceId: string;
let compute: CountingCompute;
let measuring: MeasuringService;
let sending: SendingService;

beforeEach(async () => {
  school = await smallSchool();
  const { sequelize, log } = school;
  const ada = await appOf(school).as('ada');
  ({ pieceId } = await ada.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`));
  actor = (await new SignInService(sequelize).actor(ada.cookies.get(SESSION_COOKIE)))!;
  compute = new CountingCompute();
  measuring = new MeasuringService(sequelize, log, compute, () => false, makeLogger('silent'));
  const counts = new PieceCountService(sequelize, measuring);
  const hub = { announce: () => undefined, lookAgain: () => Promise.resolve() };
  sending = new SendingService({ sequelize, compute, log, counts, jobs: new AskedJobs(), hub: () => hub });
});
afterEach(() => school.close());

/** As when a document has not changed for a while. */
async function comeToRest(): Promise<void> {
  await measuring.measure(pieceId);
  await sending.lookAhead(pieceId);
}
const extent = (): Promise<string> => extentOf(school, 'piece', pieceId);
async function send(): Promise<number> {
  const { id } = await sending.send(actor, pieceId, { key: randomUUID(), extent: await extent() });
  const { document } = (await Submission.unscoped().findByPk(id))!;
  const frozen = documentOf(document);
  return readStrokes(pageItems(frozen, readPages(frozen)[0]!.id)!).length;
}

it('a piece that came to rest is sent without being read once more, with all that is on it', async () => {
  await drawInto(school, pieceId);
  await drawInto(school, pieceId);
  await comeToRest();
  expect(compute.looks).toBe(1);
  expect(await send()).toBe(2);
  expect(compute.looks).toBe(1);
});

it('where somebody drew on it since, it is looked over', async () => {
  await drawInto(school, pieceId);
  await comeToRest();
  await drawInto(school, pieceId);
  expect(await send()).toBe(2);
  expect(compute.looks).toBe(2);
});

it('where its parts were given out anew since, it is looked over', async () => {
  await drawInto(school, pieceId);
  await comeToRest();
  await Activity.increment('partsRevision', { where: { id: school.activities.open } });
  expect(await send()).toBe(1);
  expect(compute.looks).toBe(2);
});

it('waits for what a device has and school does not, and says what it can’t read', async () => {
  await drawInto(school, pieceId);
  const all = await extent();
  await comeToRest();
  await drawInto(school, pieceId);
  const more = await extent();
  await school.query(`DELETE FROM piece_updates WHERE id = (SELECT max(id) FROM piece_updates)`);
  const sendWith = (told: string) => sending.send(actor, pieceId, { key: randomUUID(), extent: told });
  await expect(sendWith(more)).rejects.toMatchObject({ code: 'still-arriving' });
  await expect(sendWith(Buffer.from([1, 255, 255]).toString('base64'))).rejects.toMatchObject({ code: 'bad-request' });
  await sendWith(all);
  expect(compute.looks).toBe(1);
});

it('what can’t be sent as it is is not looked over before', async () => {
  await sending.lookAhead(pieceId);
  await comeToRest();
  expect(compute.looks).toBe(0);
  await drawInto(school, pieceId);
  await comeToRest();
  await send();
  await sending.lookAhead(pieceId);
  await sending.lookAhead(randomUUID());
  expect(compute.looks).toBe(1);
});
