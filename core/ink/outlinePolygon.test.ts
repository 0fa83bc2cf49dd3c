import fc from 'fast-check';
import { inkFromRows, type Ink } from './ink';
import { strokeOutline, type Outline } from './outline';
import { FLATNESS, outlinePolygon, THINNING } from './outlinePolygon';
import { INK_TOOLS, TOOL_STYLES, type InkTool } from './tools';

const MOST = FLATNESS + THINNING;

/**
 * Places on the smooth curve of an outline, many to each of its corners: by de Casteljau's construction, not by the
 * polynomial.
 */
function placesOn(outline: Outline, count = 40): [number, number][] {
  const n = outline.length / 2;
  const corner = (i: number): [number, number] => [outline[2 * (i % n)]!, outline[2 * (i % n) + 1]!];
  const between = ([ax, ay]: [number, number], [bx, by]: [number, number], t: number): [number, number] => [
    ax + (bx - ax) * t,
    ay + (by - ay) * t,
  ];
  return Array.from({ length: n * count }, (_, k) => {
    const i = Math.floor(k / count);
    const t = (k % count) / count;
    const [from, bend, to] = [
      between(corner(i), corner(i + 1), 0.5),
      corner(i + 1),
      between(corner(i + 1), corner(i + 2), 0.5),
    ];
    return between(between(from, bend, t), between(bend, to, t), t);
  });
}

/** From a place to the nearest of a closed polygon's sides. */
function distance(polygon: Float64Array, [x, y]: [number, number]): number {
  let nearest = Infinity;
  for (let i = 0; i < polygon.length; i += 2) {
    const [ax, ay, bx, by] = [
      polygon[i]!,
      polygon[i + 1]!,
      polygon[(i + 2) % polygon.length]!,
      polygon[(i + 3) % polygon.length]!,
    ];
    const t = Math.min(
      1,
      Math.max(0, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / ((bx - ax) ** 2 + (by - ay) ** 2 || 1)),
    );
    nearest = Math.min(nearest, Math.hypot(ax + t * (bx - ax) - x, ay + t * (by - ay) - y));
  }
  return nearest;
}

const furthest = (outline: Outline): number => {
  const polygon = outlinePolygon(outline);
  return Math.max(0, ...placesOn(outline).map((place) => distance(polygon, place)));
};

const wavy = (tool: InkTool, width: number): Outline =>
  strokeOutline(
    inkFromRows(
      Array.from({ length: 90 }, (_, i) => [i * 2, 12 * Math.sin(i / 8), 0.5 + 0.4 * Math.sin(i / 5), i * 8]),
    ),
    tool,
    width,
  );

describe('outlinePolygon', () => {
  it.each(INK_TOOLS.map((tool): [InkTool] => [tool]))(
    'of a wave drawn with the %s is nowhere further from the curve than it says, at every width',
    (tool) => {
      for (const width of Object.values(TOOL_STYLES[tool].widths))
        expect(furthest(wavy(tool, width))).toBeLessThanOrEqual(MOST + 1e-9);
    },
  );

  it('is as near for ink that turns and stops anywhere', () => {
    const place = fc.tuple(
      fc.double({ min: 0, max: 60, noNaN: true }),
      fc.double({ min: 0, max: 60, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.constant(0),
    );
    const ink = fc
      .array(place, { minLength: 1, maxLength: 12 })
      .map((rows): Ink => inkFromRows(rows.map(([x, y, pressure], i) => [x, y, pressure, i * 8])));
    fc.assert(
      fc.property(
        ink,
        fc.constantFrom(...INK_TOOLS),
        fc.double({ min: 0.5, max: 26, noNaN: true }),
        (drawn, tool, width) => {
          expect(furthest(strokeOutline(drawn, tool, width))).toBeLessThanOrEqual(MOST + 1e-9);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('keeps a straight bar straight: few corners for its long sides', () => {
    const bar = strokeOutline(
      inkFromRows(Array.from({ length: 200 }, (_, i) => [i * 2, 0, 0.5, i * 8])),
      'highlighter',
      9,
    );
    const polygon = outlinePolygon(bar);
    const along = Array.from({ length: polygon.length / 2 }, (_, i) => polygon[2 * i]!).filter(
      (x) => x > 10 && x < 388,
    );
    expect(along.length).toBeLessThanOrEqual(4);
  });

  it('takes fewer numbers than the curve does, which has six to a corner', () => {
    const outline = wavy('brush', 9);
    expect(outlinePolygon(outline).length).toBeLessThan(outline.length * 1.8);
  });

  it('makes room for an outline of any length', () => {
    const long = strokeOutline(
      inkFromRows(
        Array.from({ length: 20_000 }, (_, i) => [300 + 200 * Math.cos(i / 9), 300 + 200 * Math.sin(i / 11), 0.5, i]),
      ),
      'pen',
      3,
    );
    const polygon = outlinePolygon(long);
    expect(polygon.length).toBeGreaterThan(20_000);
    expect(polygon.every(Number.isFinite)).toBe(true);
    // The same outline again gives the same, whatever the room was used for between.
    outlinePolygon(wavy('pen', 2));
    expect(outlinePolygon(long)).toEqual(polygon);
  });

  it('is empty where there is nothing to go around', () => {
    expect(outlinePolygon(new Float64Array(0)).length).toBe(0);
    expect(outlinePolygon(new Float64Array(4)).length).toBe(0);
  });
});
