import { touchesInk } from '../ink/hit';
import { rubInk } from '../ink/rub';
import type { Bounds } from '../ink/ink';
import type { ItemChange } from './edit';
import { fillFields, strokeFields, type Item } from './item';
import { insideRings } from './rings';
import { rubRings } from './rubFill';

/** The way of a rubber, in page points. */
export interface RubberWay {
  px: number;
  py: number;
  qx: number;
  qy: number;
  reach: number;
}

/** The box that a rubber's way lies in. */
export const wayBounds = ({ px, py, qx, qy, reach }: RubberWay): Bounds => ({
  left: Math.min(px, qx) - reach,
  right: Math.max(px, qx) + reach,
  top: Math.min(py, qy) - reach,
  bottom: Math.max(py, qy) + reach,
});

/** Ink and colour as a whole: every stroke that is touched goes, and every area whose inside is. */
export function rubWhole(page: string, items: readonly Item[], way: RubberWay): ItemChange[] {
  const { px, py, qx, qy, reach } = way;
  return items
    .filter((item) => {
      if (item.kind === 'stroke') return touchesInk(item.ink, [px, py, qx, qy], reach + item.width / 2);
      return (item.kind === 'fill' || item.kind === 'mark') && touchesArea(item, way);
    })
    .map(({ id }) => ({ page, id, after: null }));
}

function touchesArea(item: Extract<Item, { kind: 'fill' | 'mark' }>, { px, py, qx, qy }: RubberWay): boolean {
  const rings = item.kind === 'fill' ? item.rings : item.quads.map((quad) => Float64Array.from(quad));
  return insideRings(rings, qx, qy) || insideRings(rings, (px + qx) / 2, (py + qy) / 2);
}

/**
 * Just where it touches: strokes are cut (the pieces keep pressure, time and place in the order), areas lose what
 * was covered.
 *
 * @param newId makes the id of a piece
 */
export function rubTouched(page: string, items: readonly Item[], way: RubberWay, newId: () => string): ItemChange[] {
  const { px, py, qx, qy, reach } = way;
  const changes: ItemChange[] = [];
  for (const item of items) {
    const { id, order, at } = item;
    if (item.kind === 'stroke') {
      const pieces = rubInk(item.ink, [px, py, qx, qy], reach + item.width / 2);
      if (!pieces) continue;
      changes.push({ page, id, after: null });
      const end = item.ink.time.at(-1)!;
      for (const ink of pieces) {
        const { tool, colour, width } = item;
        // Its own last sample says when this piece was finished.
        changes.push({
          page,
          id: newId(),
          after: strokeFields({ tool, colour, width, ink, order, at: at - (end - ink.time.at(-1)!) }),
        });
      }
    } else if (item.kind === 'fill') {
      const rings = rubRings(item.rings, [px, py, qx, qy], reach);
      if (!differs(item.rings, rings)) continue;
      changes.push({
        page,
        id,
        after: rings.length > 0 ? fillFields({ colour: item.colour, rings, at, order }) : null,
      });
    } else if (item.kind === 'mark' && touchesArea(item, way)) {
      changes.push({ page, id, after: null });
    }
  }
  return changes;
}

/**
 * Whether an area has lost something: what was not touched comes back with the same corners, perhaps from another one
 * on.
 */
function differs(before: readonly Float64Array[], after: readonly Float64Array[]): boolean {
  const area = (rings: readonly Float64Array[]): number =>
    rings.reduce((all, ring) => {
      let sum = 0;
      for (let i = 0, n = ring.length; i < n; i += 2)
        sum += ring[i]! * ring[(i + 3) % n]! - ring[(i + 2) % n]! * ring[i + 1]!;
      return all + Math.abs(sum);
    }, 0);
  return Math.abs(area(before) - area(after)) > 1e-3;
}
