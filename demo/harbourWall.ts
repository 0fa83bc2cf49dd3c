/** The wall that the Sandpipers fill together: what each has drawn in their place. */
import { createHash, randomUUID } from 'node:crypto';
import type { Transaction } from 'sequelize';
import * as Y from 'yjs';
import { sharedPages } from '@lippet/core/parts/part';
import { placesFor, placesOf } from '@lippet/core/page/shared/placesFor';
import { layerOfPerson } from '@lippet/core/page/shared/sharedLayers';
import { Part, SharedSheet } from '@lippet/server/models/tables';
import { partPlan } from '@lippet/server/services/pieces/activityParts';
import type { DayTime, DemoActivity } from './demoActivity';
import { put } from './demoMarks';
import { Hand, YOUNG_HAND, type DrawnStroke } from './hand';
import type { PlacedDrawing } from './harbourDrawings';
import { A4_ACROSS } from './pictures';
import { GROUPS } from './school';

/** The learners of the group, in the order in which their places are laid out: by name. */
const LEARNERS = GROUPS.find(({ key }) => key === 'sandpipers')!
  .learners.map(({ name }) => name)
  .sort();

/** What a learner has drawn in their place, as strokes. */
export function strokesOf({ drawing }: { drawing: PlacedDrawing }, learner: string): readonly DrawnStroke[] {
  const { x, y, width, height } = placesFor(placesOf(LEARNERS.length), A4_ACROSS)[LEARNERS.indexOf(learner)]!;
  const hand = new Hand(createHash('sha256').update(`${learner} wall`).digest().readUInt32BE(0), YOUNG_HAND);
  drawing(hand, [x + width / 2, y + height / 2], Math.min(width, height) * 0.8);
  return hand.strokes;
}

interface DemoWorld {
  transaction: Transaction;
  /** Ids by name. */
  people: ReadonlyMap<string, string>;
  past: (time: DayTime) => Date;
}

/** Fills the sheet of the first part as the demo says, where that is filled together. */
export async function fillDemoWall(
  { transaction, people, past }: DemoWorld,
  {
    activity,
    activityId,
    groupId,
    partId,
  }: { activity: DemoActivity; activityId: string; groupId: string; partId: string },
): Promise<void> {
  const { shared } = activity.parts[0]!;
  if (!shared) return;
  const [page] = sharedPages(partPlan(await Part.findByPk(partId, { transaction, rejectOnEmpty: true })));
  const doc = new Y.Doc();
  for (const [learner, made] of Object.entries(shared)) {
    const person = people.get(learner)!;
    // Each from a device of their own.
    const device = new Y.Doc();
    Y.applyUpdate(device, Y.encodeStateAsUpdate(doc));
    const items = layerOfPerson(device, { person, page: page!.id });
    put(device, items, strokesOf(made, learner), past(made.at).getTime(), learner.slice(0, 3).toLowerCase());
    Y.applyUpdate(doc, Y.encodeStateAsUpdate(device));
  }
  const id = randomUUID();
  await SharedSheet.create(
    {
      id,
      activityId,
      partId,
      groupId,
      hides: false,
      seats: LEARNERS.map((name) => people.get(name)!),
    },
    { transaction },
  );
  await SharedSheet.sequelize!.query('INSERT INTO shared_updates (shared_sheet_id, data) VALUES (:id, :data)', {
    replacements: { id, data: Buffer.from(Y.encodeStateAsUpdate(doc)) },
    transaction,
  });
}
