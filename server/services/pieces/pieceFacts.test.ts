import type { ClassView } from '@lippet/core/contract/classes';
import type { NowView } from '@lippet/core/contract/pieces';
import type { ReviewActivity } from '@lippet/core/contract/reviewing';
import { Piece } from '../../models/tables';
import { appOf, drawInto, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

describe('facts of pieces', () => {
  let school: SmallSchool;
  let ada: TestClient;
  let teacher: TestClient;
  let pieceId: string;
  beforeEach(async () => {
    school = await smallSchool();
    const { as } = appOf(school);
    [ada, teacher] = [await as('ada'), await as('ms-reed')];
    ({ pieceId } = await ada.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`));
  });
  afterEach(() => school.close());
  const card = async () => (await ada.json<NowView>('GET', '/api/now')).cards.find((card) => card.pieceId === pieceId)!;

  it('are measured again where the log has grown since, as after a crash between', async () => {
    await drawInto(school, pieceId);
    expect(await Piece.findByPk(pieceId)).toMatchObject({ progress: { parts: {} } });
    expect(await card()).toMatchObject({ status: { state: 'ready' }, completeness: { done: 1, of: 2 } });
    const kept = await Piece.findByPk(pieceId, { rejectOnEmpty: true });
    expect(
      Object.values(kept.progress.parts)
        .map(({ strokes }) => strokes)
        .sort(),
    ).toEqual([0, 1]);
  });

  it('miss no change that has a smaller number than one that was there before it', async () => {
    let begun = (): void => undefined;
    let release = (): void => undefined;
    const wasBegun = new Promise<void>((resolve) => (begun = resolve));
    const mayEnd = new Promise<void>((resolve) => (release = resolve));
    const slow = school.sequelize.transaction(async () => {
      await drawInto(school, pieceId);
      begun();
      await mayEnd;
    });
    await wasBegun;
    await drawInto(school, pieceId);
    const asked = card();
    await new Promise((resolve) => setTimeout(resolve, 200));
    release();
    await Promise.all([slow, asked]);
    await card();
    const { progress } = await Piece.findByPk(pieceId, { rejectOnEmpty: true });
    expect(Object.values(progress.parts).reduce((sum, { strokes }) => sum + strokes, 0)).toBe(2);
  });

  it('change the picture’s address with every change, so that a thumbnail is never an old one', async () => {
    const before = (await card()).pictureVersion;
    await drawInto(school, pieceId);
    const after = (await card()).pictureVersion;
    expect(after).not.toBe(before);
    expect((await card()).pictureVersion).toBe(after);
  });

  it('count the same for learner, teacher and class', async () => {
    await drawInto(school, pieceId);
    const mine = (await ada.json<NowView>('GET', '/api/now')).cards;
    const [group] = await teacher.json<ClassView[]>('GET', '/api/classes');
    const adas = group!.learners.find(({ name }) => name === 'ada')!.counts;
    expect(adas.ready).toBe(mine.filter(({ status }) => status.state === 'ready').length);
    const byActivity = await teacher.json<ReviewActivity[]>('GET', '/api/to-review');
    const sum = byActivity.reduce((all, { counts }) => all + Object.values(counts).reduce((a, b) => a + b, 0), 0);
    expect(sum).toBe(3 * 2); // three activities, two learners in the group
  });

  const countsOfOpen = async (): Promise<ReviewActivity['counts']> =>
    (await teacher.json<ReviewActivity[]>('GET', '/api/to-review')).find(
      ({ activityId }) => activityId === school.activities.open,
    )!.counts;

  it('are counted anew, and no document read, where an activity’s parts are others now', async () => {
    await drawInto(school, pieceId);
    expect(await countsOfOpen()).toMatchObject({ ready: 1, new: 1 });
    await school.sequelize.query(`UPDATE parts SET required = true WHERE activity_id = '${school.activities.open}'`);
    await school.sequelize.query('UPDATE activities SET parts_revision = parts_revision + 1');
    // Nothing can be measured any more: whoever tried would be told.
    await school.sequelize.query("ALTER TABLE piece_updates ALTER COLUMN data TYPE text USING 'unreadable'");
    expect(await countsOfOpen()).toMatchObject({ started: 1, ready: 0, new: 1 });
    expect(await card()).toMatchObject({ status: { state: 'started' } });
  });

  it('stay as they were for a document that can’t be measured, and harm nobody else’s list', async () => {
    await drawInto(school, pieceId);
    expect(await card()).toMatchObject({ status: { state: 'ready' } });
    const broken = Buffer.from([255, 255, 255, 255, 1]);
    await school.log.append({ kind: 'piece', id: pieceId }, broken);
    expect(await card()).toMatchObject({ status: { state: 'ready' } });
    expect(await countsOfOpen()).toMatchObject({ ready: 1, new: 1 });
    const before = await Piece.findByPk(pieceId, { rejectOnEmpty: true });
    await countsOfOpen();
    expect((await Piece.findByPk(pieceId, { rejectOnEmpty: true })).progressThrough).toBe(before.progressThrough);
  });

  it('say when a piece was last touched only once something is made', async () => {
    expect((await card()).touchedAt).toBeNull();
    await drawInto(school, pieceId);
    expect((await card()).touchedAt).toEqual(expect.any(Number));
  });
});
