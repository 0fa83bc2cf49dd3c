import type { Rgba } from './raster';
import { pictureDifference } from './difference';

/** Numbers from a fixed seed (mulberry32). */
function numbers(seed: number): () => number {
  return () => {
    seed = (seed + 0x6d2b79f5) | 0;
    let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

type Line = [x0: number, y0: number, x1: number, y1: number];
interface Look {
  map?: (x: number, y: number) => [number, number];
  light?: (x: number, y: number) => number;
  noise?: number;
}
const [WIDTH, HEIGHT] = [600, 800];

/** A drawing of dark lines on paper: how dark each place is, looked up where `map` says, in this light. */
function photo(
  lines: readonly Line[],
  { map = (x, y) => [x, y], light = () => 1, noise = 0 }: Look = {},
  seed = 1,
): Rgba {
  const random = numbers(seed);
  const data = new Uint8ClampedArray(WIDTH * HEIGHT * 4);
  // How far each place is from the nearest line, as far as that matters.
  const far = new Float32Array(WIDTH * HEIGHT).fill(9);
  for (const [x0, y0, x1, y1] of lines) {
    const dx = x1 - x0,
      dy = y1 - y0;
    for (let y = Math.floor(Math.min(y0, y1)) - 4; y < Math.max(y0, y1) + 4; y++)
      for (let x = Math.floor(Math.min(x0, x1)) - 4; x < Math.max(x0, x1) + 4; x++) {
        if (x < 0 || y < 0 || x >= WIDTH || y >= HEIGHT) continue;
        const t = Math.max(0, Math.min(1, ((x - x0) * dx + (y - y0) * dy) / (dx * dx + dy * dy)));
        far[y * WIDTH + x] = Math.min(far[y * WIDTH + x]!, Math.hypot(x - x0 - t * dx, y - y0 - t * dy));
      }
  }
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      const place = map(x, y);
      const u = Math.round(place[0]),
        v = Math.round(place[1]);
      const nearest = u < 0 || v < 0 || u >= WIDTH || v >= HEIGHT ? 9 : far[v * WIDTH + u]!;
      const ink = Math.max(0, Math.min(1, 3 - nearest));
      const value = (230 - 190 * ink) * light(x, y) + noise * (random() - 0.5);
      const to = (y * WIDTH + x) * 4;
      data[to] = data[to + 1] = data[to + 2] = value;
      data[to + 3] = 255;
    }
  return { data, width: WIDTH, height: HEIGHT };
}

/** Like handwriting: short lines all over the upper half. */
function written(count: number, seed = 7): Line[] {
  const random = numbers(seed);
  return Array.from({ length: count }, (): Line => {
    const [x, y, angle, length] = [60 + random() * 480, 60 + random() * 330, random() * Math.PI, 15 + random() * 45];
    return [x, y, x + Math.cos(angle) * length, y + Math.sin(angle) * length];
  });
}

const OLD = written(40);
const ADDED: Line[] = [
  [200, 600, 340, 640],
  [210, 650, 330, 600],
  [260, 580, 270, 670],
];
/** Held a little otherwise: turned by a degree and a half, moved by 9 and 6, nearer by 2 per cent. */
const [COS, SIN] = [Math.cos(0.026) * 0.98, Math.sin(0.026) * 0.98];
const held = (x: number, y: number): [number, number] => [
  COS * (x - 300) - SIN * (y - 400) + 309,
  SIN * (x - 300) + COS * (y - 400) + 394,
];
const lamp = (x: number, y: number): number => 0.6 + 0.4 * Math.exp(-((x - 450) ** 2 + (y - 200) ** 2) / 2e5);

it('finds what was added, in a photo that was held otherwise and lit otherwise', () => {
  const { aligned, boxes } = pictureDifference(
    photo(OLD, { noise: 12 }),
    photo([...OLD, ...ADDED], { map: held, light: lamp, noise: 12 }, 2),
  );
  expect(aligned).toBe(true);
  expect(boxes.length).toBeGreaterThanOrEqual(1);
  // Where the new lines are in the later photo.
  const [{ left, top, right, bottom }] = boxes as [(typeof boxes)[0]];
  expect(left * WIDTH).toBeLessThan(225);
  expect(right * WIDTH).toBeGreaterThan(315);
  expect(top * HEIGHT).toBeLessThan(615);
  expect(bottom * HEIGHT).toBeGreaterThan(645);
  // And nowhere that nothing was drawn.
  for (const box of boxes) expect(box.top * HEIGHT).toBeGreaterThan(540);
});

it.each<[string, Look]>([
  ['as it is', {}],
  ['with other noise', { noise: 14 }],
  ['in other light', { light: lamp, noise: 8 }],
  ['held otherwise', { map: held, noise: 8 }],
  ['all darker', { light: () => 0.55, noise: 8 }],
])('says that nothing is new where the same sheet is taken again, %s', (_, look) => {
  const { aligned, boxes, share } = pictureDifference(photo(OLD, { noise: 8 }), photo(OLD, look, 3));
  expect([aligned, boxes.length]).toEqual([true, 0]);
  expect(share).toBe(0);
});

it('finds what was rubbed out, too', () => {
  const { boxes } = pictureDifference(photo([...OLD, ...ADDED]), photo(OLD, { noise: 8 }));
  expect(boxes.length).toBeGreaterThanOrEqual(1);
  expect(boxes[0]!.top * HEIGHT).toBeGreaterThan(540);
});

it('does not compare two sheets that have nothing to do with each other, nor a blank one', () => {
  expect(pictureDifference(photo(OLD), photo(written(40, 99))).aligned).toBe(false);
  expect(pictureDifference(photo([], { noise: 8 }), photo(OLD)).aligned).toBe(false);
  expect(pictureDifference(photo(OLD), photo([], { noise: 8 }, 5)).boxes).toEqual([]);
});

it('takes pictures of other sizes', () => {
  const small = photo(OLD);
  const half: Rgba = { width: 300, height: 400, data: new Uint8ClampedArray(300 * 400 * 4) };
  for (let y = 0; y < 400; y++)
    for (let x = 0; x < 300; x++)
      half.data.set(small.data.subarray((2 * y * 600 + 2 * x) * 4, (2 * y * 600 + 2 * x) * 4 + 4), (y * 300 + x) * 4);
  const { aligned, boxes } = pictureDifference(half, photo([...OLD, ...ADDED]));
  expect(aligned).toBe(true);
  expect(boxes.length).toBeGreaterThanOrEqual(1);
});
