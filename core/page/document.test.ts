import * as Y from 'yjs';
import { inkFromRows } from '../ink/ink';
import { MARK_EDGE } from '../ink/tools';
import {
  areMarks,
  deletedSheets,
  findPage,
  layOutNew,
  markItems,
  pageItems,
  readPages,
  startDocument,
  type PagePlan,
} from './document';
import { readItem, readStrokes, topOrder } from './item';
import { addStroke, type NewStroke } from './stroke';
import { documentExtent, ExtentError, holdsAll } from './holds';
import { measureProgress, NO_PROGRESS } from '../piece/progress';
import { pageToSvg } from './svg';

const PLANS: PagePlan[] = [
  { id: 'p1', part: 'a', width: 200, height: 300, background: { kind: 'blank' } },
  { id: 'p2', part: 'b', width: 200, height: 300, background: { kind: 'lined', gap: 30 } },
];

function opened(): Y.Doc {
  const doc = new Y.Doc();
  Y.applyUpdate(doc, startDocument(PLANS));
  return doc;
}

const stroke = (id: string): NewStroke => ({
  id,
  tool: 'pen',
  colour: '#1C2A33',
  width: 2.6,
  ink: inkFromRows([
    [10, 10, 0.5, 0],
    [40, 30, 0.6, 16],
  ]),
  at: 1_000,
});

const copy = (doc: Y.Doc): Y.Doc => {
  const other = new Y.Doc();
  Y.applyUpdate(other, Y.encodeStateAsUpdate(doc));
  return other;
};

describe('a piece’s document', () => {
  it('is laid out the same by everyone, so laying it out twice leaves one set of pages', () => {
    expect(startDocument(PLANS)).toEqual(startDocument(PLANS));
    const doc = opened();
    Y.applyUpdate(doc, startDocument(PLANS));
    expect(readPages(doc)).toEqual(PLANS);
  });

  it('holds strokes from two devices that drew apart, in one order on both', () => {
    const one = opened();
    const two = copy(one);
    addStroke(pageItems(one, 'p1')!, stroke('from-one'));
    addStroke(pageItems(two, 'p1')!, stroke('from-two'));
    Y.applyUpdate(one, Y.encodeStateAsUpdate(two));
    Y.applyUpdate(two, Y.encodeStateAsUpdate(one));
    const ids = (doc: Y.Doc): string[] => readStrokes(pageItems(doc, 'p1')!).map(({ id }) => id);
    expect(ids(one)).toHaveLength(2);
    expect(ids(one)).toEqual(ids(two));
  });

  it('puts each new stroke on top', () => {
    const items = pageItems(opened(), 'p1')!;
    for (const id of ['z', 'a', 'm']) addStroke(items, stroke(id));
    expect(readStrokes(items).map(({ id }) => id)).toEqual(['z', 'a', 'm']);
    expect(topOrder(items) > readStrokes(items).at(-1)!.order).toBe(true);
  });

  it.each([
    ['an unknown tool', 'tool', 'chainsaw'],
    ['a colour that is none', 'colour', 'url(x)'],
    ['no width', 'width', 0],
    ['points that are no bytes', 'points', 'abc'],
    ['damaged ink', 'points', new Uint8Array([1, 9, 9])],
  ])('leaves out a stroke with %s and keeps the others', (_, key, value) => {
    const items = pageItems(opened(), 'p1')!;
    addStroke(items, stroke('good'));
    addStroke(items, stroke('bad'));
    items.get('bad')!.set(key, value);
    expect(readItem('bad', items.get('bad')!)).toBeNull();
    expect(readStrokes(items).map(({ id }) => id)).toEqual(['good']);
  });

  it('counts strokes without reading their ink', () => {
    const items = pageItems(opened(), 'p1')!;
    for (const id of ['a', 'b', 'c']) addStroke(items, stroke(id));
    items.get('b')!.set('kind', 'something else');
    expect(measureProgress(items.doc!).parts.a!.strokes).toBe(2);
  });

  it('has no items for a page it does not have', () => {
    expect(pageItems(opened(), 'p9')).toBeUndefined();
  });
});

describe('measureProgress', () => {
  it('counts strokes and drawn pages by part', () => {
    const doc = opened();
    addStroke(pageItems(doc, 'p1')!, stroke('s'));
    expect(measureProgress(doc).parts).toEqual({
      a: { ...NO_PROGRESS, pages: 1, drawnPages: 1, strokes: 1, items: 1 },
      b: { ...NO_PROGRESS, pages: 1 },
    });
  });
});

describe('holdsAll', () => {
  it('is true of a full copy and false while a stroke is missing', () => {
    const doc = opened();
    const behind = copy(doc);
    addStroke(pageItems(doc, 'p1')!, stroke('s'));
    expect(holdsAll(copy(doc), documentExtent(doc))).toBe(true);
    expect(holdsAll(behind, documentExtent(doc))).toBe(false);
  });

  it('is false while only a rubbing-out is missing, which a state vector would not tell', () => {
    const doc = opened();
    addStroke(pageItems(doc, 'p1')!, stroke('s'));
    const behind = copy(doc);
    pageItems(doc, 'p1')!.delete('s');
    expect(Y.encodeStateVector(behind)).toEqual(Y.encodeStateVector(doc));
    expect(holdsAll(behind, documentExtent(doc))).toBe(false);
    Y.applyUpdate(behind, Y.encodeStateAsUpdate(doc));
    expect(holdsAll(behind, documentExtent(doc))).toBe(true);
  });

  it('is true when the copy holds more than was asked', () => {
    const doc = opened();
    const extent = documentExtent(doc);
    addStroke(pageItems(doc, 'p1')!, stroke('s'));
    expect(holdsAll(doc, extent)).toBe(true);
  });

  it('says so when the extent can’t be read', () => {
    expect(() => holdsAll(opened(), new Uint8Array([250, 250, 1]))).toThrow(ExtentError);
  });
});

