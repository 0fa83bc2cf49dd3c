/**
 * What holds of every item, wherever it lies and however it is turned: boxes, taps and lassos agree with each other.
 */
import fc from 'fast-check';
import { inkFromRows } from '../ink/ink';
import { boundsAround, hitsItem, inLasso, isMovable, itemBounds, ownBox } from './geometry';
import type { Item } from './item';
import { applyTo, compose, IDENTITY, scalingAt, translation, turningAt, type Matrix, type Point } from '../math/matrix';

const number = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });
const place = fc.record({ x: number(-50, 650), y: number(-50, 900) });
/** As things are moved, turned and made larger by hand. */
const matrix: fc.Arbitrary<Matrix> = fc
  .tuple(place, number(0, 6.3), number(0.2, 4))
  .map(([{ x, y }, angle, scale]) =>
    compose(translation(x, y), compose(turningAt(angle, { x: 0, y: 0 }), scalingAt(scale, scale, { x: 0, y: 0 }))),
  );

const base = { id: 'i', order: 'a1', at: 0 };
const stroke: fc.Arbitrary<Item> = fc
  .tuple(fc.array(place, { minLength: 1, maxLength: 12 }), number(0.5, 40))
  .map(([points, width]) => ({
    ...base,
    matrix: IDENTITY,
    kind: 'stroke',
    tool: 'pen',
    colour: '#1C2A33',
    width,
    ink: inkFromRows(points.map(({ x, y }, i) => [x, y, 0.5, i * 8])),
  }));
const fill: fc.Arbitrary<Item> = fc.array(place, { minLength: 3, maxLength: 9 }).map((points) => ({
  ...base,
  matrix: IDENTITY,
  kind: 'fill',
  colour: '#C8472F',
  rings: [Float64Array.from(points.flatMap(({ x, y }) => [x, y]))],
}));
const text: fc.Arbitrary<Item> = fc
  .tuple(matrix, number(10, 400), number(5, 60), fc.array(fc.string({ maxLength: 12 }), { maxLength: 5 }))
  .map(([turned, width, size, lines]) => ({
    ...base,
    matrix: turned,
    kind: 'text',
    text: lines.join('\n'),
    lines,
    width,
    size,
    font: 'reading',
    colour: '#1C2A33',
    align: 'left',
    spot: null,
  }));
const picture: fc.Arbitrary<Item> = fc.tuple(matrix, number(5, 400), number(5, 400)).map(([turned, width, height]) => ({
  ...base,
  matrix: turned,
  kind: 'picture',
  media: 'm',
  width,
  height,
  crop: [0, 0, 1, 1],
  alt: '',
  spot: null,
}));
const pin: fc.Arbitrary<Item> = matrix.map((turned) => ({
  ...base,
  matrix: turned,
  kind: 'pin',
  note: 'here',
  voice: null,
}));
const mark: fc.Arbitrary<Item> = fc
  .array(fc.tuple(place, number(2, 200), number(2, 30)), { minLength: 1, maxLength: 4 })
  .map((boxes) => ({
    ...base,
    matrix: IDENTITY,
    kind: 'mark',
    style: 'highlight',
    colour: '#F0AE2E',
    text: '',
    note: '',
    quads: boxes.map(([{ x, y }, width, height]) => [x, y, x + width, y, x + width, y + height, x, y + height]),
  }));
const item = fc.oneof(stroke, fill, text, picture, pin, mark);

const ring = ({ left, top, right, bottom }: ReturnType<typeof itemBounds>, margin: number): Point[] => [
  { x: left - margin, y: top - margin },
  { x: right + margin, y: top - margin },
  { x: right + margin, y: bottom + margin },
  { x: left - margin, y: bottom + margin },
];

