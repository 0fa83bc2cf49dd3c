/** Updates that come together: written together, in order, and none waits for another's lock. */
import * as Y from 'yjs';
import { Piece } from '../models/tables';
import { appOf, smallSchool, type SmallSchool } from '../testing/smallSchool';
import type { DocumentRef } from './documentName';
import { UpdateWriter } from './updateWriter';

let school: SmallSchool;
let writer: UpdateWriter;
let refs: DocumentRef[];
beforeEach(async () => {
  school = await smallSchool();
  writer = new UpdateWriter(school.sequelize, school.log);
  const { as } = appOf(school);
  const pieces = await Promise.all(
    ['ada', 'ben'].map(async (name) =>
      (await as(name)).json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`),
    ),
  );
  refs = pieces.map(({ pieceId }) => ({ kind: 'piece', id: pieceId }));
});
afterEach(() => school.close());

/** Updates of one device, each of which needs the one before. */
function updatesOf(count: number): Uint8Array[] {
  const doc = new Y.Doc();
  const updates: Uint8Array[] = [];
  doc.on('update', (update: Uint8Array) => updates.push(update));
  const list = doc.getArray<number>('drawn');
  for (let i = 0; i < count; i++) list.push([i]);
  return updates;
}

const drawnIn = async (ref: DocumentRef): Promise<unknown[]> =>
  (await school.log.document(ref)).getArray('drawn').toArray();

it('keeps all of two hundred that come at once, with few statements', async () => {
  let statements = 0;
  school.sequelize.addHook('beforeQuery', () => {
    statements += 1;
  });
  const taken = await Promise.all(updatesOf(100).flatMap((update) => refs.map((ref) => writer.append(ref, update))));
  expect(taken.every(Boolean)).toBe(true);
  expect(statements).toBeLessThan(20);
  for (const ref of refs) expect(await drawnIn(ref)).toEqual(Array.from({ length: 100 }, (_, i) => i));
});

it('takes nothing of a frozen document, and all of the others', async () => {
  await Piece.update({ frozen: true }, { where: { id: refs[0]!.id } });
  const [update] = updatesOf(1);
  expect(await Promise.all(refs.map((ref) => writer.append(ref, update!)))).toEqual([false, true]);
  expect(await drawnIn(refs[0]!)).toEqual([]);
  expect(await drawnIn(refs[1]!)).toEqual([0]);
});

it('lets nobody wait for a document that somebody has locked', async () => {
  const [update] = updatesOf(1);
  const order: string[] = [];
  // Without the test's own transaction around what the writer does by itself.
  const transaction = await school.sequelize.transaction();
  await Piece.findByPk(refs[0]!.id, { lock: transaction.LOCK.UPDATE, transaction });
  const locked = writer.append(refs[0]!, update!).then((taken) => order.push(`locked ${taken}`));
  expect(await writer.append(refs[1]!, update!)).toBe(true);
  order.push('other');
  await transaction.commit();
  await locked;
  expect(order).toEqual(['other', 'locked true']);
});

it('tells each of those that were written with a statement that failed', async () => {
  await school.sequelize.query('ALTER TABLE piece_updates RENAME TO away');
  const [update] = updatesOf(1);
  const results = await Promise.allSettled(refs.map((ref) => writer.append(ref, update!)));
  expect(results.map(({ status }) => status)).toEqual(['rejected', 'rejected']);
  await school.sequelize.query('ALTER TABLE away RENAME TO piece_updates');
  expect(await Promise.all(refs.map((ref) => writer.append(ref, update!)))).toEqual([true, true]);
});
