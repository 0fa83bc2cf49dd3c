import * as Y from 'yjs';
import { inkFromRows } from '../ink/ink';
import { pageItems, startDocument } from './document';
import { putItem, readItems, strokeFields, type Item, type TextMark } from './item';
import { IDENTITY, translation } from '../math/matrix';
import { mediaOf } from './mediaOf';
import { gatherMarks, marksAsText, pinsInReadingOrder } from './notes';
import { rubTouched, rubWhole, wayBounds } from './rubOut';
import { rubRings } from './rubFill';
import { insideRings } from './rings';

const base = { order: 'a1', at: 1_000, matrix: IDENTITY };
const pin = (id: string, x: number, y: number): Item => ({
  ...base,
  id,
  kind: 'pin',
  voice: null,
  note: '',
  matrix: translation(x, y),
});
const mark = (id: string, y: number, colour: string, more: Partial<TextMark> = {}): Item => ({
  ...base,
  id,
  kind: 'mark',
  style: 'highlight',
  colour,
  quads: [[10, y, 60, y, 60, y + 10, 10, y + 10]],
  text: id,
  note: '',
  ...more,
});

describe('pins in reading order', () => {
  it('go line by line, and within a line from the left', () => {
    expect(
      pinsInReadingOrder([pin('c', 20, 200), pin('b', 300, 104), pin('a', 40, 110), pin('z', 5, 400)]).map(
        ({ id }) => id,
      ),
    ).toEqual(['a', 'b', 'c', 'z']);
  });

  it('do not run together down a slanting row', () => {
    expect(
      pinsInReadingOrder([0, 1, 2, 3, 4].map((i) => pin(String(i), 400 - i * 90, i * 10))).map(({ id }) => id),
    ).toEqual(['1', '0', '3', '2', '4']);
  });
});

describe('the list of marked words', () => {
  const pages = [
    {
      id: 'one',
      items: [mark('late', 300, '#F0AE2E'), mark('early', 40, '#C8472F', { note: 'why?\nand how?' }), pin('p', 0, 0)],
    },
    {
      id: 'two',
      items: [
        mark('next', 20, '#F0AE2E'),
        mark('scan', 90, '#C8472F', { text: '', note: 'this part' }),
        mark('empty', 5, '#C8472F', { quads: [] }),
      ],
    },
  ];

  it('goes through the pages, or gathers by colour', () => {
    expect(gatherMarks(pages, 'place').map(({ page, mark: { id } }) => `${page} ${id}`)).toEqual([
      'one early',
      'one late',
      'two next',
      'two scan',
    ]);
    expect(gatherMarks(pages, 'colour').map(({ mark: { id } }) => id)).toEqual(['early', 'scan', 'late', 'next']);
  });

  it('is copied as text, notes indented below, places without words by their note', () => {
    expect(marksAsText(gatherMarks(pages, 'place'))).toBe(
      'early\n    why?\n    and how?\nlate\nnext\n(a marked place)\n    this part',
    );
  });
});

const stroke = (id: string, y: number): Item => ({
  ...base,
  id,
  kind: 'stroke',
  tool: 'pen',
  colour: '#1C2A33',
  width: 2,
  ink: inkFromRows([
    [0, y, 0.5, 0],
    [100, y, 0.5, 200],
  ]),
});
const square = (id: string): Item => ({
  ...base,
  id,
  kind: 'fill',
  colour: '#C8472F',
  rings: [Float64Array.of(0, 0, 100, 0, 100, 100, 0, 100)],
});
const way = { px: 50, py: 40, qx: 50, qy: 60, reach: 5 };
let next = 0;
const newId = (): string => `n${next++}`;

