/**
 * A sheet followed through a camera, on films that a script makes: windows moved over larger photos whose truth is
 * known.
 */
import { findSheet } from '@lippet/core/scan/findSheet';
import { LiveLook } from '@lippet/core/scan/liveLook';
import type { Rgba } from '@lippet/core/scan/raster';
import { makeScene, type Scene } from './scene/scene';
import { TABLES, type Table } from './scene/tables';

const FRAME = { width: 480, height: 360 };
/** Per cent of the diagonal. */
const EXACT = 0.8;

/** A part of a photo, as a camera held a little elsewhere would see it. */
function windowOf({ data, width }: Scene, left: number, top: number): Rgba {
  const out = new Uint8ClampedArray(FRAME.width * FRAME.height * 4);
  for (let y = 0; y < FRAME.height; y++)
    out.set(
      data.subarray(((y + top) * width + left) * 4, ((y + top) * width + left + FRAME.width) * 4),
      y * FRAME.width * 4,
    );
  return { data: out, ...FRAME };
}

/** A hand that sways: at most about six pixels from one picture to the next. */
const sway = (i: number): [number, number] => [
  Math.round(30 + 24 * Math.sin(i / 4)),
  Math.round(22 + 18 * Math.cos(i / 5)),
];

function errorOf({ corners }: Scene, [left, top]: [number, number], quad: readonly { x: number; y: number }[]): number {
  const turns = [0, 1, 2, 3].map(
    (turn) =>
      corners!.reduce(
        (sum, { x, y }, i) => sum + Math.hypot(x - left - quad[(i + turn) % 4]!.x, y - top - quad[(i + turn) % 4]!.y),
        0,
      ) / 4,
  );
  return (100 * Math.min(...turns)) / Math.hypot(FRAME.width, FRAME.height);
}

const sceneOn = (table: Table, seed: number, more = {}): Scene =>
  makeScene({ seed, table, width: FRAME.width + 60, height: FRAME.height + 45, ...more });

/** Scenes whose sheet lies within every window of a swaying hand. */
function wholeScenes(table: Table, count: number): Scene[] {
  const found: Scene[] = [];
  for (let seed = 41; found.length < count; seed++) {
    const scene = sceneOn(table, seed);
    const inside = ({ x, y }: { x: number; y: number }): boolean =>
      x > 54 && y > 40 && x < FRAME.width + 6 && y < FRAME.height + 4;
    if (scene.corners!.every(inside)) found.push(scene);
  }
  return found;
}

describe('following a sheet', () => {
  it.each(TABLES)('on a %s table keeps to it while the hand sways', (table) => {
    const live = new LiveLook();
    const errors: number[] = [];
    let seen = 0;
    for (const scene of wholeScenes(table, 3)) {
      for (let i = 0; i < 20; i++) {
        const place = sway(i);
        const { found } = live.look(windowOf(scene, ...place));
        if (!found) continue;
        seen += 1;
        errors.push(errorOf(scene, place, found.quad));
      }
    }
    expect(seen).toBeGreaterThanOrEqual(57);
    expect(errors.reduce((sum, error) => sum + error, 0) / errors.length).toBeLessThan(EXACT);
    expect(Math.max(...errors)).toBeLessThan(3 * EXACT);
  });

  it('lets go at once when the sheet is taken away', () => {
    const live = new LiveLook();
    const scene = sceneOn('wood', 41);
    for (let i = 0; i < 4; i++) expect(live.look(windowOf(scene, ...sway(i))).found).not.toBeNull();
    const empty = sceneOn('wood', 41, { empty: true });
    expect(findSheet(windowOf(empty, 0, 0))).toBeNull();
    expect(live.look(windowOf(empty, 0, 0)).found).toBeNull();
  });

  it('does not hold on to a frame drawn on the sheet that it was given by mistake', () => {
    // The inner of two nested sheets is followed as long as nothing else is there; then a larger one comes in around
    // it.
    const inner = { left: 150, top: 90, right: 330, bottom: 270 };
    const drawn = (outer: boolean): Rgba => {
      const data = new Uint8ClampedArray(FRAME.width * FRAME.height * 4);
      for (let y = 0; y < FRAME.height; y++) {
        for (let x = 0; x < FRAME.width; x++) {
          const within = x > inner.left && x < inner.right && y > inner.top && y < inner.bottom;
          const around = outer && x > 60 && x < 420 && y > 30 && y < 330;
          const outside = around ? 200 : 70;
          const tone = within ? 235 : outside;
          data.set([tone, tone, tone, 255], (y * FRAME.width + x) * 4);
        }
      }
      return { data, ...FRAME };
    };
    const live = new LiveLook();
    expect(live.look(drawn(false)).found!.quad[0].x).toBeCloseTo(150, -1);
    const looks = Array.from({ length: 9 }, () => live.look(drawn(true)).found!.quad[0].x);
    expect(looks.at(-1)).toBeLessThan(70);
  });

  it('begins anew with pictures of another size', () => {
    const live = new LiveLook();
    const scene = sceneOn('plain', 44);
    live.look(windowOf(scene, 10, 10));
    const whole = makeScene({ seed: 45, table: 'plain', width: 640, height: 480 });
    const { found, width } = live.look(whole);
    expect(width).toBe(640);
    expect(found!.quad[0].x).toBeCloseTo(findSheet(whole)!.quad[0].x, 5);
  });
});
