import fc from 'fast-check';
import * as Y from 'yjs';
import { inkFromRows } from '../ink/ink';
import { copyItems, deleteItems, orderItems, pasteItems, recolourItems, transformItems } from './arrange';
import { addPage, orderBehind, pageItems, readPages, startDocument } from './document';
import {
  applyChanges,
  differences,
  EMPTY_HISTORY,
  MOST_STEPS,
  pushStep,
  revertStep,
  type ItemChange,
  type Step,
} from './edit';
import { readItem, readItems, readStrokes, strokeFields, type Fields } from './item';
import { scalingAt, translation, turningAt } from '../math/matrix';

const PAGE = { id: 'p', part: 'a', width: 200, height: 300, background: { kind: 'blank' } } as const;
const make = (plans = [PAGE as Parameters<typeof addPage>[1]]) => {
  const doc = new Y.Doc();
  Y.applyUpdate(doc, startDocument(plans));
  const itemsOf = (page: string) => pageItems(doc, page);
  const apply = (...items: ItemChange[]): Step => applyChanges(doc, itemsOf, { items }, null)!;
  const undo = (step: Step): void => revertStep(doc, itemsOf, step, 'undo', null);
  const redo = (step: Step): void => revertStep(doc, itemsOf, step, 'redo', null);
  return { doc, items: itemsOf('p')!, itemsOf, apply, undo, redo };
};
const fields = (order: string, x = 10): Fields =>
  strokeFields({
    tool: 'pen',
    colour: '#1C2A33',
    width: 2,
    ink: inkFromRows([
      [x, 10, 0.5, 0],
      [x + 20, 10, 0.5, 16],
    ]),
    at: 0,
    order,
  });
const add = (id: string, order = 'a1', x?: number): ItemChange => ({ page: 'p', id, after: fields(order, x) });

