import { curveThrough } from './curve';
import { segmentDistanceSquared, touchesInk } from './hit';
import { boundsMeet, emptyInk, inkBounds, inkFromRows, type Ink } from './ink';
import { OneEuroFilter } from './oneEuro';
import { outlinePath, strokeOutline } from './outline';
import { PRESSURE_TOLERANCE, SIMPLIFY_TOLERANCE, simplifyInk } from './simplify';
import { outlinePolygon } from './outlinePolygon';
import { StrokeInProgress } from './strokeInProgress';
import { radiusAt } from './tools';

const line = (...points: [number, number][]) => inkFromRows(points.map(([x, y], i) => [x, y, 0.5, i * 8] as const));

/** Area of a closed polygon by the shoelace formula. */
function area(outline: Float64Array): number {
  let sum = 0;
  for (let i = 0, n = outline.length; i < n; i += 2) {
    sum += outline[i]! * outline[(i + 3) % n]! - outline[(i + 2) % n]! * outline[i + 1]!;
  }
  return Math.abs(sum) / 2;
}

describe('hit', () => {
  it('measures the distance to a segment, not to its line', () => {
    expect(segmentDistanceSquared([0, 3], [-10, 0], [10, 0])).toBe(9);
    expect(segmentDistanceSquared([13, 4], [-10, 0], [10, 0])).toBe(25);
    expect(segmentDistanceSquared([3, 4], [0, 0], [0, 0])).toBe(25);
  });

  it('finds a stroke that lies between two samples of a quick rubber', () => {
    const upright = line([50, -100], [50, 100]);
    expect(touchesInk(upright, [0, 0, 100, 0], 2)).toBe(true);
    expect(touchesInk(upright, [0, 0, 40, 0], 2)).toBe(false);
    expect(touchesInk(upright, [0, 0, 48.5, 0], 2)).toBe(true);
  });

  it('finds a dot', () => {
    expect(touchesInk(line([5, 5]), [0, 0, 10, 0], 5)).toBe(true);
    expect(touchesInk(line([5, 5]), [0, 0, 10, 0], 4.9)).toBe(false);
  });
});

describe('bounds', () => {
  it('hold every sample and the margin', () => {
    expect(inkBounds(line([3, 9], [-2, 4]), 1)).toEqual({ left: -3, top: 3, right: 4, bottom: 10 });
    expect(inkBounds(emptyInk(0))).toEqual({ left: 0, top: 0, right: 0, bottom: 0 });
  });

  it('meet when they share an edge, and not beyond', () => {
    const a = { left: 0, top: 0, right: 10, bottom: 10 };
    expect(boundsMeet(a, { left: 10, top: 10, right: 20, bottom: 20 })).toBe(true);
    expect(boundsMeet(a, { left: 10.1, top: 0, right: 20, bottom: 10 })).toBe(false);
  });
});

describe('simplifyInk', () => {
  it('keeps the ends of a straight line and nothing between', () => {
    const straight = line(...Array.from({ length: 50 }, (_, i): [number, number] => [i, i * 2]));
    expect([...simplifyInk(straight).x]).toEqual([0, 49]);
  });

  it('keeps every dropped sample within the stated error of what is left', () => {
    const wavy = line(...Array.from({ length: 300 }, (_, i): [number, number] => [i * 0.7, 20 * Math.sin(i / 9)]));
    const kept = simplifyInk(wavy);
    expect(kept.x.length).toBeLessThan(wavy.x.length * 0.7);
    for (let i = 0; i < wavy.x.length; i++) {
      let nearest = Infinity;
      for (let k = 1; k < kept.x.length; k++) {
        nearest = Math.min(
          nearest,
          segmentDistanceSquared([wavy.x[i]!, wavy.y[i]!], [kept.x[k - 1]!, kept.y[k - 1]!], [kept.x[k]!, kept.y[k]!]),
        );
      }
      expect(Math.sqrt(nearest)).toBeLessThanOrEqual(SIMPLIFY_TOLERANCE + 1e-9);
    }
  });

  it('keeps a sample that only pressure makes different', () => {
    const pressed = inkFromRows([
      [0, 0, 0.5, 0],
      [5, 0, 0.5 + 2 * PRESSURE_TOLERANCE, 8],
      [10, 0, 0.5, 16],
    ]);
    expect(simplifyInk(pressed).x.length).toBe(3);
  });
});

