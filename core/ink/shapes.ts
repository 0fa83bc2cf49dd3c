/**
 * Simple shapes out of a hand-drawn stroke, by least squares. Nothing is guessed: a shape is only given where
 * the stroke lies close to it all along, measured as the root mean square distance over the stroke's size.
 */
import { solveLinear } from '../math/solveLinear';
import { emptyInk, type Ink } from './ink';
import { segmentDistanceSquared } from './hit';

export type ShapeKind = 'line' | 'arrow' | 'ellipse' | 'triangle' | 'rectangle';

export interface Shape {
  kind: ShapeKind;
  /** The shape as a stroke with even pressure, over the time that the hand took. */
  ink: Ink;
  /** Root mean square distance of the stroke from the shape, as a share of the stroke's diagonal. */
  error: number;
}

type Spot = readonly [number, number];

/** A stroke further from its shape than this (share of its diagonal) is left as it is. */
const CLOSE_ENOUGH = { line: 0.025, arrow: 0.035, ellipse: 0.025, polygon: 0.035 } as const;
/** A stroke is closed when its ends are nearer than this share of its length. */
const CLOSED = 0.16;
/** Smaller strokes (points) are handwriting. */
const LEAST_SIZE = 18;
/** Sides are snapped to the axes within this angle (6°). */
const SNAP = (6 * Math.PI) / 180;

const distance = ([ax, ay]: Spot, [bx, by]: Spot): number => Math.hypot(bx - ax, by - ay);

/** The stroke at even steps along its way: a slow corner must not weigh more than a quick side. */
function evenly(ink: Ink, count: number): Spot[] {
  const n = ink.x.length;
  const found: number[] = [0];
  for (let i = 1; i < n; i++)
    found.push(found[i - 1]! + Math.hypot(ink.x[i]! - ink.x[i - 1]!, ink.y[i]! - ink.y[i - 1]!));
  const spots: Spot[] = [];
  for (let k = 0, i = 0; k < count; k++) {
    const wanted = (found[n - 1]! * k) / (count - 1);
    while (i + 2 < n && found[i + 1]! < wanted) i++;
    const t = Math.min(1, Math.max(0, (wanted - found[i]!) / Math.max(1e-9, found[i + 1]! - found[i]!)));
    spots.push([ink.x[i]! + t * (ink.x[i + 1]! - ink.x[i]!), ink.y[i]! + t * (ink.y[i + 1]! - ink.y[i]!)]);
  }
  return spots;
}

interface Line {
  x: number;
  y: number;
  /** Direction, of length 1. */
  ux: number;
  uy: number;
}

/** Total least squares: through the middle, along the axis in which the spots vary most. */
function fitLine(spots: readonly Spot[]): Line {
  const n = spots.length;
  const x = spots.reduce((sum, spot) => sum + spot[0], 0) / n;
  const y = spots.reduce((sum, spot) => sum + spot[1], 0) / n;
  let [sxx, sxy, syy] = [0, 0, 0];
  for (const [px, py] of spots) {
    sxx += (px - x) ** 2;
    sxy += (px - x) * (py - y);
    syy += (py - y) ** 2;
  }
  const angle = 0.5 * Math.atan2(2 * sxy, sxx - syy);
  return { x, y, ux: Math.cos(angle), uy: Math.sin(angle) };
}

function crossing(a: Line, b: Line): Spot | null {
  const det = a.ux * b.uy - a.uy * b.ux;
  if (Math.abs(det) < 0.1) return null;
  const t = ((b.x - a.x) * b.uy - (b.y - a.y) * b.ux) / det;
  return [a.x + t * a.ux, a.y + t * a.uy];
}

/** Root mean square distance of spots from a polyline. */
function errorFrom(corners: readonly Spot[], spots: readonly Spot[]): number {
  let sum = 0;
  for (const [x, y] of spots) {
    let nearest = Infinity;
    for (let i = 0; i + 1 < corners.length; i++) {
      nearest = Math.min(nearest, segmentDistanceSquared([x, y], corners[i]!, corners[i + 1]!));
    }
    sum += nearest;
  }
  return Math.sqrt(sum / spots.length);
}

/** Indices of the corners of a way, by Ramer, Douglas and Peucker's rule; the ends are among them. */
function corners(spots: readonly Spot[], tolerance: number, from = 0, to = spots.length - 1): number[] {
  let [worst, at] = [tolerance, -1];
  for (let i = from + 1; i < to; i++) {
    const off = Math.sqrt(segmentDistanceSquared(spots[i]!, spots[from]!, spots[to]!));
    if (off > worst) [worst, at] = [off, i];
  }
  if (at < 0) return [from, to];
  return [...corners(spots, tolerance, from, at).slice(0, -1), ...corners(spots, tolerance, at, to)];
}

function snapped(line: Line): Line {
  const angle = Math.atan2(line.uy, line.ux);
  const nearest = (Math.round(angle / (Math.PI / 2)) * Math.PI) / 2;
  return Math.abs(angle - nearest) < SNAP
    ? { ...line, ux: Math.round(Math.cos(nearest)), uy: Math.round(Math.sin(nearest)) }
    : line;
}