describe('steps', () => {
  it('take an addition, a change and a removal back, and do them again', () => {
    const { items, apply, undo, redo } = make();
    const added = apply(add('s'));
    const moved = apply(...transformItems('p', items, ['s'], translation(5, 0)));
    const gone = apply(...deleteItems('p', items, ['s']));
    expect(items.has('s')).toBe(false);
    undo(gone);
    expect(readStrokes(items)[0]!.ink.x[0]).toBe(15);
    undo(moved);
    expect(readStrokes(items)[0]!.ink.x[0]).toBe(10);
    undo(added);
    expect(items.size).toBe(0);
    for (const step of [added, moved, gone]) redo(step);
    expect(items.size).toBe(0);
  });

  it('leave alone what somebody else drew or took away meanwhile', () => {
    const { items, apply, undo } = make();
    apply(add('mine'), add('shared'));
    const recoloured = apply(...recolourItems('p', items, ['mine', 'shared'], '#C8472F'));
    apply(add('theirs', 'a2'));
    items.delete('shared');
    undo(recoloured);
    expect(readStrokes(items).map(({ id, colour }) => [id, colour])).toEqual([
      ['mine', '#1C2A33'],
      ['theirs', '#1C2A33'],
    ]);
  });

  it('merge two devices’ changes of one item', () => {
    const one = make();
    one.apply(add('s'));
    const two = new Y.Doc();
    Y.applyUpdate(two, Y.encodeStateAsUpdate(one.doc));
    one.apply(...recolourItems('p', one.items, ['s'], '#C8472F'));
    const theirs = pageItems(two, 'p')!;
    applyChanges(
      two,
      (page) => pageItems(two, page),
      { items: transformItems('p', theirs, ['s'], translation(0, 7)) },
      null,
    );
    Y.applyUpdate(one.doc, Y.encodeStateAsUpdate(two));
    expect(readStrokes(one.items)[0]).toMatchObject({ colour: '#C8472F', matrix: [1, 0, 0, 1, 0, 7] });
  });

  it('are nothing where nothing changes', () => {
    const { items, itemsOf, doc, apply } = make();
    apply(add('s'));
    expect(
      applyChanges(
        doc,
        itemsOf,
        {
          items: [
            { page: 'p', id: 's', after: items.get('s')!.toJSON() as Fields },
            { page: 'none', id: 'x', after: {} },
          ],
        },
        null,
      ),
    ).toBeNull();
  });

  it('join while one rubs or drags, and vanish when they cancel out', () => {
    const { items, apply } = make();
    const history = pushStep(
      pushStep(EMPTY_HISTORY, apply(add('s'))),
      apply(...transformItems('p', items, ['s'], translation(1, 0))),
      true,
    );
    expect(history.done).toHaveLength(1);
    expect(history.done[0]!.items[0]).toMatchObject({ before: null, after: { matrix: [1, 0, 0, 1, 1, 0] } });
    expect(pushStep(history, apply(...deleteItems('p', items, ['s'])), true).done).toEqual([]);
    let long = EMPTY_HISTORY;
    for (let i = 0; i < MOST_STEPS + 5; i++) long = pushStep(long, { items: [], pages: [] });
    expect(long.done).toHaveLength(MOST_STEPS);
  });

  it('undo in turn to just where one began, whatever was done', () => {
    const command = fc.record({
      kind: fc.constantFrom('add', 'move', 'turn', 'colour', 'delete', 'front', 'back'),
      id: fc.constantFrom('a', 'b', 'c', 'd'),
    });
    fc.assert(
      fc.property(fc.array(command, { maxLength: 25 }), (commands) => {
        const { doc, items, itemsOf, undo, redo } = make();
        const picture = (): string => JSON.stringify(items.toJSON());
        const states = [picture()];
        const steps: Step[] = [];
        for (const [i, { kind, id }] of commands.entries()) {
          const changes: Record<string, () => ItemChange[]> = {
            add: () => [{ page: 'p', id, after: fields(`a${i}`, i) }],
            move: () => transformItems('p', items, [id], translation(i, 1)),
            turn: () => transformItems('p', items, [id], turningAt(0.3, { x: 10, y: 10 })),
            colour: () => recolourItems('p', items, [id], i % 2 ? '#C8472F' : '#2A6A8C'),
            delete: () => deleteItems('p', items, [id]),
            front: () => orderItems('p', items, [id], 'front'),
            back: () => orderItems('p', items, [id], 'back'),
          };
          const step = applyChanges(doc, itemsOf, { items: changes[kind]!() }, null);
          if (!step) continue;
          steps.push(step);
          states.push(picture());
        }
        // Keys may come back in another order: compare by content.
        const same = (a: string, b: string): void => expect(JSON.parse(a)).toEqual(JSON.parse(b));
        for (let i = steps.length - 1; i >= 0; i--) {
          undo(steps[i]!);
          same(picture(), states[i]!);
        }
        steps.forEach((step, i) => {
          redo(step);
          same(picture(), states[i + 1]!);
        });
      }),
      { numRuns: 60 },
    );
  });
});

describe('arranging', () => {
  const three = () => {
    const made = make();
    made.apply(add('a', 'a1'), add('b', 'a2'), add('c', 'a3'));
    const ids = (): string[] => readItems(made.items).map(({ id }) => id);
    const order = (picked: string[], move: Parameters<typeof orderItems>[3]): string[] => {
      made.apply(...orderItems('p', made.items, picked, move));
      return ids();
    };
    return { ...made, ids, order };
  };

  it('puts things in front, at the back, and one place on', () => {
    expect(three().order(['a'], 'front')).toEqual(['b', 'c', 'a']);
    expect(three().order(['c'], 'back')).toEqual(['c', 'a', 'b']);
    expect(three().order(['a'], 'forward')).toEqual(['b', 'a', 'c']);
    expect(three().order(['c'], 'backward')).toEqual(['a', 'c', 'b']);
    expect(three().order(['a', 'b'], 'front')).toEqual(['c', 'a', 'b']);
  });

  it('scales width with the stroke, and turns around a point', () => {
    const { items, apply } = three();
    apply(...transformItems('p', items, ['a'], scalingAt(2, 2, { x: 10, y: 10 })));
    expect(readItem('a', items.get('a'))).toMatchObject({ width: 4, ink: { x: Float64Array.of(10, 50) } });
    apply(...transformItems('p', items, ['b'], turningAt(Math.PI / 2, { x: 10, y: 10 })));
    const turned = readStrokes(items).find(({ id }) => id === 'b')!;
    expect([turned.ink.x[1], turned.ink.y[1]]).toEqual([expect.closeTo(10), expect.closeTo(30)]);
  });

  it('does not squeeze anything to nothing', () => {
    const { items } = three();
    expect(transformItems('p', items, ['a'], scalingAt(1, 0, { x: 0, y: 0 }))).toEqual([]);
  });

  it('copies onto another page, on top and in order', () => {
    const { items, doc, itemsOf, apply } = three();
    addPage(doc, { ...PAGE, id: 'q' }, orderBehind(doc, 'p'));
    const other = itemsOf('q')!;
    let next = 0;
    const pasted = pasteItems(
      copyItems(items, ['c', 'a']),
      { page: 'q', items: other, offset: { x: 3, y: 4 } },
      () => `n${next++}`,
      99,
    );
    apply(...pasted);
    expect(readItems(other).map(({ id, matrix, at }) => [id, matrix[4], matrix[5], at])).toEqual([
      ['n0', 3, 4, 99],
      ['n1', 3, 4, 99],
    ]);
    expect(readItems(items)).toHaveLength(3);
  });
});