describe('where items lie', () => {
  it('a tap that hits one lies within its box, as far as the tap reaches: nothing that is looked for by boxes is missed', () => {
    fc.assert(
      fc.property(item, place, number(0, 24), (item, tap, reach) => {
        const { left, top, right, bottom } = itemBounds(item);
        const near =
          tap.x >= left - reach - 1e-6 &&
          tap.x <= right + reach + 1e-6 &&
          tap.y >= top - reach - 1e-6 &&
          tap.y <= bottom + reach + 1e-6;
        expect(near || !hitsItem(item, tap, reach)).toBe(true);
      }),
      { numRuns: 2_000 },
    );
  });

  it('a tap in the middle of words or a picture hits it, however it is turned', () => {
    fc.assert(
      fc.property(fc.oneof(text, picture), (item) => {
        const { width, height } = ownBox(item)!;
        expect(hitsItem(item, applyTo(item.matrix, width / 2, height / 2), 0)).toBe(true);
      }),
    );
  });

  it('a tap on any sample of a stroke hits it, and one further away than it is wide does not', () => {
    fc.assert(
      fc.property(stroke, fc.nat(), (item, which) => {
        if (item.kind !== 'stroke') return;
        const i = which % item.ink.x.length;
        expect(hitsItem(item, { x: item.ink.x[i]!, y: item.ink.y[i]! }, 0)).toBe(true);
        expect(hitsItem(item, { x: Math.max(...item.ink.x) + item.width, y: item.ink.y[i]! }, 0)).toBe(false);
      }),
    );
  });

  it('a lasso around an item catches what can be moved, and one elsewhere catches nothing', () => {
    fc.assert(
      fc.property(item, number(1, 40), (item, margin) => {
        const bounds = itemBounds(item);
        expect(inLasso(item, ring(bounds, margin))).toBe(isMovable(item));
        const away = bounds.right + 2 * margin;
        expect(inLasso(item, ring({ left: away, right: away + 50, top: bounds.top, bottom: bounds.bottom }, 0))).toBe(
          false,
        );
        expect(inLasso(item, ring(bounds, margin).slice(0, 2))).toBe(false);
      }),
      { numRuns: 500 },
    );
  });

  it('the box around several holds each, and is no larger than it must be', () => {
    fc.assert(
      fc.property(fc.array(item, { maxLength: 6 }), (all) => {
        const boxes = all.map(itemBounds);
        const around = boundsAround(boxes);
        if (boxes.length === 0) return expect(around).toBeNull();
        expect(
          boxes.every(
            ({ left, top, right, bottom }) =>
              left >= around!.left && top >= around!.top && right <= around!.right && bottom <= around!.bottom,
          ),
        ).toBe(true);
        expect([
          boxes.some(({ left }) => left === around!.left),
          boxes.some(({ top }) => top === around!.top),
          boxes.some(({ right }) => right === around!.right),
          boxes.some(({ bottom }) => bottom === around!.bottom),
        ]).toEqual([true, true, true, true]);
      }),
    );
  });

  it('what has no box of its own, or nothing in it, lies nowhere and is hit by nothing', () => {
    const field: Item = { ...base, matrix: IDENTITY, kind: 'field', name: 'n', value: 'v' };
    const nothing: Item = { ...base, matrix: IDENTITY, kind: 'fill', colour: '#C8472F', rings: [] };
    const bare: Item = {
      ...base,
      matrix: IDENTITY,
      kind: 'mark',
      style: 'strike',
      colour: '#C8472F',
      quads: [],
      text: '',
      note: '',
    };
    for (const item of [field, nothing, bare]) {
      expect(itemBounds(item)).toEqual({ left: 0, top: 0, right: 0, bottom: 0 });
      expect(hitsItem(item, { x: 0, y: 0 }, 24)).toBe(false);
      expect(ownBox(item)).toBeNull();
    }
  });

  it('a picture that was squeezed to nothing is hit by nothing', () => {
    const flat: Item = {
      ...base,
      matrix: [1, 0, 0, 0, 10, 10],
      kind: 'picture',
      media: 'm',
      width: 50,
      height: 50,
      crop: [0, 0, 1, 1],
      alt: '',
      spot: null,
    };
    expect(hitsItem(flat, { x: 20, y: 10 }, 8)).toBe(false);
  });
});
