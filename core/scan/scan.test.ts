import { homography, project } from './homography';
import { withLook } from './looks';
import { farthestApart, inOrder, inQuad, isConvex, quadArea, type Quad } from './quad';
import { luma, shrink, type Rgba } from './raster';
import { fromShares, photoPageSize, toShares } from './shot';
import { readShot } from '../page/readShot';
import { Steady } from './steady';
import { aspectOf, straighten, straightSize } from './straighten';

const quad = (...corners: [number, number][]): Quad => corners.map(([x, y]) => ({ x, y })) as unknown as Quad;
const SQUARE = quad([0, 0], [10, 0], [10, 10], [0, 10]);

/** Paints an image by what is at each pixel's middle. */
function painted(width: number, height: number, colourAt: (x: number, y: number) => [number, number, number]): Rgba {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) data.set([...colourAt(x + 0.5, y + 0.5), 255], (y * width + x) * 4);
  return { data, width, height };
}
const pixel = ({ data, width }: Rgba, x: number, y: number): number[] => [
  ...data.slice((y * width + x) * 4, (y * width + x) * 4 + 3),
];

describe('quads', () => {
  it('come clockwise from the top left, whatever order they were in', () => {
    const [a, b, c, d] = quad([2, 1], [9, 2], [8, 9], [1, 8]);
    expect(inOrder([c, a, d, b])).toEqual([a, b, c, d]);
  });
  it('know their area, dents and what lies within', () => {
    expect(quadArea(SQUARE)).toBe(100);
    expect(isConvex(SQUARE)).toBe(true);
    expect(isConvex(quad([0, 0], [10, 0], [2, 2], [0, 10]))).toBe(false);
    expect(isConvex(quad([0, 0], [10, 10], [10, 0], [0, 10]))).toBe(false);
    expect(inQuad(SQUARE, 5, 5)).toBe(true);
    expect(inQuad(SQUARE, 11, 5)).toBe(false);
    expect(farthestApart(SQUARE, quad([0, 0], [10, 0], [13, 14], [0, 10]))).toBe(5);
  });
});

describe('homography', () => {
  const from = quad([12, 8], [300, 30], [280, 410], [5, 380]);
  const to = quad([0, 0], [210, 0], [210, 297], [0, 297]);
  it('takes corners to corners, and back', () => {
    const [h, back] = [homography(from, to), homography(to, from)];
    from.forEach(({ x, y }, i) => {
      const there = project(h, x, y);
      expect(there.x).toBeCloseTo(to[i]!.x, 8);
      expect(there.y).toBeCloseTo(to[i]!.y, 8);
    });
    const middle = project(h, 150, 200);
    const again = project(back, middle.x, middle.y);
    expect(again.x).toBeCloseTo(150, 8);
    expect(again.y).toBeCloseTo(200, 8);
  });
  it('keeps straight what is straight', () => {
    const h = homography(from, to);
    const [a, b, c] = [0, 0.3, 1].map((t) => project(h, 20 + 200 * t, 50 + 100 * t)) as [
      { x: number; y: number },
      { x: number; y: number },
      { x: number; y: number },
    ];
    expect((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)).toBeCloseTo(0, 6);
  });
  it('refuses three corners on a line', () => {
    expect(() => homography(quad([0, 0], [5, 0], [10, 0], [0, 10]), SQUARE)).toThrow(RangeError);
  });
});

describe('straightening', () => {
  /** A4 seen by a camera of 900 pixels focal length, tilted. */
  const seen = ((): Quad => {
    const place = (x: number, y: number): [number, number] => {
      const [tilt, yaw] = [0.5, 0.25];
      const far = 500 + x * Math.sin(yaw) + y * Math.cos(yaw) * Math.sin(tilt);
      const [px, py] = [x * Math.cos(yaw) - y * Math.sin(yaw) * Math.sin(tilt), y * Math.cos(tilt)];
      return [400 + (900 * px) / far, 300 + (900 * py) / far];
    };
    return quad(place(-105, -148.5), place(105, -148.5), place(105, 148.5), place(-105, 148.5));
  })();
  it('tells A4 from how it is seen, where its sides do not', () => {
    const { width, height } = straightSize(seen, 800, 600, 1e9);
    expect(height / width).toBeCloseTo(Math.SQRT2, 2);
    expect(aspectOf(SQUARE, 10, 10)).toBeCloseTo(1, 6);
  });
  it('fetches every corner from its place, turned as wished', () => {
    const quarters: [number, number, number][] = [
      [200, 0, 0],
      [0, 200, 0],
      [0, 0, 200],
      [200, 200, 0],
    ];
    const image = painted(60, 40, (x, y) => quarters[(x < 30 ? 0 : 1) + (y < 20 ? 0 : 2)]!);
    const all = quad([0, 0], [60, 0], [60, 40], [0, 40]);
    const corners = (turn: 0 | 1 | 2 | 3): number[][] => {
      const page = straighten(image, all, turn, 1e6);
      expect([page.width, page.height]).toEqual(turn % 2 === 0 ? [60, 40] : [40, 60]);
      return [
        pixel(page, 2, 2),
        pixel(page, page.width - 3, 2),
        pixel(page, page.width - 3, page.height - 3),
        pixel(page, 2, page.height - 3),
      ];
    };
    const [red, green, yellow, blue] = corners(0);
    expect(corners(1)).toEqual([blue, red, green, yellow]);
    expect(corners(2)).toEqual([yellow, blue, red, green]);
    expect(corners(3)).toEqual([green, yellow, blue, red]);
  });
  it('never makes more pixels than it may', () => {
    const { width, height } = straightSize(seen, 800, 600, 5_000);
    expect(width * height).toBeLessThan(5_300);
  });
});

