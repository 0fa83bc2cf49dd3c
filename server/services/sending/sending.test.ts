/** Sending, taking back, reviewing, another go: as the app does it, on a real database. */
import { randomUUID } from 'node:crypto';
import * as Y from 'yjs';
import { documentOf, markItems, pageItems, readPages } from '@lippet/core/page/document';
import { putItem, readStrokes, type Fields } from '@lippet/core/page/item';
import { addStroke } from '@lippet/core/page/stroke';
import { documentExtent } from '@lippet/core/page/holds';
import { inkFromRows } from '@lippet/core/ink/ink';
import type { ExportView } from '@lippet/core/contract/exports';
import type { GoPageView, GoView, NowView, PieceView } from '@lippet/core/contract/pieces';
import type { ReviewActivity, ReviewQueueView, ReviewView } from '@lippet/core/contract/reviewing';
import type { UpdateView } from '@lippet/core/contract/updates';
import { makeCompute, type Compute } from '../../compute/compute';
import type { TaskInput, TaskName, TaskOutput } from '../../compute/tasks';
import { makeLogger } from '../../logging';
import { Submission } from '../../models/tables';
import type { ExportService } from '../exports/exports';
import { MeasuringService } from '../pieces/measuring';
import { PieceCountService } from '../pieces/pieceCounts';
import { SESSION_COOKIE } from '../../routes/cookies';
import { SendingService } from './sending';
import { SignInService } from '../access/signIn';
import {
  appOf,
  drawInto,
  extentOf,
  smallSchool,
  type SmallSchool,
  type TestClient,
  AskedJobs,
} from '../../testing/smallSchool';

/** Computes in place; right after a document was looked over for the first time, another device draws on it. */
class DrawnOnMeanwhile implements Compute {
  private readonly compute = makeCompute(null);
  looks = 0;

  constructor(private readonly draw: () => Promise<void>) {}

  async run<N extends TaskName>(name: N, input: TaskInput<N>): Promise<TaskOutput<N>> {
    const found = await this.compute.run(name, input);
    this.looks += 1;
    if (this.looks === 1) await this.draw();
    return found;
  }

  close(): Promise<void> {
    return this.compute.close();
  }
}

