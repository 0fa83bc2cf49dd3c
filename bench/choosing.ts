/** `choose-5000`: what a tap hits and what a lasso catches among 5,000 strokes, against going through all of them. */
import { hitsItem, inLasso } from '@lippet/core/page/geometry';
import { markItems } from '@lippet/core/page/document';
import { addStroke } from '@lippet/core/page/stroke';
import * as Y from 'yjs';
import { randomFrom } from '@lippet/demo/hand';
import { ItemLayer } from '../client/page/surface/itemLayer';
import { handwriting } from './drawnPage';
import { byValue, quantile, type Figure } from './figure';

const STROKES = 5_000;
const TRIES = 300;
/** How far from a stroke a finger still hits it, in points. */
const REACH = 8;

interface Try {
  x: number;
  y: number;
  /** Around a word or two, as one draws it. */
  lasso: { x: number; y: number }[];
}

export function choosing(): Figure {
  const items = markItems(new Y.Doc(), 'p');
  items.doc!.transact(() =>
    handwriting(STROKES)
      .slice(0, STROKES)
      .forEach(({ tool, colour, width, ink }, i) =>
        addStroke(items, { id: `s${i}`, tool, colour, width, ink, at: 0, order: `a${String(i).padStart(6, '0')}1` }),
      ),
  );
  const layer = new ItemLayer(items);
  const random = randomFrom(11);
  const tries = Array.from({ length: TRIES }, (): Try => {
    const [x, y] = [40 + random() * 500, 40 + random() * 750];
    return {
      x,
      y,
      lasso: Array.from({ length: 40 }, (_, i) => ({
        x: x + 45 * Math.cos((i / 40) * 2 * Math.PI),
        y: y + 25 * Math.sin((i / 40) * 2 * Math.PI),
      })),
    };
  });
  const ours = ({ x, y, lasso }: Try): number =>
    layer.hit({ x, y }, REACH).length +
    layer
      .within({ left: x - 45, right: x + 45, top: y - 25, bottom: y + 25 })
      .filter(({ item }) => inLasso(item, lasso)).length;
  const bare = ({ x, y, lasso }: Try): number =>
    layer.drawn.filter(({ item }) => hitsItem(item, { x, y }, REACH)).length +
    layer.drawn.filter(({ item }) => inLasso(item, lasso)).length;
  const [fast, slow]: [number[], number[]] = [[], []];
  let caught = 0;
  for (const [i, attempt] of tries.entries()) {
    let begun = performance.now();
    const found = ours(attempt);
    fast.push(performance.now() - begun);
    caught += found;
    if (i % 10 > 0) continue;
    begun = performance.now();
    const all = bare(attempt);
    slow.push(performance.now() - begun);
    if (all !== found) throw new Error(`The index found ${found} where there are ${all}.`);
  }
  if (caught === 0) throw new Error('Nothing was hit: the bench measures nothing.');
  layer.destroy();
  return byValue('choose-5000', 'ms', quantile(fast, 0.95), quantile(slow, 0.5), 16);
}
