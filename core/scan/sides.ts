/** Fits the four sides of a sheet to the pixel, also where the paper is a little curled. */
import type { Point } from '../math/matrix';
import { inOrder, type Quad } from './quad';
import { sample, type Plane } from './raster';

/** Places looked at along a side. */
const PLACES = 72;
/** The ends of a side are left out: there the other side's edge is found as well. */
const END = 0.035;
/** Pixels between the distances that are looked at. */
const STEP = 0.75;
/**
 * How much a side resists being bent: at first entirely, then next to nothing (the places of a straight side weigh
 * about 0.4 here).
 */
const STIFF = 1e6;
const BENDING = 0.02;
/** Rounds of fitting, each leaving out what lies far off the last. */
const ROUNDS = 6;

/**
 * A side in its own frame: along it from 0 to 1, and the distance outwards from the straight line between its old
 * corners.
 */
interface Side {
  from: Point;
  along: Point;
  out: Point;
  length: number;
  /** Distance = a + b·t + c·t², pixels. */
  curve: readonly [number, number, number];
  /** Share of the places at which an edge was found on the curve. */
  support: number;
  /** The same for the last eighth before each end. */
  ends: readonly [number, number];
  /** How much lighter the sheet is than what lies beside it there, 0 to 255, median. */
  step: number;
}

/** Fits a + b·t + c·t² by weighted least squares; c is held back where the places do not ask for it. */
function fit(places: readonly { t: number; d: number; weight: number }[], bend: number): [number, number, number] {
  const m = [0, 0, 0, 0, 0];
  const r = [0, 0, 0];
  for (const { t, d, weight } of places) {
    let power = weight;
    for (let k = 0; k < 5; k++, power *= t) {
      m[k]! += power;
      if (k < 3) r[k]! += power * d;
    }
  }
  const a = [
    [m[0]! + 1e-9, m[1]!, m[2]!, r[0]!],
    [m[1]!, m[2]! + 1e-9, m[3]!, r[1]!],
    [m[2]!, m[3]!, m[4]! + bend, r[2]!],
  ];
  for (let i = 0; i < 3; i++) {
    for (let j = 0; j < 3; j++) {
      if (i === j) continue;
      const share = a[j]![i]! / a[i]![i]!;
      for (let k = i; k < 4; k++) a[j]![k]! -= share * a[i]![k]!;
    }
  }
  return [a[0]![3]! / a[0]![0]!, a[1]![3]! / a[1]![1]!, a[2]![3]! / a[2]![2]!];
}

/** How much lighter it is `arm` pixels inwards than outwards, `d` pixels outwards of a place. */
function dropAcross(plane: Plane, { x, y }: Point, out: Point, d: number, arm: number): number {
  const [inner, outer] = [d - arm, d + arm];
  return (
    sample(plane, x + out.x * inner - 0.5, y + out.y * inner - 0.5) -
    sample(plane, x + out.x * outer - 0.5, y + out.y * outer - 0.5)
  );
}

