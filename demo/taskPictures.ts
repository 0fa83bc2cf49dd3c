import * as Y from 'yjs';
import { documentOf, pageItems, startDocument } from '@lippet/core/page/document';
import { addStroke } from '@lippet/core/page/stroke';
import { makeCompute } from '@lippet/server/compute/compute';
import { pagePicture } from '@lippet/server/media/picture';
import type { Drawing } from './drawings';
import { Hand, OLDER_HAND } from './hand';
import { A4 } from './pictures';

/** What a teacher has drawn above the words of a task: who can't read finds the activity by it. */
export interface TaskPicture {
  drawing: Drawing;
  /** How much of the drawing there is, 0 to 1. */
  share: number;
  alt: string;
}

/** Width of the picture, in pixels. */
const WIDTH = 640;
const SEED = 11;
const PAGE = 'task';

/** The drawing as a WebP, with its size in pixels. */
export async function drawTaskPicture({ drawing, share }: TaskPicture): Promise<{
  content: Buffer;
  width: number;
  height: number;
}> {
  const page = { ...A4, id: PAGE, part: PAGE, background: { kind: 'blank' as const } };
  const doc = documentOf(startDocument([page]));
  const items = pageItems(doc, PAGE)!;
  const hand = new Hand(SEED, OLDER_HAND);
  drawing(hand, share);
  for (const [i, { tool, colour, width, ink }] of hand.strokes.entries())
    addStroke(items, { id: `t${i}`, tool, colour, width, ink, at: 0 });
  const compute = makeCompute(null);
  const content = (await pagePicture(compute, { updates: [Y.encodeStateAsUpdate(doc)], width: WIDTH }))!;
  return { content, width: WIDTH, height: Math.round((WIDTH * A4.height) / A4.width) };
}
