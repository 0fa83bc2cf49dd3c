import type { Way } from './hit';
import { inkFromRows, type Ink } from './ink';

/** One sample between two others, `t` from 0 to 1: pressure and time are kept in step with the place. */
function between(ink: Ink, i: number, t: number): [number, number, number, number] {
  const mix = (values: ArrayLike<number>): number => values[i]! + t * (values[i + 1]! - values[i]!);
  return [mix(ink.x), mix(ink.y), mix(ink.pressure), mix(ink.time)];
}

/** Where a segment runs inside a disc, as shares of its length; null if it passes by. */
function insideDisc([ax, ay, bx, by]: Way, cx: number, cy: number, r: number): [number, number] | null {
  const [dx, dy, ex, ey] = [bx - ax, by - ay, ax - cx, ay - cy];
  const a = dx * dx + dy * dy;
  const c = ex * ex + ey * ey - r * r;
  if (a === 0) return c <= 0 ? [0, 1] : null;
  const b = ex * dx + ey * dy;
  const root = b * b - a * c;
  if (root <= 0) return null;
  const [from, to] = [(-b - Math.sqrt(root)) / a, (-b + Math.sqrt(root)) / a];
  return from >= 1 || to <= 0 ? null : [Math.max(0, from), Math.min(1, to)];
}

/** Where a segment runs inside the band of half-width `r` along p–q, without its round ends. */
function insideBand([ax, ay, bx, by]: Way, [px, py, qx, qy]: Way, r: number): [number, number] | null {
  const length = Math.hypot(qx - px, qy - py);
  if (length === 0) return null;
  const [ux, uy] = [(qx - px) / length, (qy - py) / length];
  // The segment in the band's own axes: s along it, t across it. Each axis bounds the shares from both sides.
  const [s0, t0] = [(ax - px) * ux + (ay - py) * uy, (ay - py) * ux - (ax - px) * uy];
  const [s1, t1] = [(bx - px) * ux + (by - py) * uy, (by - py) * ux - (bx - px) * uy];
  let from = 0;
  let to = 1;
  for (const [at, step, least, most] of [
    [s0, s1 - s0, 0, length],
    [t0, t1 - t0, -r, r],
  ] as const) {
    if (step === 0) {
      if (at < least || at > most) return null;
      continue;
    }
    const [one, two] = [(least - at) / step, (most - at) / step];
    from = Math.max(from, Math.min(one, two));
    to = Math.min(to, Math.max(one, two));
  }
  return from < to ? [from, to] : null;
}

/** Spans that overlap or touch, joined. */
function joined(spans: [number, number][]): [number, number][] {
  const out: [number, number][] = [];
  for (const span of spans.sort((a, b) => a[0] - b[0])) {
    const last = out.at(-1);
    if (last && span[0] <= last[1]) last[1] = Math.max(last[1], span[1]);
    else out.push([...span]);
  }
  return out;
}

/**
 * Rubs out what of a stroke lies within `reach` points of a straight way:
 * the stroke's middle line is cut exactly where it enters and leaves that capsule.
 *
 * @returns the pieces that are left, each with its own pressure and with the times it was drawn at (so the
 *   first sample of a later piece is not at 0); an empty list if nothing is left; null if nothing was touched
 */
export function rubInk(ink: Ink, way: Way, reach: number): Ink[] | null {
  const [px, py, qx, qy] = way;
  const n = ink.x.length;
  if (n === 1) {
    const [x, y] = [ink.x[0]!, ink.y[0]!];
    return insideDisc([x, y, x, y], px, py, reach) || insideDisc(way, x, y, reach) ? [] : null;
  }
  const pieces: [number, number, number, number][][] = [];
  let current: [number, number, number, number][] = [];
  let touched = false;
  const close = (): void => {
    if (current.length > 1) pieces.push(current);
    current = [];
  };
  for (let i = 0; i + 1 < n; i++) {
    const segment: Way = [ink.x[i]!, ink.y[i]!, ink.x[i + 1]!, ink.y[i + 1]!];
    const gone = joined(
      [insideDisc(segment, px, py, reach), insideDisc(segment, qx, qy, reach), insideBand(segment, way, reach)].filter(
        (span) => span !== null,
      ),
    );
    touched ||= gone.length > 0;
    let index = 0;
    for (const [from, to] of gone) {
      if (from > index) {
        if (current.length === 0) current.push(between(ink, i, index));
        current.push(between(ink, i, from));
      }
      close();
      index = to;
    }
    if (index < 1) {
      if (current.length === 0) current.push(between(ink, i, index));
      current.push(between(ink, i, 1));
    } else {
      close();
    }
  }
  close();
  if (!touched) return null;
  return pieces.map(inkFromRows);
}
