import * as Y from 'yjs';
import { inkFromRows } from '../ink/ink';
import { backgroundShapes, PAPERS } from './background';
import { pageItems, startDocument, type PagePlan } from './document';
import { hitsItem, inLasso, itemBounds } from './geometry';
import { putItem, readItem, readItems, strokeFields, type Fields, type Item } from './item';
import {
  applyTo,
  compose,
  IDENTITY,
  inverse,
  isMatrix,
  scaleOf,
  scalingAt,
  translation,
  turningAt,
} from '../math/matrix';
import { measureProgress } from '../piece/progress';
import { encodeRings } from './rings';
import { filledSpots, nextEmptySpot, readSpots, spotAt, type Spot } from './spots';
import { pageToSvg } from './svg';
import { breakLines } from './textLines';

const doc = (plan: Partial<PagePlan> = {}): Y.Doc => {
  const made = new Y.Doc();
  Y.applyUpdate(
    made,
    startDocument([{ id: 'p', part: 'a', width: 200, height: 300, background: { kind: 'blank' }, ...plan }]),
  );
  return made;
};
const read = (fields: Fields): Item | null => {
  const made = doc();
  putItem(pageItems(made, 'p')!, 'i', { order: 'a1', at: 0, ...fields });
  return readItem('i', pageItems(made, 'p')!.get('i'));
};
const text = {
  kind: 'text',
  text: 'ferry',
  lines: ['ferry'],
  width: 80,
  size: 20,
  font: 'reading',
  colour: '#1C2A33',
  align: 'left',
};
const picture = { kind: 'picture', media: 'm', width: 60, height: 40, crop: [0, 0, 1, 1], alt: 'a boat' };
const mark = {
  kind: 'mark',
  style: 'highlight',
  colour: '#F0AE2E',
  quads: [[10, 10, 50, 10, 50, 22, 10, 22]],
  text: 'tide',
  note: '',
};
const square = (colour = '#C8472F') => ({
  kind: 'fill',
  colour,
  path: encodeRings([Float64Array.of(0, 0, 20, 0, 20, 20, 0, 20)]),
});
const line = (y = 10, tool: 'pen' | 'highlighter' = 'pen') =>
  strokeFields({
    tool,
    colour: '#1C2A33',
    width: 4,
    ink: inkFromRows([
      [10, y, 0.5, 0],
      [60, y, 0.5, 20],
    ]),
    at: 0,
    order: 'a1',
  });