describe('a piece on its way', () => {
  let school: SmallSchool;
  let ada: TestClient;
  let teacher: TestClient;
  let pieceId: string;
  let exports: ExportService;
  let clock = Date.now();

  beforeEach(async () => {
    school = await smallSchool(clock);
    const { as, services } = appOf(school, () => clock);
    ({ exports } = services);
    ada = await as('ada');
    teacher = await as('ms-reed');
    ({ pieceId } = await ada.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`));
  });
  afterEach(() => school.close());

  const extent = (): Promise<string> => extentOf(school, 'piece', pieceId);
  const send = async (key: string = randomUUID(), word?: string): Promise<GoView> =>
    ada.json('POST', `/api/pieces/${pieceId}/send`, { key, extent: await extent(), word });
  const state = async (): Promise<string> =>
    (await ada.json<PieceView>('GET', `/api/pieces/${pieceId}`)).card.status.state;
  const review = (goId: string): Promise<ReviewView> => teacher.json('POST', `/api/goes/${goId}/review`);
  const release = async (reviewId: string, outcome: 'again' | 'finished', note = ''): Promise<ReviewView> =>
    teacher.json('POST', `/api/reviews/${reviewId}/release`, {
      outcome,
      note,
      extent: await extentOf(school, 'marks', reviewId),
    });

  async function mark(reviewId: string): Promise<boolean> {
    const doc = new Y.Doc();
    addStroke(markItems(doc, 'any page'), {
      id: randomUUID(),
      tool: 'pen',
      colour: '#2A6A8C',
      width: 2,
      ink: inkFromRows([[1, 1, 0.5, 0]]),
      at: 0,
    });
    return school.log.append({ kind: 'marks', id: reviewId }, Y.encodeStateAsUpdate(doc));
  }

  it('is looked over again where somebody draws on it between the look and the freezing', async () => {
    await drawInto(school, pieceId);
    const { sequelize, log } = school;
    const compute = new DrawnOnMeanwhile(() => drawInto(school, pieceId));
    const measuring = new MeasuringService(sequelize, log, compute, () => false, makeLogger('silent'));
    const counts = new PieceCountService(sequelize, measuring);
    const told: string[] = [];
    const hub = { announce: ({ id }: { id: string }) => void told.push(id), lookAgain: () => Promise.resolve() };
    const sending = new SendingService({ sequelize, compute, log, counts, jobs: new AskedJobs(), hub: () => hub });
    const actor = (await new SignInService(sequelize).actor(ada.cookies.get(SESSION_COOKIE)))!;
    const submission = await sending.send(actor, pieceId, { key: randomUUID(), extent: await extent() });
    expect([compute.looks, told]).toEqual([2, [pieceId]]);
    const { document } = (await Submission.unscoped().findByPk(submission.id))!;
    const frozen = documentOf(document);
    // The stroke that came in between is in what was frozen.
    expect(readStrokes(pageItems(frozen, readPages(frozen)[0]!.id)!)).toHaveLength(2);
  });

  it('is laid out once, however often and from how many devices it is opened', async () => {
    const again = await Promise.all(
      [1, 2, 3].map(() => ada.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`)),
    );
    expect(new Set(again.map((sent) => sent.pieceId))).toEqual(new Set([pieceId]));
    expect(readPages(await school.log.document({ kind: 'piece', id: pieceId }))).toHaveLength(2);
  });

  it('goes whatever a program has put into its document, and what can’t be shown of that harms nothing', async () => {
    const ref = { kind: 'piece', id: pieceId } as const;
    await drawInto(school, pieceId, 0);
    const doc = await school.log.document(ref);
    const before = Y.encodeStateVector(doc);
    const items = pageItems(doc, readPages(doc)[1]!.id)!;
    const common = { order: 'a1', at: 0, matrix: [1, 0, 0, 1, 20, 20] };
    const odd: Record<string, unknown>[] = [
      {
        ...common,
        kind: 'text',
        text: 'low\0tide \ud800',
        width: 90,
        size: 12,
        font: 'reading',
        colour: '#1C2A33',
        align: 'left',
        spot: null,
      },
      { ...common, kind: 'pin', note: '\0\udfff', voice: null },
      { ...common, kind: 'mark', style: 'highlight', colour: '#F0AE2E', quads: [[1, 2, 3]], text: '\0', note: '\0' },
      {
        ...common,
        kind: 'text',
        text: 'far',
        width: 1e300,
        size: -5,
        font: 'none',
        colour: 'javascript:',
        align: 'up',
        spot: 7,
      },
      {
        ...common,
        kind: 'picture',
        media: '../../etc/passwd',
        width: NaN,
        height: Infinity,
        crop: [0, 0, 0, 0],
        alt: '\0',
      },
      {
        ...common,
        kind: 'stroke',
        tool: 'pen',
        colour: '#1C2A33',
        width: 2,
        ink: Uint8Array.from([255, 255, 255, 255, 255]),
      },
      { kind: 'nothing that there is' },
    ];
    odd.forEach((fields, i) => putItem(items, `odd-${i}`, fields as Fields));
    doc.getMap('answers').set('no part', { text: '\0', n: Infinity });
    await school.log.append(ref, Y.encodeStateAsUpdate(doc, before));
    expect(await state()).toBe('ready');
    const submission = await send();
    expect(await state()).toBe('with-teacher');
    for (const [who, path] of [
      [ada, `/api/goes/${submission.id}`],
      [teacher, `/api/goes/${submission.id}/document`],
      [teacher, `/api/pieces/${pieceId}/picture`],
      [teacher, `/api/activities/${school.activities.open}/line`],
    ] as const) {
      expect([path, (await who.request('GET', path)).status]).toEqual([path, 200]);
    }
    const { id } = await teacher.json<ExportView>('POST', `/api/goes/${submission.id}/exports`, { style: 'flat' });
    await exports.run({ exportId: id });
    expect((await teacher.request('GET', `/api/exports/${id}/file`)).status).toBe(200);
    // The same in a teacher's marks, and in what is said with them.
    const { id: reviewId } = await review(submission.id);
    const marks = new Y.Doc();
    odd.forEach((fields, i) => putItem(markItems(marks, readPages(doc)[1]!.id), `odd-${i}`, fields as Fields));
    expect(await school.log.append({ kind: 'marks', id: reviewId }, Y.encodeStateAsUpdate(marks))).toBe(true);
    await release(reviewId, 'again', 'Look\0 again \ud800');
    expect(await state()).toBe('another-go');
    expect((await ada.json<GoPageView>('GET', `/api/goes/${submission.id}`)).go.review).toMatchObject({
      note: 'Look again ',
    });
    expect((await ada.request('GET', `/api/reviews/${reviewId}/marks`)).status).toBe(200);
  });

  it('goes through its states, the same in every list', async () => {
    expect(await state()).toBe('new');
    await drawInto(school, pieceId, 1);
    expect(await state()).toBe('started');
    await drawInto(school, pieceId, 0);
    expect(await state()).toBe('ready');
    const submission = await send(randomUUID(), 'here it is');
    expect(submission).toMatchObject({ number: 1, word: 'here it is', late: false });
    const now = await ada.json<NowView>('GET', '/api/now');
    const line = await teacher.json<ReviewQueueView>('GET', `/api/activities/${school.activities.open}/line`);
    const counts = (await teacher.json<ReviewActivity[]>('GET', '/api/to-review')).find(
      ({ activityId }) => activityId === school.activities.open,
    )!.counts;
    expect(now.cards.find((card) => card.pieceId === pieceId)!.status.state).toBe('with-teacher');
    expect(line.line.map((piece) => [piece.name, piece.status.state])).toEqual([
      ['ada', 'with-teacher'],
      ['ben', 'new'],
    ]);
    expect(counts).toMatchObject({ 'with-teacher': 1, new: 1 });
    const [update] = await teacher.json<UpdateView[]>('GET', '/api/updates');
    expect(update).toMatchObject({ kind: 'sent', words: 'ada sent Open work', seen: false });
  });

  it('is not sent while strokes, or a rubbing-out, are on their way', async () => {
    await drawInto(school, pieceId);
    const ahead = await school.log.document({ kind: 'piece', id: pieceId });
    const items = pageItems(ahead, readPages(ahead)[0]!.id)!;
    items.delete([...items.keys()][0]!);
    const told = Buffer.from(documentExtent(ahead)).toString('base64');
    const answer = await ada.request('POST', `/api/pieces/${pieceId}/send`, { key: randomUUID(), extent: told });
    expect(answer.status).toBe(409);
    expect(await answer.json()).toMatchObject({ code: 'still-arriving' });
    expect(await state()).toBe('ready');
  });

  it('is sent once for one key: twice, at once, or after a lost answer', async () => {
    await drawInto(school, pieceId);
    const key = randomUUID();
    const goes = await Promise.all(Array.from({ length: 6 }, () => send(key)));
    goes.push(await send(key));
    expect(new Set(goes.map(({ id }) => id)).size).toBe(1);
    expect(await Submission.count({ where: { pieceId } })).toBe(1);
  });

  it('makes one go of two devices that send at the same time with keys of their own', async () => {
    await drawInto(school, pieceId);
    const told = await extent();
    const answers = await Promise.all(
      [1, 2].map(() => ada.request('POST', `/api/pieces/${pieceId}/send`, { key: randomUUID(), extent: told })),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
  });

  it('is not sent empty, nor after it has closed', async () => {
    const empty = await ada.request('POST', `/api/pieces/${pieceId}/send`, {
      key: randomUUID(),
      extent: await extent(),
    });
    expect(empty.status).toBe(422);
    const { pieceId: closed } = await ada.json<{ pieceId: string }>(
      'POST',
      `/api/activities/${school.activities.closed}/piece`,
    );
    await drawInto(school, closed);
    const late = await ada.request('POST', `/api/pieces/${closed}/send`, {
      key: randomUUID(),
      extent: await extentOf(school, 'piece', closed),
    });
    expect(late.status).toBe(409);
    expect(((await late.json()) as { message: string }).message).toContain('closed');
  });

  it('takes no stroke while it is with the teacher, and takes them again when taken back', async () => {
    await drawInto(school, pieceId);
    await send();
    await expect(drawInto(school, pieceId)).rejects.toThrow('frozen');
    await ada.json('POST', `/api/pieces/${pieceId}/take-back`);
    await drawInto(school, pieceId);
    expect(await state()).toBe('ready');
    const again = await send();
    expect([again.number, again.firstSentAt! <= again.sentAt]).toEqual([1, true]);
    const [hung] = (await teacher.json<ReviewQueueView>('GET', `/api/activities/${school.activities.open}/line`)).line;
    expect(hung!.firstSentAt).toBe(again.firstSentAt);
  });

  it('can be taken back after a look, and no more once the teacher has begun', async () => {
    await drawInto(school, pieceId);
    const submission = await send();
    const opened = await review(submission.id);
    expect((await ada.json<PieceView>('GET', `/api/pieces/${pieceId}`)).card.status.mayTakeBack).toBe(true);
    await teacher.json('PUT', `/api/reviews/${opened.id}/note`, { note: 'Well' });
    expect((await ada.json<PieceView>('GET', `/api/pieces/${pieceId}`)).card.status.mayTakeBack).toBe(false);
    const refused = await ada.request('POST', `/api/pieces/${pieceId}/take-back`);
    expect(refused.status).toBe(409);
    expect(((await refused.json()) as { message: string }).message).toContain('begun');
  });

  it.each([
    ['never', null],
    ['due', -1],
  ] as const)('can’t be taken back where the teacher’s rule is “%s”', async (rule, dueIn) => {
    await drawInto(school, pieceId);
    await send();
    await school.sequelize.query('UPDATE activities SET take_back = :rule', { replacements: { rule } });
    if (dueIn !== null)
      await school.sequelize.query('UPDATE assignments SET due = :due', {
        replacements: { due: new Date(Date.now() + dueIn * 60_000) },
      });
    expect((await ada.request('POST', `/api/pieces/${pieceId}/take-back`)).status).toBe(409);
    expect(await state()).toBe('with-teacher');
  });

  it('can’t be answered once it was taken back', async () => {
    await drawInto(school, pieceId);
    const opened = await review((await send()).id);
    await ada.json('POST', `/api/pieces/${pieceId}/take-back`);
    const late = await teacher.request('POST', `/api/reviews/${opened.id}/release`, {
      outcome: 'finished',
      note: '',
      extent: await extentOf(school, 'marks', opened.id),
    });
    expect(late.status).toBe(409);
    expect(await state()).toBe('ready');
  });

  it('comes back for another go with marks and note, and go 1 stays as it was', async () => {
    await drawInto(school, pieceId);
    const first = await send();
    const before = await (await ada.request('GET', `/api/goes/${first.id}/document`)).arrayBuffer();
    const opened = await review(first.id);
    expect(await mark(opened.id)).toBe(true);
    await release(opened.id, 'again', 'Show me the sea');
    expect(await mark(opened.id)).toBe(false);
    expect(await state()).toBe('another-go');
    const [update] = await ada.json<UpdateView[]>('GET', '/api/updates');
    expect(update).toMatchObject({ kind: 'again', path: `/feedback/${first.id}` });
    const page = await ada.json<GoPageView>('GET', `/api/goes/${first.id}`);
    expect(page).toMatchObject({ mayGoOn: true, go: { review: { note: 'Show me the sea', outcome: 'again' } } });
    const marks = new Y.Doc();
    Y.applyUpdate(
      marks,
      new Uint8Array(await (await ada.request('GET', `/api/reviews/${opened.id}/marks`)).arrayBuffer()),
    );
    expect(readStrokes(markItems(marks, 'any page'))).toHaveLength(1);

    await drawInto(school, pieceId);
    const second = await send();
    expect(second.number).toBe(2);
    expect(await (await ada.request('GET', `/api/goes/${first.id}/document`)).arrayBuffer()).toEqual(before);
    await release((await review(second.id)).id, 'finished', 'There it is');
    expect(await state()).toBe('finished');
    await expect(drawInto(school, pieceId)).rejects.toThrow('frozen');
    const goes = (await ada.json<PieceView>('GET', `/api/pieces/${pieceId}`)).goes;
    expect(goes.map(({ number, review: answer }) => [number, answer?.outcome])).toEqual([
      [2, 'finished'],
      [1, 'again'],
    ]);
  });

  it('is answered once: releasing twice changes nothing, and not to another outcome', async () => {
    await drawInto(school, pieceId);
    const opened = await review((await send()).id);
    const one = await release(opened.id, 'finished', 'Good');
    expect(await release(opened.id, 'finished', 'Good')).toEqual(one);
    const other = await teacher.request('POST', `/api/reviews/${opened.id}/release`, {
      outcome: 'again',
      note: '',
      extent: await extentOf(school, 'marks', opened.id),
    });
    expect(other.status).toBe(409);
    expect(await ada.json<UpdateView[]>('GET', '/api/updates')).toHaveLength(1);
  });

  it('waits for marks that are on their way before it is released', async () => {
    await drawInto(school, pieceId);
    const opened = await review((await send()).id);
    const ahead = new Y.Doc();
    addStroke(markItems(ahead, 'p'), {
      id: 'm',
      tool: 'pen',
      colour: '#2A6A8C',
      width: 2,
      ink: inkFromRows([[1, 1, 0.5, 0]]),
      at: 0,
    });
    const early = await teacher.request('POST', `/api/reviews/${opened.id}/release`, {
      outcome: 'finished',
      note: '',
      extent: Buffer.from(documentExtent(ahead)).toString('base64'),
    });
    expect(await early.json()).toMatchObject({ code: 'still-arriving' });
  });

  it('keeps its log short without losing a stroke', async () => {
    for (let i = 0; i < 80; i++) await drawInto(school, pieceId);
    const before = await school.log.document({ kind: 'piece', id: pieceId });
    await school.log.compact({ kind: 'piece', id: pieceId });
    const [row] = (
      await school.sequelize.query('SELECT count(*)::int AS n FROM piece_updates WHERE piece_id = ?', {
        replacements: [pieceId],
      })
    )[0] as { n: number }[];
    expect(row!.n).toBe(1);
    expect(documentExtent(await school.log.document({ kind: 'piece', id: pieceId }))).toEqual(documentExtent(before));
    expect(await state()).toBe('ready');
  });

  it('is called late by when it was sent', async () => {
    await drawInto(school, pieceId);
    await school.sequelize.query('UPDATE assignments SET due = ? WHERE activity_id = ?', {
      replacements: [new Date(clock - 60_000), school.activities.open],
    });
    expect(await send()).toMatchObject({ late: true });
    clock += 1;
  });
});