describe('looks', () => {
  /** Paper in light that falls off to one side, a black line, a red patch. */
  const sheet = painted(400, 560, (x, y) => {
    const light = 0.45 + 0.5 * (x / 400);
    const paper = x > 120 && x < 280 && y > 100 && y < 200 ? [200, 40, 30] : [245, 240, 225];
    const [r, g, b] = Math.abs(y - 300) < 4 && x > 60 && x < 340 ? [30, 30, 34] : paper;
    return [r! * light, g! * light, b! * light];
  });
  it('clean makes paper white everywhere and keeps colours', () => {
    const page = withLook({ ...sheet, data: sheet.data.slice() }, 'clean');
    for (const [x, y] of [
      [20, 20],
      [380, 20],
      [20, 540],
      [380, 540],
      [200, 420],
    ] as const)
      expect(Math.min(...pixel(page, x, y))).toBeGreaterThan(240);
    const [red, green, blue] = pixel(page, 200, 150);
    expect(red! - green!).toBeGreaterThan(110);
    expect(red! - blue!).toBeGreaterThan(110);
    expect(Math.max(...pixel(page, 200, 300))).toBeLessThan(60);
  });
  it('black gives black on white on both sides of the light', () => {
    const page = withLook(sheet, 'black');
    for (const x of [80, 320]) {
      expect(pixel(page, x, 300)).toEqual([0, 0, 0]);
      expect(pixel(page, x, 340)).toEqual([255, 255, 255]);
    }
  });
  it('as it is changes nothing', () => expect(withLook(sheet, 'photo')).toBe(sheet));
});

describe('shrinking', () => {
  it('averages, so that a fine pattern becomes grey', () => {
    const checked = painted(400, 400, (x, y) => (((x | 0) + (y | 0)) % 2 === 0 ? [255, 255, 255] : [0, 0, 0]));
    const [red, green, blue] = pixel(shrink(checked, 100), 50, 50);
    expect(Math.abs(luma(red!, green!, blue!) - 127.5)).toBeLessThan(2);
  });
  it('leaves alone what is small enough', () => {
    const small = painted(10, 8, () => [1, 2, 3]);
    expect(shrink(small, 100)).toBe(small);
  });
});

describe('holding still', () => {
  const found = (dx: number, cut = false) => ({
    quad: quad([dx, 0], [100 + dx, 0], [100 + dx, 140], [dx, 140]),
    confidence: 0.9,
    cut,
    lighter: true,
  });
  const watch = (steady: Steady, looks: { dx: number; cut?: boolean; sharp?: boolean }[], from = 0): number[] =>
    looks.map(({ dx, cut, sharp = true }, i) => steady.look(found(dx, cut), sharp, 400, from + i * 250));
  it('comes to its end only after a time and some looks, and begins anew when anything moves', () => {
    expect(
      watch(
        new Steady(),
        [0, 0, 0, 0, 0].map((dx) => ({ dx })),
      ).at(-1),
    ).toBe(1);
    expect(
      Math.max(
        ...watch(
          new Steady(),
          [0, 20, 40, 60, 80].map((dx) => ({ dx })),
        ),
      ),
    ).toBe(0);
    const steady = new Steady();
    watch(
      steady,
      [0, 0, 0, 0].map((dx) => ({ dx })),
    );
    expect(steady.look(null, true, 400, 1100)).toBe(0);
  });
  it('waits for a sharp sheet with all its corners', () => {
    expect(
      Math.max(
        ...watch(
          new Steady(),
          [0, 0, 0, 0, 0].map((dx) => ({ dx, sharp: false })),
        ),
      ),
    ).toBe(0);
    expect(
      Math.max(
        ...watch(
          new Steady(),
          [0, 0, 0, 0, 0].map((dx) => ({ dx, cut: true })),
        ),
      ),
    ).toBe(0);
  });
  it('does not take the same sheet twice, but takes the next', () => {
    const steady = new Steady(false);
    expect(
      Math.max(
        ...watch(
          steady,
          [0, 0, 0, 0, 0, 0].map((dx) => ({ dx })),
        ),
      ),
    ).toBe(0);
    expect(
      watch(
        steady,
        [60, 60, 60, 60, 60, 60].map((dx) => ({ dx })),
        2000,
      ).at(-1),
    ).toBe(1);
  });
});

describe('what is kept of a shot', () => {
  const shot = {
    original: 'a',
    corners: [0, 0, 1, 0, 1, 1, 0, 1],
    turn: 1 as const,
    look: 'clean' as const,
    taken: 5,
    warnings: ['dark' as const],
  };
  it('is read back as it was written', () =>
    expect(readShot({ kind: 'photo', media: 'm', alt: '', shot })).toEqual(shot));
  it('is nothing on other pages, and safe where a client wrote nonsense', () => {
    expect(readShot({ kind: 'blank' })).toBeNull();
    expect(readShot({ kind: 'photo', media: 'm', alt: '' })).toBeNull();
    const odd = { original: 'a', corners: [1, 2, 'x'], turn: 9, look: 'neon', taken: 'now', warnings: ['rude'] };
    expect(readShot({ kind: 'photo', media: 'm', alt: '', shot: odd as never })).toEqual({
      original: 'a',
      corners: null,
      turn: 0,
      look: 'photo',
      taken: null,
      warnings: [],
    });
  });
  it('keeps corners as shares of the photo', () => {
    const corners = quad([10, 20], [90, 20], [90, 180], [10, 180]);
    expect(fromShares(toShares(corners, 100, 200), 100, 200)).toEqual(corners);
    expect(fromShares([0, 0, 1, 1, 1, 0, 0, 1], 100, 200)).toBeNull();
  });
  it('makes pages as long as A4', () => expect(photoPageSize(1000, 500)).toEqual({ width: 842, height: 421 }));
});