describe('sheets that came later', () => {
  const later: PagePlan = { ...PLANS[0]!, id: 'p1b' };
  it('are laid out behind those of their part, once, on two devices too', () => {
    const [doc, other] = [opened(), opened()];
    const plans = [PLANS[0]!, later, ...PLANS.slice(1)];
    expect([layOutNew(doc, plans), layOutNew(other, plans), layOutNew(doc, plans)]).toEqual([true, true, false]);
    Y.applyUpdate(doc, Y.encodeStateAsUpdate(other));
    expect(readPages(doc).map(({ id }) => id)).toEqual(plans.map(({ id }) => id));
    addStroke(pageItems(doc, 'p1b')!, stroke('s'));
    expect(readPages(doc).filter(({ id }) => id === 'p1b')).toHaveLength(1);
  });

  it('leave alone what was deleted', () => {
    const doc = opened();
    findPage(doc, 'p1')!.set('deleted', true);
    expect(layOutNew(doc, PLANS)).toBe(false);
    expect(readPages(doc).map(({ id }) => id)).not.toContain('p1');
  });

  it('come back with all that was on them', () => {
    const doc = opened();
    addStroke(pageItems(doc, 'p1')!, stroke('s'));
    expect(deletedSheets(doc, PLANS)).toEqual([]);
    findPage(doc, 'p1')!.set('deleted', true);
    expect(deletedSheets(doc, PLANS).map(({ id }) => id)).toEqual(['p1']);
    findPage(doc, 'p1')!.set('deleted', false);
    expect([
      deletedSheets(doc, PLANS),
      readPages(doc).map(({ id }) => id),
      readStrokes(pageItems(doc, 'p1')!).length,
    ]).toEqual([[], ['p1', 'p2'], 1]);
  });
});

it('tells marks from the work that they lie on', () => {
  const doc = opened();
  expect(areMarks(pageItems(doc, 'p1')!)).toBe(false);
  expect(areMarks(markItems(doc, 'p1'))).toBe(true);
});

describe('pageToSvg', () => {
  it('draws background, ink and marks in that order', () => {
    const doc = opened();
    addStroke(pageItems(doc, 'p2')!, stroke('s'));
    const marks = new Y.Doc();
    addStroke(markItems(marks, 'p2'), { ...stroke('m'), colour: '#2A6A8C' });
    const svg = pageToSvg(PLANS[1]!, [readStrokes(pageItems(doc, 'p2')!), readStrokes(markItems(marks, 'p2'))]);
    const places = ['#BFD3DA', '#1C2A33', '#2A6A8C'].map((colour) => svg.indexOf(colour));
    expect(places.every((i) => i > 0)).toBe(true);
    expect([...places].sort((a, b) => a - b)).toEqual(places);
  });

  it('gives the ink of marks an edge that no other ink has, below all of that ink', () => {
    const doc = opened();
    const same = { ...stroke('s'), colour: '#2A6A8C' };
    addStroke(pageItems(doc, 'p2')!, same);
    const marks = new Y.Doc();
    addStroke(markItems(marks, 'p2'), same);
    addStroke(markItems(marks, 'p2'), { ...same, id: 'm', colour: '#C8472F' });
    addStroke(markItems(marks, 'p2'), { ...same, id: 'light', tool: 'highlighter', colour: '#CBDD92' });
    const layers = [readStrokes(pageItems(doc, 'p2')!), readStrokes(markItems(marks, 'p2'))];
    const [work, over] = pageToSvg(PLANS[1]!, layers, { marks: 1 }).split('<g>').slice(1);
    const colours = (svg: string): string[] => [...svg.matchAll(/fill="(#\w+)"/g)].map(([, colour]) => colour!);
    expect(colours(work!)).toEqual(['#2A6A8C']);
    expect(colours(over!).slice(0, 2)).toEqual([MARK_EDGE.colour, MARK_EDGE.colour]);
    expect(colours(over!).slice(2).sort()).toEqual(['#2A6A8C', '#C8472F', '#CBDD92']);
  });

  it('lets nothing of a picture’s data out of its attributes', () => {
    const evil: PagePlan = {
      ...PLANS[0]!,
      background: {
        kind: 'picture',
        alt: '',
        shapes: [
          { d: 'M0 0"/><script>x</script>', stroke: '"><b>' },
          { d: 'M0 0H9', stroke: '"><b>' },
        ],
      },
    };
    const svg = pageToSvg(evil, []);
    expect(svg).not.toContain('<script>');
    expect(svg).not.toContain('<b>');
  });
});