describe('OneEuroFilter', () => {
  it('passes a still hand through unchanged and damps tremor', () => {
    const filter = new OneEuroFilter();
    let spread = 0;
    let last = 0;
    for (let i = 0; i < 120; i++) {
      const value = filter.next(100 + (i % 2 === 0 ? 0.5 : -0.5), i * 8);
      if (i > 60) spread = Math.max(spread, Math.abs(value - 100));
      last = value;
    }
    expect(spread).toBeLessThan(0.25);
    expect(last).toBeCloseTo(100, 0);
  });

  it('lags a quick stroke by less than a twentieth of a second', () => {
    const filter = new OneEuroFilter();
    const speed = 900;
    let value = 0;
    for (let i = 0; i <= 60; i++) value = filter.next((speed * i * 8) / 1000, i * 8);
    expect((speed * 60 * 8) / 1000 - value).toBeLessThan(speed / 20);
  });

  it('does not divide by nothing when two samples share a time', () => {
    const filter = new OneEuroFilter();
    filter.next(0, 5);
    expect(Number.isFinite(filter.next(10, 5))).toBe(true);
  });
});

describe('strokeOutline', () => {
  it('is as large as the stroke is wide and long', () => {
    const straight = line(...Array.from({ length: 40 }, (_, i): [number, number] => [i * 5, 0]));
    const outline = strokeOutline(straight, 'pen', 10);
    // A bar of 195 × 10 with two round ends.
    const expected = 195 * 2 * radiusAt('pen', 10, 0.5) + Math.PI * 25;
    expect(Math.abs(area(outline) - expected) / expected).toBeLessThan(0.06);
  });

  it('makes a dot of a tap, and nothing of no ink', () => {
    expect(area(strokeOutline(line([20, 20]), 'pen', 6))).toBeGreaterThan(10);
    expect(strokeOutline(emptyInk(0), 'pen', 6).length).toBe(0);
    expect(outlinePath(new Float64Array(0))).toBe('');
  });

  it('writes path data that begins, runs and closes', () => {
    expect(outlinePath(strokeOutline(line([0, 0], [30, 0], [60, 10]), 'brush', 8))).toMatch(/^M[-\d. ]+(Q[-\d. ]+)+Z$/);
  });
});

/** How far a place is from the nearest point of a polygon's edge. */
function distanceTo(polygon: Float64Array, x: number, y: number): number {
  let least = Infinity;
  const n = polygon.length;
  for (let i = 0; i < n; i += 2) {
    const [ax, ay, bx, by] = [polygon[i]!, polygon[i + 1]!, polygon[(i + 2) % n]!, polygon[(i + 3) % n]!];
    const [dx, dy] = [bx - ax, by - ay];
    const along = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
    least = Math.min(least, Math.hypot(ax + along * dx - x, ay + along * dy - y));
  }
  return least;
}

/** How far a place is from the line through an ink's samples. */
function wayFrom({ x, y }: Ink, toX: number, toY: number): number {
  let least = Infinity;
  for (let i = 1; i < x.length; i++)
    least = Math.min(least, segmentDistanceSquared([toX, toY], [x[i - 1]!, y[i - 1]!], [x[i]!, y[i]!]));
  return Math.sqrt(least);
}

describe('what is drawn', () => {
  /** A hand that goes from corner to corner, sampled at each alone, as of a fast hand or a slow device. */
  const drawn = (corners: readonly (readonly [number, number])[], every: number): Ink => {
    const stroke = new StrokeInProgress();
    corners.forEach(([x, y], i) => stroke.add({ x, y, pressure: 0.5, time: i * every }));
    return stroke.finish();
  };
  const zigzag = (wide: number, high: number) =>
    Array.from({ length: 14 }, (_, i): [number, number] => [50 + i * wide, 100 + (i % 2) * high]);
  const humps = Array.from({ length: 40 }, (_, i): [number, number] => [50 + i * 4, 100 + 4 * Math.sin(i * 0.9)]);

  it.each([
    ['a sharp, fast zigzag', zigzag(6, 40)],
    ['a wide zigzag', zigzag(30, 20)],
    ['a small zigzag', zigzag(3, 6)],
    ['small humps', humps],
  ])('of %s is within half a point of the way of the pen at every corner', (_, corners) => {
    for (const every of [4, 8, 16, 33]) {
      const ink = drawn(corners, every);
      const width = 2;
      const outline = outlinePolygon(strokeOutline(ink, 'pen', width));
      // Ends are lifted: what lies between them counts.
      for (const [x, y] of corners.slice(1, -2)) {
        expect(wayFrom(ink, x, y)).toBeLessThan(0.5);
        // The edge of the drawn line lies half its width from its middle.
        expect(Math.abs(distanceTo(outline, x, y) - radiusAt('pen', width, 0.5))).toBeLessThan(0.5);
      }
    }
  });
});

