import { fillRegion, type Raster } from './fill';
import { insideRings, type Rings } from './rings';

/** A page of 100 × 80 points at two pixels a point, drawn by a function of the page position. */
function raster(dark: (x: number, y: number) => boolean | [number, number, number]): Raster {
  const [width, height, scale] = [200, 160, 2];
  const data = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < width * height; i++) {
    const colour = dark(((i % width) + 0.5) / scale, (Math.floor(i / width) + 0.5) / scale);
    const plain = colour ? [28, 42, 51] : [255, 254, 250];
    data.set([...(Array.isArray(colour) ? colour : plain), 255], i * 4);
  }
  return { data, width, height, scale };
}

const area = (rings: Rings): number => {
  let inside = 0;
  for (let y = 0.25; y < 80; y += 0.5)
    for (let x = 0.25; x < 100; x += 0.5) if (insideRings(rings, x, y)) inside += 0.25;
  return inside;
};
const off = (value: number, edge: number): boolean => Math.abs(value - edge) < 1;
/** The line of a box from (20, 20) to (60, 60), two points thick. */
const box = (x: number, y: number): boolean =>
  x > 19 && x < 61 && y > 19 && y < 61 && (off(x, 20) || off(x, 60) || off(y, 20) || off(y, 60));

describe('colouring in', () => {
  it('fills a box to under its lines, and nothing outside', () => {
    const rings = fillRegion(raster(box), 40, 40)!;
    expect(rings).toHaveLength(1);
    // Inside the lines it is 38 wide; it reaches 0.9 under them on each side.
    expect(area(rings)).toBeGreaterThan(38 ** 2);
    expect(area(rings)).toBeLessThan(41 ** 2);
    expect(insideRings(rings, 62, 40)).toBe(false);
  });

  it('fills around the box when tapped outside it, with the box as a hole', () => {
    const rings = fillRegion(raster(box), 5, 5)!;
    expect(rings).toHaveLength(2);
    expect(insideRings(rings, 40, 40)).toBe(false);
    expect(insideRings(rings, 90, 70)).toBe(true);
    expect(insideRings(rings, 0.3, 0.3)).toBe(true);
  });

  it('closes a gap of three points and goes through one of twelve', () => {
    const withGap = (gap: number) => raster((x, y) => box(x, y) && !(Math.abs(y - 40) < gap / 2 && x > 50));
    expect(area(fillRegion(withGap(3), 40, 40)!)).toBeLessThan(45 ** 2);
    expect(area(fillRegion(withGap(12), 40, 40)!)).toBeGreaterThan(5_000);
  });

  it('reaches into corners behind a closed gap, and fills a strip narrower than the gaps it closes', () => {
    const strip = raster((x) => off(x, 30) || off(x, 34));
    expect(area(fillRegion(strip, 32, 40)!)).toBeGreaterThan(1.5 * 80);
    const wedge = fillRegion(
      raster((x, y) => y < x / 2 || y > 60),
      20,
      40,
    )!;
    expect(insideRings(wedge, 100 - 3, 54)).toBe(true);
  });

  it('is bounded by a change of colour that is no line', () => {
    const rings = fillRegion(
      raster((x) => (x < 50 ? [240, 174, 46] : [42, 106, 140])),
      10,
      10,
    )!;
    expect(area(rings)).toBeGreaterThan(50 * 80 - 1);
    expect(area(rings)).toBeLessThan(52 * 80);
  });

  it('keeps slanted edges straight: few corners, each near the line', () => {
    const rings = fillRegion(
      raster((x, y) => Math.abs(x - y) < 1.5),
      70,
      20,
    )!;
    expect(rings[0]!.length / 2).toBeLessThan(24);
  });

  it('has nothing to fill off the page', () => {
    expect(fillRegion(raster(box), -3, 10)).toBeNull();
    expect(fillRegion(raster(box), 10, 900)).toBeNull();
  });
});