function fitSide(plane: Plane, from: Point, to: Point, reach: number, sign: number): Side {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const along = { x: (to.x - from.x) / length, y: (to.y - from.y) / length };
  const out = { x: along.y, y: -along.x }; // clockwise corners, y down: outwards is to the left of the way
  const places: { t: number; d: number; size: number; weight: number }[] = [];
  const arm = Math.max(1.2, reach / 8);
  for (let i = 0; i < PLACES; i++) {
    const t = END + ((1 - 2 * END) * (i + 0.5)) / PLACES;
    const [x, y] = [from.x + along.x * length * t, from.y + along.y * length * t];
    if (x < -reach || y < -reach || x > plane.width + reach || y > plane.height + reach) continue;
    const place = { x, y };
    let best = 0,
      size = -Infinity;
    for (let d = -reach; d <= reach; d += STEP) {
      const here = dropAcross(plane, place, out, d, arm) * sign * (1 - 0.25 * Math.abs(d / reach));
      if (here > size) {
        best = d;
        size = here;
      }
    }
    // The crest between steps, by a parabola.
    const before = dropAcross(plane, place, out, best - STEP, arm) * sign;
    const here = dropAcross(plane, place, out, best, arm) * sign;
    const after = dropAcross(plane, place, out, best + STEP, arm) * sign;
    const bow = before - 2 * here + after;
    if (bow < -1e-6) best += STEP * Math.max(-1, Math.min(1, (0.5 * (before - after)) / bow));
    places.push({ t, d: best, size: here, weight: 1 });
  }
  let curve: [number, number, number] = [0, 0, 0];
  const typical = median(places.map(({ size }) => size).filter((size) => size > 0));
  for (const place of places) place.weight = Math.max(0, Math.min(1, place.size / Math.max(2, typical)));
  let spread = reach;
  const off = ({ t, d }: { t: number; d: number }): number => Math.abs(d - curve[0] - curve[1] * t - curve[2] * t * t);
  for (let round = 0; round < ROUNDS; round++) {
    const weighted = places.map((place) => ({
      ...place,
      weight: place.weight / (1 + (off(place) / (spread * 0.5)) ** 4),
    }));
    curve = fit(weighted, round < 1 ? STIFF : BENDING);
    spread = Math.max(1.2, Math.min(spread * 0.55, 3 * median(places.filter(({ weight }) => weight > 0.3).map(off))));
  }
  const holding = (near: number): typeof places =>
    places.filter((place) => off(place) < near && place.size > 2.2 && place.size > typical * 0.22);
  const holds = holding(Math.max(1.5, reach * 0.14));
  // Near the ends a curled sheet leaves the parabola a little.
  const nearly = holding(Math.max(1.5, reach * 0.45));
  const share = (keep: (t: number) => boolean, among: typeof places): number => {
    const asked = places.filter(({ t }) => keep(t)).length;
    return asked === 0 ? 0 : among.filter(({ t }) => keep(t)).length / asked;
  };
  return {
    from,
    along,
    out,
    length,
    curve,
    support: places.length === 0 ? 0 : (share(() => true, holds) * places.length) / PLACES,
    ends: [share((t) => t < 0.14, nearly), share((t) => t > 0.86, nearly)],
    step: median(holds.map(({ size }) => size)),
  };
}

const median = (values: number[]): number => values.sort((a, b) => a - b)[values.length >> 1] ?? 0;

/** The straight line that a side follows near one of its ends. */
function tangent({ from, along, out, length, curve: [a, b, c] }: Side, end: 0 | 1): { point: Point; way: Point } {
  const d = a + b * end + c * end * end;
  const slope = (b + 2 * c * end) / length;
  return {
    point: { x: from.x + along.x * length * end + out.x * d, y: from.y + along.y * length * end + out.y * d },
    way: { x: along.x + out.x * slope, y: along.y + out.y * slope },
  };
}

function crossing(a: { point: Point; way: Point }, b: { point: Point; way: Point }): Point | null {
  const det = a.way.x * b.way.y - a.way.y * b.way.x;
  if (Math.abs(det) < 0.15) return null;
  const t = ((b.point.x - a.point.x) * b.way.y - (b.point.y - a.point.y) * b.way.x) / det;
  return { x: a.point.x + a.way.x * t, y: a.point.y + a.way.y * t };
}

export interface FittedSheet {
  quad: Quad;
  /** Share of each side along which its edge can be seen, 0 to 1. */
  support: readonly number[];
  /** The same near each corner, the worse of its two sides. */
  cornerSupport: readonly number[];
  /** How much lighter the sheet is than what lies around it, side by side. */
  steps: readonly number[];
}

/**
 * Moves the sides of a rough quad onto the edges near them. Each side is a parabola in its own frame, fitted by
 * iteratively reweighted least squares; corners are where neighbouring sides' ends meet.
 * @param reach how far an edge may lie from the rough side, in pixels
 * @param sign 1 for a sheet lighter than what is around it, −1 for a darker one
 */
export function fitSides(plane: Plane, rough: Quad, reach: number, sign: 1 | -1): FittedSheet | null {
  const sides = rough.map((corner, i) => fitSide(plane, corner, rough[(i + 1) % 4]!, reach, sign));
  const corners = sides.map((side, i) => crossing(tangent(sides[(i + 3) % 4]!, 1), tangent(side, 0)));
  if (corners.some((corner, i) => !corner || Math.hypot(corner.x - rough[i]!.x, corner.y - rough[i]!.y) > reach * 4))
    return null;
  const quad = corners as unknown as Quad;
  const ordered = inOrder(quad);
  const shift = quad.findIndex((corner) => corner === ordered[0]);
  const turned = <T>(list: readonly T[]): T[] => list.map((_, i) => list[(i + shift) % 4]!);
  return {
    quad: ordered,
    support: turned(sides.map(({ support }) => support)),
    cornerSupport: turned(sides.map((side, i) => Math.min(side.ends[0], sides[(i + 3) % 4]!.ends[1]))),
    steps: turned(sides.map(({ step }) => step)),
  };
}