describe('the curve through samples that are far apart', () => {
  const circle = (count: number) =>
    Array.from({ length: count }, (_, i): [number, number] => [
      200 + 100 * Math.cos((2 * Math.PI * i) / count),
      200 + 100 * Math.sin((2 * Math.PI * i) / count),
    ]);

  it('goes through every sample, and is round where the hand was', () => {
    const sparse = line(...circle(16), circle(16)[0]!);
    const curve = curveThrough(sparse);
    for (let i = 0; i < sparse.x.length; i++) expect(wayFrom(curve, sparse.x[i]!, sparse.y[i]!)).toBeLessThan(1e-9);
    // Its sides alone would be 1.9 points within the circle. The first and the last have a neighbour less.
    const [from, to] = [curve.x.length / 8, (7 * curve.x.length) / 8].map(Math.round);
    for (let i = from!; i < to!; i++)
      expect(Math.abs(Math.hypot(curve.x[i]! - 200, curve.y[i]! - 200) - 100)).toBeLessThan(0.2);
  });

  it('keeps corners, and straight sides beside curves straight', () => {
    const corner = line([0, 0], [60, 0], [60, 60]);
    expect(curveThrough(corner)).toBe(corner);
    const hook = curveThrough(line([0, 0], [200, 0], [206, 1], [211, 4], [214, 9]));
    for (let i = 0; i < hook.x.length; i++) if (hook.x[i]! < 200) expect(Math.abs(hook.y[i]!)).toBeLessThan(0.2);
  });

  it('leaves dense samples as they are', () => {
    const dense = line(...circle(400));
    expect(curveThrough(dense)).toBe(dense);
  });
});

describe('StrokeInProgress', () => {
  it('keeps the times of its samples from the first one on', () => {
    const stroke = new StrokeInProgress();
    for (let i = 0; i < 20; i++) stroke.add({ x: i * 4, y: (i % 3) * 5, pressure: 0.4, time: 5000 + i * 8 });
    const ink = stroke.finish();
    expect(ink.time[0]).toBe(0);
    expect(ink.time.at(-1)).toBe(19 * 8);
  });

  it('takes the pressure that is felt, and makes one from speed where none is', () => {
    const felt = new StrokeInProgress();
    felt.add({ x: 0, y: 0, pressure: 0.9, time: 0 });
    expect(felt.finish().pressure[0]).toBeCloseTo(0.9);
    const widthAt = (speed: number): number => {
      const stroke = new StrokeInProgress();
      for (let i = 0; i < 60; i++) stroke.add({ x: (i * speed * 8) / 1000, y: 0, pressure: null, time: i * 8 });
      return stroke.at(stroke.length - 1)[2];
    };
    expect(widthAt(1500)).toBeLessThan(widthAt(100) - 0.1);
  });

  it('goes on in another stroke as if it were the same', () => {
    const sample = (i: number) => ({ x: 40 * Math.sin(i / 9), y: i * 1.3, pressure: null, time: 700 + i * 8 });
    const whole = new StrokeInProgress();
    let piece = new StrokeInProgress();
    const rows: number[][] = [];
    for (let i = 0; i < 200; i++) {
      whole.add(sample(i));
      piece.add(sample(i));
      if (i === 90) {
        for (let k = 0; k < piece.length; k++) rows.push([...piece.at(k)]);
        piece = StrokeInProgress.goingOn(piece);
      }
    }
    const joint = rows.at(-1)!;
    expect([...piece.at(0)]).toEqual([joint[0], joint[1], joint[2], 0]);
    for (let k = 1; k < piece.length; k++) rows.push([...piece.at(k).slice(0, 3), piece.at(k)[3] + joint[3]!]);
    expect(rows).toEqual(Array.from({ length: whole.length }, (_, k) => [...whole.at(k)]));
    expect(StrokeInProgress.goingOn(new StrokeInProgress()).length).toBe(0);
  });

  it('makes one sample of a tap that stays in place', () => {
    const stroke = new StrokeInProgress();
    for (let i = 0; i < 5; i++) stroke.add({ x: 10, y: 10, pressure: 0.5, time: i * 8 });
    expect(stroke.finish().x.length).toBe(1);
  });
});