describe('items', () => {
  it.each([
    ['text', text],
    ['a picture', picture],
    ['a mark', mark],
    ['a fill', square()],
    ['a pin', { kind: 'pin', note: 'here' }],
    ['a field', { kind: 'field', name: 'n', value: 'v' }],
  ])('read %s as it was written', (_, fields) => {
    expect(read(fields)).toMatchObject(fields.kind === 'fill' ? { kind: 'fill', colour: '#C8472F' } : fields);
  });

  it.each<[string, Fields]>([
    ['a kind from nowhere', { kind: 'hologram' }],
    ['words without a size', { ...text, size: 'large' }],
    ['a colour that is an address', { ...text, colour: 'url(#x)' }],
    ['words without end', { ...text, text: 'x'.repeat(5_000) }],
    ['a picture of nothing', { ...picture, media: 7 }],
    ['a mark with half a quad', { ...mark, quads: [[1, 2, 3]] }],
    ['an area that is cut off', { ...square(), path: Uint8Array.of(1, 9) }],
    ['a pin without words', { kind: 'pin' }],
  ])('read %s as nothing', (_, fields) => {
    expect(read(fields)).toBeNull();
  });

  it('take a place that makes no sense as none, and a crop that is none as the whole', () => {
    expect(read({ ...text, matrix: [0, 0, 0, 0, 5, 5] })!.matrix).toEqual(IDENTITY);
    expect(read({ ...text, matrix: [1, 0, 0, NaN, 5, 5] })!.matrix).toEqual(IDENTITY);
    expect(read({ ...picture, crop: [0, 0, 0, 1] })).toMatchObject({ crop: [0, 0, 1, 1] });
  });

  it('lie in layers: colours and highlighter below the ink, pins above all', () => {
    const made = doc();
    const items = pageItems(made, 'p')!;
    const put = (id: string, fields: Fields, order: string): void => putItem(items, id, { ...fields, order, at: 0 });
    put('pin', { kind: 'pin', note: '' }, 'a1');
    put('ink', line(), 'a2');
    put('glow', line(20, 'highlighter'), 'a3');
    put('fill', square(), 'a4');
    put('words', text, 'a1V');
    expect(readItems(items).map(({ id }) => id)).toEqual(['glow', 'fill', 'words', 'ink', 'pin']);
  });

  it('are hit where they are, also turned and scaled', () => {
    const withMatrix = (matrix: readonly number[]) => read({ ...text, matrix })!;
    expect(hitsItem(withMatrix(translation(50, 50)), { x: 60, y: 60 }, 0)).toBe(true);
    expect(hitsItem(withMatrix(translation(50, 50)), { x: 40, y: 60 }, 0)).toBe(false);
    expect(hitsItem(withMatrix(turningAt(Math.PI / 2, { x: 0, y: 0 })), { x: -10, y: 60 }, 0)).toBe(true);
    expect(hitsItem(read(square())!, { x: 10, y: 10 }, 0)).toBe(true);
    expect(hitsItem(read(line())!, { x: 30, y: 14 }, 3)).toBe(true);
    expect(hitsItem(read(line())!, { x: 30, y: 20 }, 3)).toBe(false);
    expect(hitsItem(read(mark)!, { x: 30, y: 15 }, 0)).toBe(true);
    expect(itemBounds(withMatrix(translation(50, 50)))).toEqual({ left: 49, top: 49, right: 131, bottom: 78 });
  });

  it('are caught by a lasso that holds most of them; marks stay on their words', () => {
    const lasso = [
      { x: 0, y: 0 },
      { x: 50, y: 0 },
      { x: 50, y: 50 },
      { x: 0, y: 50 },
    ];
    expect(inLasso(read(square())!, lasso)).toBe(true);
    expect(inLasso(read(line())!, lasso)).toBe(false);
    expect(
      inLasso(
        read(
          strokeFields({
            tool: 'pen',
            colour: '#1C2A33',
            width: 4,
            ink: inkFromRows([
              [10, 9, 0.5, 0],
              [30, 9, 0.5, 8],
              [45, 9, 0.5, 16],
              [60, 9, 0.5, 20],
            ]),
            at: 0,
            order: 'a1',
          }),
        )!,
        lasso,
      ),
    ).toBe(true);
    expect(inLasso(read({ ...text, matrix: translation(0, 0) })!, lasso)).toBe(true);
    expect(inLasso(read(mark)!, [...lasso])).toBe(false);
    expect(inLasso(read(square())!, lasso.slice(0, 2))).toBe(false);
  });
});

describe('matrices', () => {
  it('undo themselves and compose in order', () => {
    const map = compose(translation(5, 7), compose(turningAt(0.7, { x: 3, y: 4 }), scalingAt(2, 3, { x: 1, y: 1 })));
    const { x, y } = applyTo(map, 12, -8);
    expect(applyTo(inverse(map)!, x, y)).toEqual({ x: expect.closeTo(12), y: expect.closeTo(-8) });
    expect(scaleOf(map)).toBeCloseTo(Math.sqrt(6));
    expect(applyTo(turningAt(Math.PI / 2, { x: 10, y: 10 }), 20, 10)).toEqual({
      x: expect.closeTo(10),
      y: expect.closeTo(20),
    });
    expect(inverse([1, 1, 1, 1, 0, 0])).toBeNull();
    expect([isMatrix(map), isMatrix([1, 2]), isMatrix('x'), isMatrix([1e9, 0, 0, 1e9, 0, 0])]).toEqual([
      true,
      false,
      false,
      false,
    ]);
  });
});

describe('breaking lines', () => {
  const widthOf = (line: string): number => line.length;
  it('keeps words whole where it can, and breaks where the writer broke', () => {
    expect(breakLines('the tide comes in', 8, widthOf)).toEqual(['the tide', 'comes in']);
    expect(breakLines('a\n\nb', 8, widthOf)).toEqual(['a', '', 'b']);
    expect(breakLines('lighthousekeeper', 6, widthOf)).toEqual(['lighth', 'ouseke', 'eper']);
    expect(breakLines('', 6, widthOf)).toEqual(['']);
    expect(breakLines('x', 0, widthOf)).toEqual(['x']);
  });
});

