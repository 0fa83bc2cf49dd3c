/**
 * The finder's own parts on drawings whose truth is known, and on images that hold nothing. Photos:
 * demo/scenes.test.ts.
 */
import fc from 'fast-check';
import { findEdges } from './edges';
import { findSheet } from './findSheet';
import { homography, project } from './homography';
import { edgeWidth, isSharp, judgeShot } from './judgeShot';
import { strongestLines } from './lines';
import { doubleArea, farthestApart, inOrder, inQuad, isConvex, wholeImage, type Quad } from './quad';
import { emptyPlane, lightness, sample, soften, type Rgba } from './raster';
import { fitSides } from './sides';
import { straighten } from './straighten';

const quad = (...corners: [number, number][]): Quad => corners.map(([x, y]) => ({ x, y })) as unknown as Quad;

/** A drawing, each pixel the mean of sixteen places in it. */
function drawn(width: number, height: number, tone: (x: number, y: number) => number): Rgba {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let sum = 0;
      for (let k = 0; k < 16; k++) sum += tone(x + ((k % 4) + 0.5) / 4, y + ((k >> 2) + 0.5) / 4);
      data.set([sum / 16, sum / 16, sum / 16, 255], (y * width + x) * 4);
    }
  }
  return { data, width, height };
}
const SHEET = quad([62.3, 41.8], [251.6, 60.2], [238.1, 205.5], [48.9, 190.4]);
const sheetOn = (paper: number, table: number): Rgba =>
  drawn(300, 240, (x, y) => (inQuad(SHEET, x, y) ? paper : table));

describe('edges', () => {
  it('are crests that point to the lighter side', () => {
    const { crest, towardsX, strength } = findEdges(drawn(40, 30, (x) => (x > 20 ? 200 : 60)));
    for (let y = 5; y < 25; y++) {
      const row = [...crest.slice(y * 40, (y + 1) * 40)];
      expect(row.filter(Boolean).length).toBe(1);
      const index = y * 40 + row.indexOf(1);
      expect(Math.abs(row.indexOf(1) - 19.5)).toBeLessThanOrEqual(0.5);
      expect(towardsX[index]).toBeCloseTo(1, 5);
      expect(strength[index]).toBeGreaterThan(50);
    }
  });
  it('are seen in colour alone', () => {
    const data = new Uint8ClampedArray(40 * 30 * 4);
    // The same lightness on both sides, to the rounding of a byte.
    for (let i = 0; i < 40 * 30; i++) data.set(i % 40 < 20 ? [180, 100, 100, 255] : [100, 141, 100, 255], i * 4);
    const { crest, strength } = findEdges({ data, width: 40, height: 30 });
    expect([...strength].some((size, i) => size > 20 && crest[i] === 1)).toBe(true);
  });
});

describe('lines', () => {
  it.each([
    [0.3, 90],
    [1.2, 110],
    [2.4, -20],
  ])('at %d rad, %d px off are found where they are', (angle, offset) => {
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const [line] = strongestLines(findEdges(drawn(220, 160, (x, y) => (x * cos + y * sin > offset ? 210 : 80))), 10, 4);
    expect(Math.abs(line!.angle - angle)).toBeLessThan(0.03);
    expect(Math.abs(line!.offset - offset)).toBeLessThan(2.5);
  });
  it('come strongest first, none twice, no more than asked for', () => {
    const lines = strongestLines(findEdges(sheetOn(230, 90)), 10, 3);
    expect(lines.length).toBe(3);
    expect(lines.map(({ votes }) => votes)).toEqual(lines.map(({ votes }) => votes).sort((a, b) => b - a));
    expect(strongestLines(findEdges(drawn(60, 60, () => 128)), 10, 5)).toEqual([]);
  });
});

describe('sides', () => {
  const plane = (image: Rgba) => soften(lightness(image));
  it('are fitted to a tenth of a pixel from a rough guess', () => {
    const rough = quad([65, 38], [248, 63], [241, 202], [46, 193]);
    const fitted = fitSides(plane(sheetOn(230, 90)), rough, 10, 1)!;
    expect(farthestApart(fitted.quad, SHEET)).toBeLessThan(0.35);
    expect(Math.min(...fitted.support)).toBeGreaterThan(0.95);
    expect(Math.min(...fitted.steps)).toBeGreaterThan(60);
  });
  it('follow paper that bows, and still meet in its corners', () => {
    const corners = quad([50, 40], [250, 40], [250, 200], [50, 200]);
    const bowed = drawn(300, 240, (x, y) =>
      x > 50 && x < 250 && y > 40 - 5 * (1 - ((x - 150) / 100) ** 2) && y < 200 ? 230 : 90,
    );
    const fitted = fitSides(plane(bowed), quad([52, 41], [249, 38], [251, 202], [49, 199]), 10, 1)!;
    expect(farthestApart(fitted.quad, corners)).toBeLessThan(1);
  });
  it('tell which corner is covered', () => {
    const paper = (x: number, y: number): number => (inQuad(SHEET, x, y) ? 230 : 90);
    const image = drawn(300, 240, (x, y) => (Math.hypot(x - 251, y - 60) < 26 ? 140 : paper(x, y)));
    const { cornerSupport } = fitSides(plane(image), SHEET, 8, 1)!;
    expect(cornerSupport.map((share) => share > 0.8)).toEqual([true, false, true, true]);
  });
});