describe('pages', () => {
  it('come behind each other, move, go and come back with all that was on them', () => {
    const { doc, itemsOf, apply } = make();
    apply(add('s'));
    addPage(doc, { ...PAGE, id: 'q' }, orderBehind(doc, 'p'), new Map([['t', fields('a1')]]));
    addPage(doc, { ...PAGE, id: 'r' }, orderBehind(doc, 'p'));
    const ids = (): string[] => readPages(doc).map(({ id }) => id);
    expect(ids()).toEqual(['p', 'r', 'q']);
    const change = (page: string, after: object): Step =>
      applyChanges(doc, itemsOf, { pages: [{ page, after }] }, null)!;
    const moved = change('q', { order: orderBehind(doc, null) });
    expect(ids()).toEqual(['q', 'p', 'r']);
    const gone = change('q', { deleted: true });
    expect(ids()).toEqual(['p', 'r']);
    revertStep(doc, itemsOf, gone, 'undo', null);
    expect(ids()).toEqual(['q', 'p', 'r']);
    expect(readItems(itemsOf('q')!).map(({ id }) => id)).toEqual(['t']);
    revertStep(doc, itemsOf, moved, 'undo', null);
    expect(ids()).toEqual(['p', 'r', 'q']);
  });

  it('that were laid out before they had an order keep theirs', () => {
    const doc = new Y.Doc();
    const old = (id: string) =>
      new Y.Map<unknown>([
        ['id', id],
        ['part', 'a'],
        ['width', 10],
        ['height', 10],
        ['background', { kind: 'blank' }],
        ['items', new Y.Map()],
      ]);
    doc.getArray('pages').push([old('one'), old('two'), old('three')]);
    expect(readPages(doc).map(({ id }) => id)).toEqual(['one', 'two', 'three']);
    addPage(doc, { ...PAGE, id: 'between' }, orderBehind(doc, 'one'));
    expect(readPages(doc).map(({ id }) => id)).toEqual(['one', 'between', 'two', 'three']);
  });
});

describe('an earlier copy', () => {
  it('comes back as one step that can itself be undone', () => {
    const { doc, items, itemsOf, apply, undo } = make();
    apply(add('a'), add('b', 'a2'));
    const copy = new Y.Doc();
    Y.applyUpdate(copy, Y.encodeStateAsUpdate(doc));
    apply(...deleteItems('p', items, ['a']), ...recolourItems('p', items, ['b'], '#C8472F'), add('c', 'a3'));
    addPage(doc, { ...PAGE, id: 'new' }, orderBehind(doc, 'p'));
    const now = JSON.stringify(items.toJSON());
    const step = applyChanges(doc, itemsOf, differences(doc, copy), null)!;
    expect(readItems(items).map(({ id }) => id)).toEqual(['a', 'b']);
    expect(readStrokes(items)[1]!.colour).toBe('#1C2A33');
    expect(readPages(doc).map(({ id }) => id)).toEqual(['p']);
    undo(step);
    expect(JSON.parse(JSON.stringify(items.toJSON()))).toEqual(JSON.parse(now));
    expect(readPages(doc)).toHaveLength(2);
  });
});
