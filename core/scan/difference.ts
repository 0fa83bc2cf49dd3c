/**
 * What has changed between two photos of the same sheet: the earlier is laid over the later, light is evened out, and
 * what is still different is gathered into boxes.
 */
import { align, evened, fit, valueAt, type Affine } from './align';
import { lightness, shrink, type Plane, type Rgba } from './raster';

export interface ChangedBox {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

export interface Difference {
  /**
   * Where a place of the later picture lies in the earlier one, both at the size at which they were compared; the
   * identity where nothing fitted.
   */
  map: Affine;
  /** Whether they fit each other at all: else the boxes say nothing. */
  aligned: boolean;
  /** What is different, as shares of the later picture's width and height, largest first. */
  boxes: ChangedBox[];
  /** Share of the later picture that is different. */
  share: number;
}

const IDENTITY: Affine = [1, 0, 0, 0, 1, 0];
/** Pictures are compared at so many pixels on their longer side. */
const LONGEST = 420;
/** Evened values that differ by more than this are different. */
const DIFFERENT = 1.15;
/**
 * Side of the cells that differences are gathered in, as a share of the longer side; and of how many pixels one must
 * differ.
 */
const CELL = 0.02;
const CELL_SHARE = 0.12;
/** Below this correlation, two pictures are not of the same sheet. */
const LEAST_FIT = 0.35;

/** Boxes around what hangs together of a grid of cells. */
function gather(cells: Uint8Array, columns: number, cell: number, width: number, height: number): ChangedBox[] {
  const boxes: ChangedBox[] = [];
  const seen = new Uint8Array(cells.length);
  for (let start = 0; start < cells.length; start++) {
    if (!cells[start] || seen[start]) continue;
    let [left, top, right, bottom] = [Infinity, Infinity, -1, -1];
    const open = [start];
    seen[start] = 1;
    while (open.length > 0) {
      const here = open.pop()!;
      const [x, y] = [here % columns, Math.floor(here / columns)];
      [left, top, right, bottom] = [Math.min(left, x), Math.min(top, y), Math.max(right, x), Math.max(bottom, y)];
      // Two cells apart still hangs together: handwriting has gaps.
      for (let dy = -2; dy <= 2; dy++)
        for (let dx = -2; dx <= 2; dx++) {
          const [nx, ny] = [x + dx, y + dy];
          const next = ny * columns + nx;
          if (nx < 0 || nx >= columns || ny < 0 || next >= cells.length || !cells[next] || seen[next]) continue;
          seen[next] = 1;
          open.push(next);
        }
    }
    boxes.push({
      left: left * cell,
      top: top * cell,
      right: Math.min(width, (right + 1) * cell),
      bottom: Math.min(height, (bottom + 1) * cell),
    });
  }
  const area = ({ left, top, right, bottom }: ChangedBox): number => (right - left) * (bottom - top);
  return boxes.sort((a, b) => area(b) - area(a));
}

/** Widest blur that is taken for the same line, in pixels: two photos never have it at quite the same place. */
const SLACK = 1;

function differs(before: Plane, now: Plane, map: Affine, x: number, y: number): boolean {
  const here = now.data[y * now.width + x]!;
  const u = map[0] * x + map[1] * y + map[2];
  const v = map[3] * x + map[4] * y + map[5];
  let least = Infinity;
  for (let dy = -SLACK; dy <= SLACK; dy++)
    for (let dx = -SLACK; dx <= SLACK; dx++) {
      const there = valueAt(before, u + dx, v + dy);
      if (Number.isNaN(there)) return false;
      least = Math.min(least, Math.abs(here - there));
    }
  return least > DIFFERENT;
}

/** Compares two pictures of one sheet, or of two that are like each other, of any size. */
export function pictureDifference(before: Rgba, now: Rgba): Difference {
  const [old, current] = [before, now].map((image) => evened(lightness(shrink(image, LONGEST)))) as [Plane, Plane];
  const map = align(old, current);
  if (fit(old, current, map) < LEAST_FIT) return { map: IDENTITY, aligned: false, boxes: [], share: 0 };
  const { width, height } = current;
  const cell = Math.max(4, Math.round(CELL * Math.max(width, height)));
  const [columns, rows] = [Math.ceil(width / cell), Math.ceil(height / cell)];
  const counts = new Uint16Array(columns * rows);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (differs(old, current, map, x, y)) counts[Math.floor(y / cell) * columns + Math.floor(x / cell)]! += 1;
  const cells = Uint8Array.from(counts, (count) => (count >= CELL_SHARE * cell * cell ? 1 : 0));
  const boxes = gather(cells, columns, cell, width, height).map(({ left, top, right, bottom }) => ({
    left: left / width,
    top: top / height,
    right: right / width,
    bottom: bottom / height,
  }));
  return { map, aligned: true, boxes, share: cells.reduce((sum, cell) => sum + cell, 0) / cells.length };
}
