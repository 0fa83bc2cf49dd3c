/** Where items lie: their boxes, what a tap hits, what a lasso catches. All in page points. */
import { touchesInk } from '../ink/hit';
import { inkBounds, type Bounds } from '../ink/ink';
import type { Item } from './item';
import { applyTo, inverse, scaleOf, type Point } from '../math/matrix';
import { PIN_BOX } from './pinSign';
import { insideRings } from './rings';

/** Distance between two lines of a text box, in multiples of its size. */
export const LINE_HEIGHT = 1.35;

/** Width and height of an item's own box, before its matrix; null for what has none of its own. */
export function ownBox(item: Item): { width: number; height: number } | null {
  if (item.kind === 'text')
    return { width: item.width, height: Math.max(1, item.lines.length) * item.size * LINE_HEIGHT };
  if (item.kind === 'picture') return { width: item.width, height: item.height };
  return null;
}

const around = (points: readonly Point[], margin = 0): Bounds => ({
  left: Math.min(...points.map(({ x }) => x)) - margin,
  top: Math.min(...points.map(({ y }) => y)) - margin,
  right: Math.max(...points.map(({ x }) => x)) + margin,
  bottom: Math.max(...points.map(({ y }) => y)) + margin,
});

function boxCorners(item: Item): Point[] {
  const { width, height } = ownBox(item)!;
  return [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ].map(([x, y]) => applyTo(item.matrix, x!, y!));
}

/** The box around all that is drawn of an item. */
export function itemBounds(item: Item): Bounds {
  switch (item.kind) {
    case 'stroke':
      return inkBounds(item.ink, item.width);
    case 'fill': {
      let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
      for (const ring of item.rings) {
        for (let i = 0; i < ring.length; i += 2) {
          [left, right] = [Math.min(left, ring[i]!), Math.max(right, ring[i]!)];
          [top, bottom] = [Math.min(top, ring[i + 1]!), Math.max(bottom, ring[i + 1]!)];
        }
      }
      return left <= right
        ? { left: left - 1, top: top - 1, right: right + 1, bottom: bottom + 1 }
        : { left: 0, top: 0, right: 0, bottom: 0 };
    }
    case 'text':
    case 'picture':
      return around(boxCorners(item), 1);
    case 'mark': {
      const points = item.quads.flatMap((quad) => [0, 2, 4, 6].map((i) => ({ x: quad[i]!, y: quad[i + 1]! })));
      return points.length > 0 ? around(points, 2) : { left: 0, top: 0, right: 0, bottom: 0 };
    }
    case 'pin': {
      const { x, y } = applyTo(item.matrix, 0, 0);
      return { left: x + PIN_BOX.left, top: y + PIN_BOX.top, right: x + PIN_BOX.right, bottom: y + PIN_BOX.bottom };
    }
    case 'field':
      return { left: 0, top: 0, right: 0, bottom: 0 };
  }
}

const inBounds = ({ left, top, right, bottom }: Bounds, { x, y }: Point): boolean =>
  x >= left && x <= right && y >= top && y <= bottom;

/** Whether an item's own box, turned as it is, holds a page point, with `reach` points around it. */
function boxHolds(item: Item, point: Point, reach: number): boolean {
  const back = inverse(item.matrix);
  if (!back) return false;
  const { x, y } = applyTo(back, point.x, point.y);
  const { width, height } = ownBox(item)!;
  const margin = reach / scaleOf(item.matrix);
  return x >= -margin && y >= -margin && x <= width + margin && y <= height + margin;
}

const ring = (points: readonly Point[]): Float64Array => Float64Array.from(points.flatMap(({ x, y }) => [x, y]));

/** Whether a tap at a point, `reach` points wide, hits the item itself (not only its box). */
export function hitsItem(item: Item, point: Point, reach: number): boolean {
  switch (item.kind) {
    case 'stroke':
      return touchesInk(item.ink, [point.x, point.y, point.x, point.y], reach + item.width / 2);
    case 'fill':
      return insideRings(item.rings, point.x, point.y);
    case 'text':
    case 'picture':
      return boxHolds(item, point, reach);
    case 'mark':
      return item.quads.some((quad) => insideRings([Float64Array.from(quad)], point.x, point.y));
    case 'pin': {
      const { left, top, right, bottom } = itemBounds(item);
      return inBounds({ left: left - reach, top: top - reach, right: right + reach, bottom: bottom + reach }, point);
    }
    case 'field':
      return false;
  }
}

/** What can be chosen and moved. Marks lie on words, and field values in their fields: they stay there. */
export const isMovable = (item: Item): boolean => item.kind !== 'mark' && item.kind !== 'field';

/** Share of an item that a lasso must hold to catch it. */
const CAUGHT = 0.6;

/** Whether a closed lasso catches the item: most of its samples, corners or its middle lie within. */
export function inLasso(item: Item, lasso: readonly Point[]): boolean {
  if (lasso.length < 3 || !isMovable(item)) return false;
  const rings = [ring(lasso)];
  const shareOf = (xs: ArrayLike<number>, ys: ArrayLike<number>): number => {
    let inside = 0;
    for (let i = 0; i < xs.length; i++) if (insideRings(rings, xs[i]!, ys[i]!)) inside++;
    return inside / Math.max(1, xs.length);
  };
  switch (item.kind) {
    case 'stroke':
      return shareOf(item.ink.x, item.ink.y) >= CAUGHT;
    case 'fill': {
      const xs = item.rings.flatMap((ring) => [...ring.filter((_, i) => i % 2 === 0)]);
      const ys = item.rings.flatMap((ring) => [...ring.filter((_, i) => i % 2 === 1)]);
      return shareOf(xs, ys) >= CAUGHT;
    }
    case 'text':
    case 'picture': {
      const corners = boxCorners(item);
      const middle = { x: (corners[0]!.x + corners[2]!.x) / 2, y: (corners[0]!.y + corners[2]!.y) / 2 };
      return insideRings(rings, middle.x, middle.y);
    }
    default: {
      const { x, y } = applyTo(item.matrix, 0, 0);
      return insideRings(rings, x, y);
    }
  }
}

/** The box around several boxes; null around none. */
export function boundsAround(all: readonly Bounds[]): Bounds | null {
  if (all.length === 0) return null;
  return {
    left: Math.min(...all.map(({ left }) => left)),
    top: Math.min(...all.map(({ top }) => top)),
    right: Math.max(...all.map(({ right }) => right)),
    bottom: Math.max(...all.map(({ bottom }) => bottom)),
  };
}
