import type { Way } from '../ink/hit';
import { difference, xor, type Geom } from 'polyclip-ts';
import type { Rings } from './rings';

type Ring = [number, number][];

/** The capsule around a straight way as a polygon of 24 corners; its error is under 1% of the reach. */
function capsule(px: number, py: number, qx: number, qy: number, reach: number): Ring {
  const angle = Math.atan2(qy - py, qx - px);
  const ring: Ring = [];
  for (const [x, y, from] of [
    [qx, qy, angle - Math.PI / 2],
    [px, py, angle + Math.PI / 2],
  ] as const) {
    for (let i = 0; i < 12; i++)
      ring.push([x + reach * Math.cos(from + (i * Math.PI) / 11), y + reach * Math.sin(from + (i * Math.PI) / 11)]);
  }
  return ring;
}

const pairs = (ring: Float64Array): Ring =>
  Array.from({ length: ring.length / 2 }, (_, i) => [ring[2 * i]!, ring[2 * i + 1]!]);

/**
 * What is left of a coloured-in area when a rubber of `reach` points was drawn along a way.
 *
 * @returns closed outlines, even-odd; an empty list if nothing is left
 */
export function rubRings(rings: Rings, [px, py, qx, qy]: Way, reach: number): Rings {
  const [first, ...rest] = rings.map((ring): Geom => [pairs(ring)]);
  if (!first) return [];
  const left = difference(xor(first, ...rest), [capsule(px, py, qx, qy, reach)]);
  // Each outline comes closed, its first corner once more at its end.
  return left.flatMap((polygon) => polygon.map((ring) => Float64Array.from(ring.slice(0, -1).flat())));
}