function tryLine(spots: readonly Spot[]): Spot[] {
  const line = snapped(fitLine(spots));
  const along = ([x, y]: Spot): Spot => {
    const t = (x - line.x) * line.ux + (y - line.y) * line.uy;
    return [line.x + t * line.ux, line.y + t * line.uy];
  };
  return [along(spots[0]!), along(spots.at(-1)!)];
}

/** Shaft first, then the head without lifting: to one barb, back to the tip or across to the other. */
function tryArrow(spots: readonly Spot[], size: number): Spot[] | null {
  const turns = corners(spots, size * 0.05);
  if (turns.length < 4 || turns.length > 6) return null;
  const [start, tip, ...head] = turns.map((i) => spots[i]!);
  const shaft = distance(start!, tip!);
  if (shaft < size * 0.5) return null;
  const [ux, uy] = [(tip![0] - start![0]) / shaft, (tip![1] - start![1]) / shaft];
  const barbs = head.map(([x, y]) => ({
    back: -((x - tip![0]) * ux + (y - tip![1]) * uy) / shaft,
    side: ((y - tip![1]) * ux - (x - tip![0]) * uy) / shaft,
  }));
  if (barbs.some(({ back, side }) => back > 0.5 || back < -0.12 || Math.abs(side) > 0.45)) return null;
  const [left, right] = [Math.min(...barbs.map(({ side }) => side)), Math.max(...barbs.map(({ side }) => side))];
  if (left > -0.05 || right < 0.05) return null;
  const line = fitLine(spots.slice(turns[0]!, turns[1]! + 1));
  const [from, to] = tryLine(spots.slice(turns[0]!, turns[1]! + 1)) as [Spot, Spot];
  const sign = (to[0] - from[0]) * line.ux + (to[1] - from[1]) * line.uy < 0 ? -1 : 1;
  const [vx, vy] = [line.ux * sign, line.uy * sign];
  // The two barbs alike: as long as the longer was drawn, at 28° to the shaft.
  const reach = Math.max(...barbs.map(({ back, side }) => Math.hypot(back, side))) * shaft;
  const barb = (turn: number): Spot => {
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    return [to[0] - reach * (vx * cos - vy * sin), to[1] - reach * (vx * sin + vy * cos)];
  };
  return [from, to, barb(0.49), to, barb(-0.49)];
}

/**
 * An ellipse by least squares on centred second moments: for points spread evenly along an ellipse the axes of
 * the moments are the ellipse's own; the two lengths are then fitted to the conic (x/a)² + (y/b)² = 1.
 */
function tryEllipse(spots: readonly Spot[]): Spot[] | null {
  const { ux, uy } = snapped(fitLine(spots));
  const uv = spots.map(([x, y]): Spot => [x * ux + y * uy, -x * uy + y * ux]);
  // A conic A u² + B v² + C u + D v = 1, along those axes, by normal equations.

  const shift = [uv.reduce((s, p) => s + p[0], 0) / uv.length, uv.reduce((s, p) => s + p[1], 0) / uv.length] as const;
  const moved = uv.map(([u, v]) => [(u - shift[0]) ** 2, (v - shift[1]) ** 2, u - shift[0], v - shift[1]]);
  const solution = solveLinear(normal(moved));
  if (!solution) return null;
  const [A, B, C, D] = solution as [number, number, number, number];
  if (A <= 0 || B <= 0) return null;
  const [cu, cv] = [-C / (2 * A), -D / (2 * B)];
  const k = 1 + A * cu * cu + B * cv * cv;
  let [ru, rv] = [Math.sqrt(k / A), Math.sqrt(k / B)];
  if (!Number.isFinite(ru) || !Number.isFinite(rv)) return null;
  // What is nearly round is meant to be round.
  if (Math.abs(ru - rv) < 0.12 * Math.max(ru, rv)) ru = rv = (ru + rv) / 2;
  const [mu, mv] = [cu + shift[0], cv + shift[1]];
  const start = Math.atan2((uv[0]![1] - mv) / rv, (uv[0]![0] - mu) / ru);
  const turns = signedArea(uv) < 0 ? -1 : 1;
  const out: Spot[] = [];
  for (let i = 0; i <= 72; i++) {
    const angle = start + (turns * i * 2 * Math.PI) / 72;
    const [u, v] = [mu + ru * Math.cos(angle), mv + rv * Math.sin(angle)];
    out.push([u * ux - v * uy, u * uy + v * ux]);
  }
  return out;
}

const signedArea = (spots: readonly Spot[]): number =>
  spots.reduce((sum, [x, y], i) => {
    const [nx, ny] = spots[(i + 1) % spots.length]!;
    return sum + x * ny - nx * y;
  }, 0);

function normal(rows: readonly number[][]): number[][] {
  const m = Array.from({ length: 4 }, () => new Array<number>(5).fill(0));
  for (const row of rows) {
    for (let i = 0; i < 4; i++) {
      for (let j = 0; j < 4; j++) m[i]![j]! += row[i]! * row[j]!;
      m[i]![4]! += row[i]!;
    }
  }
  return m;
}

