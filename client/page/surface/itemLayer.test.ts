import { inkFromRows } from '@lippet/core/ink/ink';
import { markItems, pageItems, startDocument } from '@lippet/core/page/document';
import { addStroke } from '@lippet/core/page/stroke';
import * as Y from 'yjs';
import { ItemLayer, type LayerChange } from './itemLayer';

const stroke = (id: string, x = 0) => ({
  id,
  tool: 'pen' as const,
  colour: '#1C2A33',
  width: 2,
  ink: inkFromRows([
    [x, 0, 0.5, 0],
    [x + 10, 10, 0.5, 16],
  ]),
  at: 0,
});

describe('a layer of ink', () => {
  const setUp = () => {
    const doc = new Y.Doc();
    const items = markItems(doc, 'p');
    const layer = new ItemLayer(items);
    const changes: LayerChange[] = [];
    layer.listen((change) => changes.push(change));
    return { doc, items, layer, changes };
  };
  const ids = (layer: ItemLayer): string[] => layer.drawn.map(({ item: { id } }) => id);

  it('tells that a new stroke lies on top, so that nothing below is drawn again', () => {
    const { items, layer, changes } = setUp();
    addStroke(items, stroke('a'));
    addStroke(items, stroke('b'));
    expect(ids(layer)).toEqual(['a', 'b']);
    expect(changes.map(({ kind }) => kind)).toEqual(['on-top', 'on-top']);
  });

  it('tells the region of a stroke that went, and of one that came in below', () => {
    const { items, layer, changes } = setUp();
    addStroke(items, stroke('a', 100));
    addStroke(items, stroke('c', 300));
    const first = layer.drawn[0]!.item.order;
    addStroke(items, { ...stroke('b', 200), order: `${first}V` });
    expect(ids(layer)).toEqual(['a', 'b', 'c']);
    expect(changes.at(-1)).toMatchObject({ kind: 'region', bounds: { left: 198, right: 212 } });
    items.delete('a');
    expect(ids(layer)).toEqual(['b', 'c']);
    expect(changes.at(-1)).toMatchObject({ kind: 'region', bounds: { left: 98, right: 112 } });
  });

  it('follows what another device draws and rubs out', () => {
    const { doc, items, layer } = setUp();
    addStroke(items, stroke('a'));
    const other = new Y.Doc();
    Y.applyUpdate(other, Y.encodeStateAsUpdate(doc));
    addStroke(markItems(other, 'p'), stroke('theirs'));
    markItems(other, 'p').delete('a');
    Y.applyUpdate(doc, Y.encodeStateAsUpdate(other));
    expect(ids(layer)).toEqual(['theirs']);
  });

  it('follows a change within an item: what it was and what it is now are drawn again', () => {
    const { items, layer, changes } = setUp();
    addStroke(items, stroke('a'));
    items.get('a')!.set('matrix', [1, 0, 0, 1, 50, 0]);
    expect(layer.drawn[0]!.bounds.left).toBe(48);
    expect(changes.slice(1)).toMatchObject([{ kind: 'region', bounds: { left: -2 } }, { kind: 'on-top' }]);
  });

  it('follows it also while somebody further up watches the whole document', () => {
    const doc = new Y.Doc();
    Y.applyUpdate(doc, startDocument([{ id: 'p', part: 'a', width: 100, height: 100, background: { kind: 'blank' } }]));
    doc.getArray('pages').observeDeep(() => undefined);
    const items = pageItems(doc, 'p')!;
    const layer = new ItemLayer(items);
    addStroke(items, stroke('a'));
    items.get('a')!.set('matrix', [1, 0, 0, 1, 50, 0]);
    expect(layer.drawn[0]!.bounds.left).toBe(48);
  });

  it('finds what lies somewhere without going through all of it, the topmost first', () => {
    const { items, layer } = setUp();
    for (let i = 0; i < 200; i++) addStroke(items, stroke(`s${i}`, i * 20));
    expect(layer.hit({ x: 1005, y: 5 }, 1).map(({ item }) => item.id)).toEqual(['s50']);
    expect(layer.hit({ x: 1005, y: 90 }, 1)).toEqual([]);
    items.delete('s50');
    expect(layer.hit({ x: 1005, y: 5 }, 1)).toEqual([]);
  });

  it('leaves a damaged stroke out, and hears nothing once it is let go', () => {
    const { items, layer, changes } = setUp();
    addStroke(items, stroke('a'));
    items.set('junk', new Y.Map([['kind', 'stroke']]));
    expect(ids(layer)).toEqual(['a']);
    layer.destroy();
    addStroke(items, stroke('b'));
    expect(changes).toHaveLength(1);
  });
});
