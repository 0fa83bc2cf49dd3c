/** Marks over a work of the demo, as a teacher or a partner makes them. */
import * as Y from 'yjs';
import { markItems, type PagePlan } from '@lippet/core/page/document';
import { putItem, type Items } from '@lippet/core/page/item';
import { addStroke } from '@lippet/core/page/stroke';
import { chosenTake, readTakes } from '@lippet/core/recording/take';
import type { DemoActivity, DemoReview } from './demoActivity';
import { marks } from './drawings';
import { Hand, TEACHER_HAND, type DrawnStroke } from './hand';

export interface Layout {
  activity: DemoActivity;
  activityId: string;
  pages: PagePlan[];
  partIds: string[];
}

/** Strokes that a hand drew, as items. */
export function put(doc: Y.Doc, items: Items, strokes: readonly DrawnStroke[], start: number, name: string): void {
  doc.transact(() => {
    strokes.forEach((stroke, i) => {
      const { tool, colour, width, ink, lift } = stroke;
      addStroke(items, { id: `${name}-${i}`, tool, colour, width, ink, at: Math.round(start + lift) });
    });
  });
}

/** A pin of the demo is known again: a later go ticks it off. */
export const pinId = (time: number, i: number): string => `pin-${time}-${i}`;

/** Marks, notes and pins of a review, as its document has them. */
export function markedDocument(
  { pages, partIds }: Layout,
  work: Y.Doc,
  review: Pick<DemoReview, 'marks' | 'moments'>,
  time: number,
  seed: number,
): Y.Doc {
  const doc = new Y.Doc();
  doc.clientID = 2000 + (seed % 1_000_000);
  const hand = new Hand(seed, TEACHER_HAND);
  const { ring, tick, arrow } = review.marks ?? {};
  if (ring) marks.ring(hand, ...ring);
  if (arrow) marks.arrow(hand, ...arrow);
  if (tick) marks.tick(hand, tick);
  if (pages[0]) put(doc, markItems(doc, pages[0].id), hand.strokes, time, 'm');
  for (const [i, [[x, y], note]] of (review.marks?.pins ?? []).entries())
    putItem(markItems(doc, pages[0]!.id), pinId(time, i), {
      kind: 'pin',
      note,
      order: `z${i}`,
      at: time,
      matrix: [1, 0, 0, 1, x, y],
    });
  const take = partIds.map((id) => chosenTake(readTakes(work, id))).find((found) => found !== null);
  for (const [i, [second, note]] of (review.moments ?? []).entries())
    putItem(markItems(doc, take!.id), `moment-${i}`, { kind: 'moment', second, note, order: '', at: time });
  return doc;
}
