import { bestFrames, scoreFrame } from './coverFrames';
import { soften } from '../scan/raster';

const [WIDTH, HEIGHT] = [96, 72];
/** A picture of stripes and a disc, from a rule for each pixel's grey. */
function picture(grey: (x: number, y: number) => number): { data: Uint8ClampedArray; width: number; height: number } {
  const data = new Uint8ClampedArray(WIDTH * HEIGHT * 4).fill(255);
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) data.fill(grey(x, y), (y * WIDTH + x) * 4, (y * WIDTH + x) * 4 + 3);
  return { data, width: WIDTH, height: HEIGHT };
}
const scene =
  (light: number) =>
  (x: number, y: number): number => {
    const stripes = (x >> 3) % 2 ? 60 : 120;
    return light * (Math.hypot(x - 48, y - 36) < 22 ? 190 : stripes);
  };
function blurred(light: number, times: number): ReturnType<typeof picture> {
  let plane = {
    data: Float32Array.from({ length: WIDTH * HEIGHT }, (_, i) => scene(light)(i % WIDTH, Math.floor(i / WIDTH))),
    width: WIDTH,
    height: HEIGHT,
  };
  for (let i = 0; i < times; i++) plane = soften(plane) as typeof plane;
  return picture((x, y) => plane.data[y * WIDTH + x]!);
}

it('a sharp frame is better than the same one blurred, and the more blurred the worse', () => {
  const scores = [0, 1, 3, 8].map((times) => scoreFrame(blurred(1, times)));
  expect([...scores].sort((a, b) => b - a)).toEqual(scores);
});

it('a well lit frame is better than a dark or a dazzled one; a black or a blank one is nothing', () => {
  const lit = scoreFrame(picture(scene(1)));
  expect(scoreFrame(picture(scene(0.3)))).toBeLessThan(lit * 0.5);
  expect(scoreFrame(picture(scene(2.4)))).toBeLessThan(lit * 0.5);
  expect(scoreFrame(picture(() => 0))).toBe(0);
  expect(scoreFrame(picture(() => 120))).toBe(0);
});

it('a screen that flickers between black and white is not sharp but eaten', () => {
  expect(scoreFrame(picture((x, y) => ((x + y) % 2 ? 255 : 0)))).toBe(0);
});

it('covers are the best frames, apart from each other', () => {
  const frames = [3, 9, 8, 1, 7, 0, 6].map((score, second) => ({ second, score }));
  expect(bestFrames(frames, 3, 2).map(({ second }) => second)).toEqual([1, 4, 6]);
  expect(bestFrames(frames, 9, 1).map(({ score }) => score)).toEqual([9, 8, 7, 6, 3, 1]);
  expect(bestFrames([], 3, 1)).toEqual([]);
});
