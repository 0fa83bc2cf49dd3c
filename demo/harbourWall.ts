/** The wall that the Sandpipers fill together: what each has drawn in their place. */
import { createHash, randomUUID } from 'node:crypto';
import type { Transaction } from 'sequelize';
import * as Y from 'yjs';
import { sharedPages } from '@lippet/core/parts/part';
import { placesFor } from '@lippet/core/page/shared/placesFor';
import { layerOfPerson } from '@lippet/core/page/shared/sharedLayers';
import { Part, SharedSheet } from '@lippet/server/models/tables';
import { partPlan } from '@lippet/server/services/pieces/activityParts';
import type { DayTime, DemoActivity } from './demoActivity';
import { put } from './demoMarks';
import { Hand, YOUNG_HAND, type DrawnStroke, type Pen, type Spot } from './hand';
import { A4_ACROSS } from './pictures';
import { GROUPS } from './school';

/** Draws something around a middle, about so large. */
export type PlacedDrawing = (hand: Hand, middle: Spot, size: number) => void;

type Colour = Pen['colour'];

const pen = (colour: Colour, width: Pen['width'] = 'middle'): Pen => ({ tool: 'pen', colour, width });
const brush = (colour: Colour, width: Pen['width'] = 'thin'): Pen => ({ tool: 'brush', colour, width });

/** Spots around a middle, in shares of a size. */
const around = ([x, y]: Spot, size: number, spots: readonly Spot[]): Spot[] =>
  spots.map(([dx, dy]): Spot => [x + dx * size, y + dy * size]);

export const boat =
  (colour: Colour): PlacedDrawing =>
  (hand, middle, size) => {
    const [x, y] = middle;
    hand.along(
      pen('ink'),
      around(middle, size, [
        [-0.5, 0.15],
        [-0.3, 0.45],
        [0.3, 0.45],
        [0.5, 0.15],
        [-0.5, 0.15],
      ]),
    );
    hand.colourIn(brush(colour), y + size * 0.2, y + size * 0.42, () => [x - size * 0.3, x + size * 0.3], 6);
    hand.along(
      pen('ink'),
      around(middle, size, [
        [0, 0.15],
        [0, -0.5],
      ]),
    );
    hand.along(
      pen(colour),
      around(middle, size, [
        [0.02, -0.48],
        [0.36, 0],
        [0.02, 0.05],
      ]),
    );
  };

export const fish =
  (colour: Colour): PlacedDrawing =>
  (hand, middle, size) => {
    const [x, y] = middle;
    hand.ring(pen(colour), middle, size * 0.36, size * 0.22);
    hand.along(
      pen(colour),
      around(middle, size, [
        [0.34, 0],
        [0.55, -0.2],
        [0.55, 0.2],
        [0.34, 0],
      ]),
    );
    hand.colourIn(brush(colour), y - size * 0.1, y + size * 0.12, () => [x - size * 0.2, x + size * 0.26], 7);
    hand.ring(pen('ink', 'thin'), [x - size * 0.2, y - size * 0.05], size * 0.03);
  };

export const gull =
  (colour: Colour): PlacedDrawing =>
  (hand, middle, size) => {
    hand.along(
      pen(colour),
      around(middle, size, [
        [-0.5, -0.1],
        [-0.25, -0.35],
        [0, -0.05],
        [0.25, -0.35],
        [0.5, -0.1],
      ]),
    );
    hand.along(
      pen(colour, 'thin'),
      around(middle, size, [
        [-0.1, 0.3],
        [0.05, 0.15],
        [0.2, 0.3],
        [0.35, 0.15],
      ]),
    );
  };

export const crab =
  (colour: Colour): PlacedDrawing =>
  (hand, middle, size) => {
    const [x, y] = middle;
    hand.ring(pen(colour), middle, size * 0.28, size * 0.18);
    hand.colourIn(brush(colour), y - size * 0.08, y + size * 0.1, () => [x - size * 0.18, x + size * 0.18], 7);
    for (const side of [-1, 1]) {
      hand.along(
        pen(colour),
        around(middle, size, [
          [side * 0.22, -0.1],
          [side * 0.42, -0.3],
          [side * 0.34, -0.42],
        ]),
      );
      hand.along(
        pen(colour, 'thin'),
        around(middle, size, [
          [side * 0.2, 0.14],
          [side * 0.42, 0.34],
        ]),
      );
    }
  };

/** The learners of the group, in the order in which their places are laid out: by name. */
const LEARNERS = GROUPS.find(({ key }) => key === 'sandpipers')!
  .learners.map(({ name }) => name)
  .sort();

/** What a learner has drawn in their place, as strokes. */
export function strokesOf({ drawing }: { drawing: PlacedDrawing }, learner: string): readonly DrawnStroke[] {
  const { x, y, width, height } = placesFor(LEARNERS.length, A4_ACROSS)[LEARNERS.indexOf(learner)]!;
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
  await SharedSheet.create({ id, activityId, partId, groupId, hides: false }, { transaction });
  await SharedSheet.sequelize!.query('INSERT INTO shared_updates (shared_sheet_id, data) VALUES (:id, :data)', {
    replacements: { id, data: Buffer.from(Y.encodeStateAsUpdate(doc)) },
    transaction,
  });
}