describe('spots', () => {
  const spot = (id: string, y: number, more: Partial<Spot> = {}): Spot => ({
    id,
    kind: 'words',
    label: id,
    needed: true,
    x: 10,
    y,
    width: 100,
    height: 30,
    ...more,
  });
  const spots = [spot('second', 100), spot('first', 20), spot('photo', 200, { kind: 'photo', needed: false })];

  it('are filled by what belongs in them', () => {
    const made = doc({ spots });
    const items = pageItems(made, 'p')!;
    expect(filledSpots(spots, readItems(items)).size).toBe(0);
    putItem(items, 't', { ...text, matrix: translation(12, 22), spot: 'first', order: 'a1', at: 0 });
    putItem(items, 'blank', { ...text, text: '  ', matrix: translation(12, 102), order: 'a1', at: 0 });
    putItem(items, 'ink', line(215));
    expect([...filledSpots(spots, readItems(items))]).toEqual(['first']);
    expect(measureProgress(made).parts.a).toMatchObject({ neededSpots: 2, filledSpots: 1 });
    putItem(items, 'hand', line(110));
    putItem(items, 'pic', { ...picture, matrix: translation(12, 200), order: 'a1', at: 0 });
    expect(filledSpots(spots, readItems(items))).toEqual(new Set(['second', 'first', 'photo']));
  });

  it('are stepped to in reading order, around the end', () => {
    expect(nextEmptySpot(spots, new Set(), null)?.id).toBe('first');
    expect(nextEmptySpot(spots, new Set(['second']), 'first')?.id).toBe('photo');
    expect(nextEmptySpot(spots, new Set(['second', 'photo']), 'photo')?.id).toBe('first');
    expect(nextEmptySpot(spots, new Set(spots.map(({ id }) => id)), null)).toBeNull();
  });

  it('are found by a tap, and read only where they are in shape', () => {
    expect(spotAt([spot('big', 0, { height: 200 }), spot('small', 50)], 20, 60)?.id).toBe('small');
    expect(spotAt(spots, 500, 500)).toBeNull();
    expect(
      readSpots([spots[0], { id: 'x' }, null, { ...spots[0], width: -1 }, { ...spots[0], kind: 'dance' }]),
    ).toEqual([spots[0]]);
    expect(readSpots('none')).toEqual([]);
  });
});

describe('papers', () => {
  it.each(PAPERS.map(({ word, background }) => [word, background] as const))(
    '%s stays on its page and is made of path data',
    (word, background) => {
      const shapes = backgroundShapes(background, 200, 300);
      if (word !== 'Blank') expect(shapes.length).toBeGreaterThan(0);
      for (const { d } of shapes) {
        expect(d).toMatch(/^[MHVLZh0-9. -]+$/);
        for (const [, x, y] of d.matchAll(/M([\d.]+) ([\d.]+)/g))
          expect([Number(x) <= 200, Number(y) <= 300]).toEqual([true, true]);
      }
    },
  );

  it('have five lines to a stave, and squares that are square', () => {
    const [staves] = backgroundShapes({ kind: 'staves', gap: 10 }, 200, 300);
    const ys = [...staves!.d.matchAll(/M[\d.]+ ([\d.]+)H/g)].map(([, y]) => Number(y));
    expect(ys.length % 5).toBe(0);
    expect(ys.slice(1, 5).every((y, i) => y - ys[i]! === 10)).toBe(true);
    expect(backgroundShapes({ kind: 'squared', gap: 50 }, 200, 300)[0]!.d).toBe(
      'M0 50H200M0 100H200M0 150H200M0 200H200M0 250H200M50 0V300M100 0V300M150 0V300',
    );
  });

  it('that nobody knows are blank', () => {
    expect(backgroundShapes({ kind: 'carpet' } as never, 200, 300)).toEqual([]);
  });
});

describe('a page as SVG', () => {
  it('holds every kind of item, words and alternative texts escaped', () => {
    const made = doc();
    const items = pageItems(made, 'p')!;
    const put = (id: string, fields: Fields): void => putItem(items, id, { order: 'a1', at: 0, ...fields });
    put('t', { ...text, lines: ['<b>&'] });
    put('p', { ...picture, alt: '"><script>', crop: [0.25, 0, 0.5, 1] });
    put('m', mark);
    put('s', { ...mark, style: 'strike' });
    put('f', square());
    put('n', { kind: 'pin', note: '</title><script>' });
    const svg = pageToSvg(
      { id: 'p', part: 'a', width: 200, height: 300, background: { kind: 'blank' } },
      [readItems(items)],
      { media: () => 'data:image/png;base64,AA' },
    );
    expect(svg).not.toContain('<script>');
    expect(svg).toContain('&#60;b&#62;&#38;');
    expect(svg).toContain('viewBox="0.25 0 0.5 1"');
    expect(svg).toContain('mix-blend-mode:multiply');
    expect(svg.match(/<path/g)).toHaveLength(4);
  });
});
