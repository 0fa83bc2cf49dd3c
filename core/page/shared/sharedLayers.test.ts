import * as Y from 'yjs';
import { documentOf, readPages, pageItems, startDocument } from '../document';
import { encodeInk } from '../../ink/codec';
import { emptyInk } from '../../ink/ink';
import { putItem, readItems, topOrder } from '../item';
import { countAdded, freezeLayers, lastMade, layerName, layerOfPerson, readLayerName } from './sharedLayers';
import { placesFor } from './placesFor';

const PAGE = { id: 'part.1', part: 'part', width: 842, height: 595, background: { kind: 'blank' } } as const;
const ink = encodeInk({
  ...emptyInk(0),
  x: Float64Array.from([0, 1]),
  y: Float64Array.from([0, 1]),
  pressure: Float32Array.from([0.5, 0.5]),
  time: Float64Array.from([0, 1]),
});

function draw(doc: Y.Doc, person: string, id: string, time: number): void {
  const items = layerOfPerson(doc, { person, page: PAGE.id });
  putItem(items, id, {
    kind: 'stroke',
    tool: 'pen',
    colour: '#1C2A33',
    width: 2,
    points: ink,
    order: topOrder(items),
    at: time,
  });
}

it('layers are named after whoever made them, and after the page', () => {
  const layer = { person: 'wren', page: 'part:odd.1' };
  expect(readLayerName(layerName(layer))).toEqual(layer);
  expect([readLayerName('pages'), readLayerName('by:'), readLayerName('by:wren')]).toEqual([null, null, null]);
});

it('says how much somebody has added, and what last', () => {
  const doc = new Y.Doc();
  draw(doc, 'wren', 'a', 10);
  draw(doc, 'wren', 'b', 30);
  draw(doc, 'milo', 'c', 20);
  expect([countAdded(doc, 'wren', [PAGE]), countAdded(doc, 'saffi', [PAGE])]).toEqual([2, 0]);
  expect([lastMade(doc, 'wren', [PAGE]), lastMade(doc, 'saffi', [PAGE])]).toEqual([
    { page: PAGE.id, id: 'b', at: 30 },
    null,
  ]);
});

it('a frozen page has what others made as theirs below what is one’s own, even where two gave it one name', () => {
  const shared = new Y.Doc();
  draw(shared, 'wren', 'same', 1);
  draw(shared, 'milo', 'same', 2);
  shared.getMap('by:milo:part.1').set('nonsense', 5);
  const piece = documentOf(startDocument([PAGE]));
  freezeLayers(shared, PAGE.id, 'wren', pageItems(piece, PAGE.id)!);
  expect(readPages(piece)).toMatchObject([PAGE]);
  expect(readItems(pageItems(piece, PAGE.id)!).map(({ at, others }) => [at, others ?? false])).toEqual([
    [2, true],
    [1, false],
  ]);
});

it.each([1, 2, 7, 12, 30, 60])('%i places lie on the sheet, apart, numbered row by row', (count) => {
  const places = placesFor(count, PAGE);
  expect(places.map(({ number }) => number)).toEqual(Array.from({ length: count }, (_, i) => i + 1));
  for (const { x, y, width, height } of places) {
    expect(Math.min(x, y, width, height)).toBeGreaterThan(0);
    expect([x + width <= PAGE.width, y + height <= PAGE.height]).toEqual([true, true]);
  }
  const meet = (one: (typeof places)[number], other: (typeof places)[number]): boolean =>
    one.x < other.x + other.width &&
    other.x < one.x + one.width &&
    one.y < other.y + other.height &&
    other.y < one.y + one.height;
  expect(places.some((one, i) => places.slice(i + 1).some((other) => meet(one, other)))).toBe(false);
});