describe('rubbing out', () => {
  it('takes whole strokes, areas and marks that it touches, and nothing else', () => {
    const words: Item = {
      ...base,
      id: 't',
      kind: 'text',
      text: 'x',
      lines: ['x'],
      width: 200,
      size: 80,
      font: 'reading',
      colour: '#1C2A33',
      align: 'left',
      spot: null,
    };
    expect(
      rubWhole('p', [stroke('hit', 50), stroke('past', 80), square('area'), mark('m', 52, '#F0AE2E'), words], way).map(
        ({ id }) => id,
      ),
    ).toEqual(['hit', 'area', 'm']);
    expect(wayBounds(way)).toEqual({ left: 45, right: 55, top: 35, bottom: 65 });
  });

  it('cuts strokes into pieces that keep their place in the order and the time they were finished at', () => {
    const changes = rubTouched('p', [stroke('s', 50)], way, newId);
    expect(changes).toHaveLength(3);
    expect(changes[0]).toEqual({ page: 'p', id: 's', after: null });
    expect(changes[1]!.after).toMatchObject({ order: 'a1', at: expect.closeTo(1_000 - 200 + 88, 0) });
    expect(changes[2]!.after).toMatchObject({ order: 'a1', at: 1_000 });
  });

  it('takes a hole out of an area, leaves one alone that it did not touch, and drops one that is all gone', () => {
    const [change] = rubTouched('p', [square('a')], way, newId);
    expect(change!.after).toMatchObject({ kind: 'fill', colour: '#C8472F', order: 'a1' });
    expect(rubTouched('p', [square('a')], { ...way, px: 300, qx: 300 }, newId)).toEqual([]);
    expect(rubTouched('p', [square('a')], { px: 50, py: 50, qx: 50, qy: 50, reach: 100 }, newId)).toEqual([
      { page: 'p', id: 'a', after: null },
    ]);
  });

  it('leaves of an area just what the rubber did not cover', () => {
    const ring = [Float64Array.of(0, 0, 100, 0, 100, 100, 0, 100), Float64Array.of(40, 40, 60, 40, 60, 60, 40, 60)];
    const left = rubRings(ring, [0, 20, 100, 20], 8);
    expect(insideRings(left, 50, 20)).toBe(false);
    expect(insideRings(left, 50, 5)).toBe(true);
    expect(insideRings(left, 50, 80)).toBe(true);
    expect(insideRings(left, 50, 50)).toBe(false); // the hole that was there before
    expect(rubRings([], [0, 0, 1, 1], 1)).toEqual([]);
  });
});

describe('the media of a document', () => {
  it('are those of its pictures and backgrounds, each once, deleted pages not counted', () => {
    const doc = new Y.Doc();
    const plan = (id: string, background: object) => ({
      id,
      part: 'a',
      width: 10,
      height: 10,
      background: background as never,
    });
    Y.applyUpdate(
      doc,
      startDocument([
        plan('p', { kind: 'pdf', media: 'file', page: 1 }),
        plan('q', { kind: 'pdf', media: 'file', page: 2 }),
        plan('r', { kind: 'photo', media: 'photo', alt: '' }),
      ]),
    );
    const items = pageItems(doc, 'p')!;
    const picture = (media: unknown) => ({
      kind: 'picture',
      media,
      width: 9,
      height: 9,
      crop: [0, 0, 1, 1],
      alt: '',
      order: 'a1',
      at: 0,
    });
    putItem(items, 'one', picture('kite'));
    putItem(items, 'two', picture('kite'));
    putItem(items, 'bad', picture(7));
    putItem(
      items,
      'ink',
      strokeFields({
        tool: 'pen',
        colour: '#1C2A33',
        width: 2,
        ink: inkFromRows([[1, 1, 0.5, 0]]),
        at: 0,
        order: 'a2',
      }),
    );
    expect(mediaOf(doc).sort()).toEqual(['file', 'kite', 'photo']);
    doc.getArray<Y.Map<unknown>>('pages').get(2).set('deleted', true);
    expect(mediaOf(doc).sort()).toEqual(['file', 'kite']);
    expect(readItems(items)).toHaveLength(3);
  });
});