describe('the sheet', () => {
  it('is found light on dark and dark on light', () => {
    for (const [paper, table] of [
      [235, 80],
      [90, 225],
    ] as const) {
      const found = findSheet(sheetOn(paper, table))!;
      expect(farthestApart(found.quad, SHEET)).toBeLessThan(0.8);
      expect(found.cut).toBe(false);
      expect(found.confidence).toBeGreaterThan(0.9);
    }
  });
  it('is where it is at any size of the photo', () => {
    const large = drawn(1500, 1200, (x, y) => (inQuad(SHEET, x / 5, y / 5) ? 235 : 80));
    expect(
      farthestApart(findSheet(large)!.quad, SHEET.map(({ x, y }) => ({ x: x * 5, y: y * 5 })) as unknown as Quad),
    ).toBeLessThan(4);
  });
  it.each([
    [1, 1],
    [2, 900],
    [3, 3],
    [40, 1],
  ])('is not in an image of %d × %d pixels, and nothing breaks', (width, height) => {
    const image = { data: new Uint8ClampedArray(width * height * 4).fill(200), width, height };
    expect(findSheet(image)).toBeNull();
    expect(judgeShot(image, null)).toEqual([]);
  });
  it('is not in noise, whatever noise', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e9 }), (seed) => {
        let state = seed;
        const data = Uint8ClampedArray.from(
          { length: 120 * 90 * 4 },
          () => (state = (state * 1103515245 + 12345) % 2147483648) >> 8,
        );
        return findSheet({ data, width: 120, height: 90 }) === null;
      }),
      { numRuns: 15 },
    );
  });
});

describe('sharpness', () => {
  it('is lost when the photo is softened again and again', () => {
    const image = drawn(400, 300, (x, y) => (Math.floor(x / 11) % 2 === Math.floor(y / 13) % 2 ? 230 : 60));
    const all = wholeImage(400, 300);
    let plane = soften(lightness(image));
    const sharp = edgeWidth(plane, all)!;
    for (let i = 0; i < 6; i++) plane = soften(plane);
    expect(edgeWidth(plane, all)!).toBeGreaterThan(sharp * 1.5);
    expect(isSharp(image, all)).toBe(true);
  });
  it('can’t be told of a sheet without anything on it', () => {
    expect(edgeWidth(lightness(drawn(200, 200, () => 240)), wholeImage(200, 200))).toBeNull();
  });
  it('between pixels a plane is read by bilinear weights, and its rim goes on outside', () => {
    const plane = emptyPlane(3, 2);
    plane.data.set([0, 10, 20, 30, 40, 50]);
    expect(sample(plane, 0.5, 0.5)).toBeCloseTo(20);
    expect(sample(plane, -5, -5)).toBe(0);
    expect(sample(plane, 9, 9)).toBe(50);
  });
});

describe('any four corners that go round', () => {
  // Not from 0 on: where two sides lie along the axes their origin is a vanishing point, which no map with a last term
  // of 1 has.
  const corner = fc.record({
    x: fc.double({ min: 0.37, max: 1000, noNaN: true }),
    y: fc.double({ min: 0.37, max: 1000, noNaN: true }),
  });
  /** No three corners nearly on one line, none nearly on another: what no camera sees as a sheet. */
  const roomy = (quad: Quad): boolean =>
    [0, 1, 2, 3].every(
      (i) => Math.abs(doubleArea([quad[i]!, quad[(i + 1) % 4]!, quad[(i + 2) % 4]!] as unknown as Quad)) > 40_000,
    );
  const quads = fc
    .tuple(corner, corner, corner, corner)
    .map((corners) => inOrder(corners))
    .filter((quad) => isConvex(quad) && roomy(quad));
  it('are mapped to a page and back', () => {
    fc.assert(
      fc.property(quads, (quad) => {
        const page = wholeImage(210, 297);
        const [there, back] = [homography(quad, page), homography(page, quad)];
        return quad.every(({ x, y }) => {
          const point = project(there, x, y);
          const again = project(back, point.x, point.y);
          return Math.hypot(again.x - x, again.y - y) < 1e-3;
        });
      }),
    );
  });
  it('come clockwise, and make a page of at least a pixel', () => {
    const image = drawn(20, 20, (x) => x * 10);
    fc.assert(
      fc.property(quads, (quad) => {
        const small = quad.map(({ x, y }) => ({ x: x / 50, y: y / 50 })) as unknown as Quad;
        const page = straighten(image, small, 1, 400);
        return (
          doubleArea(quad) > 0 &&
          page.width >= 1 &&
          page.height >= 1 &&
          page.data.length === page.width * page.height * 4
        );
      }),
      { numRuns: 60 },
    );
  });
});