/** Three or four sides, each fitted by least squares; four that are nearly square become so. */
function tryPolygon(spots: readonly Spot[], size: number): { kind: 'triangle' | 'rectangle'; way: Spot[] } | null {
  // Begun in a corner: the spot furthest from the middle is one.
  const n = spots.length - 1;
  const middle: Spot = [
    spots.reduce((s, p) => s + p[0], 0) / spots.length,
    spots.reduce((s, p) => s + p[1], 0) / spots.length,
  ];
  let first = 0;
  for (let i = 0; i < n; i++) if (distance(spots[i]!, middle) > distance(spots[first]!, middle)) first = i;
  const ring = [...spots.slice(first, n), ...spots.slice(0, first)];
  ring.push(ring[0]!);
  const turns = corners(ring, size * 0.07);
  const count = turns.length - 1;
  if (count !== 3 && count !== 4) return null;
  let sides = turns.slice(0, -1).map((from, i) => {
    const to = turns[i + 1]!;
    const margin = Math.floor((to - from) * 0.12);
    return snapped(fitLine(ring.slice(from + margin, to - margin + 1)));
  });
  if (count === 4) {
    const angle = (line: Line): number => Math.atan2(line.uy, line.ux);
    const bend = (a: number): number => Math.atan2(Math.sin(2 * a), Math.cos(2 * a)) / 2;
    const base = angle(sides[0]!);
    const offs = sides.map((side, i) => bend(angle(side) - base - (i % 2) * (Math.PI / 2)));
    if (offs.some((off) => Math.abs(off) > 0.3)) return null;
    const turn = base + offs.reduce((sum, off) => sum + off, 0) / 4;
    sides = sides.map((side, i) =>
      snapped({ ...side, ux: Math.cos(turn + (i % 2) * (Math.PI / 2)), uy: Math.sin(turn + (i % 2) * (Math.PI / 2)) }),
    );
  }
  const way: Spot[] = [];
  for (let i = 0; i < count; i++) {
    const corner = crossing(sides[(i + count - 1) % count]!, sides[i]!);
    if (!corner) return null;
    way.push(corner);
  }
  return { kind: count === 3 ? 'triangle' : 'rectangle', way: [...way, way[0]!] };
}

/** A way as ink: samples every few points, even pressure, the time shared out along it. */
function asInk(way: readonly Spot[], pressure: number, time: number): Ink {
  const spots: Spot[] = [];
  way.forEach((spot, i) => {
    if (i === 0) return void spots.push(spot);
    const before = way[i - 1]!;
    const steps = Math.max(1, Math.ceil(distance(before, spot) / 12));
    for (let k = 1; k <= steps; k++) {
      spots.push([before[0] + ((spot[0] - before[0]) * k) / steps, before[1] + ((spot[1] - before[1]) * k) / steps]);
    }
  });
  const ink = emptyInk(spots.length);
  spots.forEach(([x, y], i) => {
    ink.x[i] = x;
    ink.y[i] = y;
    ink.pressure[i] = pressure;
    ink.time[i] = Math.round((time * i) / Math.max(1, spots.length - 1));
  });
  return ink;
}

/**
 * The simple shape that a stroke comes close to, or null if it is none.
 *
 * Lines and sides by total least squares (principal axis), ellipses by a conic along the principal axes; corners
 * by Ramer, Douglas and Peucker. Of two shapes that fit, the one with less error is taken.
 */
export function recogniseShape(ink: Ink): Shape | null {
  if (ink.x.length < 2) return null;
  const spots = evenly(ink, 96);
  const [xs, ys] = [spots.map(([x]) => x), spots.map(([, y]) => y)];
  const size = Math.hypot(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
  if (size < LEAST_SIZE) return null;
  let way = 0;
  for (let i = 1; i < spots.length; i++) way += distance(spots[i - 1]!, spots[i]!);
  const found: { kind: ShapeKind; way: Spot[]; limit: number }[] = [];
  if (distance(spots[0]!, spots.at(-1)!) < way * CLOSED) {
    const ellipse = tryEllipse(spots);
    if (ellipse) found.push({ kind: 'ellipse', way: ellipse, limit: CLOSE_ENOUGH.ellipse });
    const polygon = tryPolygon(spots, size);
    if (polygon) found.push({ ...polygon, limit: CLOSE_ENOUGH.polygon });
  } else {
    found.push({ kind: 'line', way: tryLine(spots), limit: CLOSE_ENOUGH.line });
    const arrow = tryArrow(spots, size);
    if (arrow) found.push({ kind: 'arrow', way: arrow, limit: CLOSE_ENOUGH.arrow });
  }
  const judged = found
    .map((shape) => ({ ...shape, error: errorFrom(shape.way, spots) / size }))
    .filter(({ error, limit }) => error <= limit)
    .sort((a, b) => a.error - b.error);
  const best = judged[0];
  if (!best) return null;
  const pressure = ink.pressure.reduce((sum, value) => sum + value, 0) / ink.pressure.length;
  return { kind: best.kind, ink: asInk(best.way, pressure, ink.time.at(-1)!), error: best.error };
}
