import fc from 'fast-check';
import { segmentDistanceSquared } from './hit';
import { inkFromRows, type Ink } from './ink';
import { rubInk } from './rub';

const straight = inkFromRows([
  [0, 0, 0.2, 0],
  [100, 0, 0.8, 1000],
]);
const rows = (ink: Ink): number[][] => Array.from(ink.x, (x, i) => [x, ink.y[i]!, ink.pressure[i]!, ink.time[i]!]);

describe('rubbing where it touches', () => {
  it('cuts a stroke exactly where the rubber enters and leaves, and keeps pressure and time there', () => {
    const pieces = rubInk(straight, [50, -20, 50, 20], 5)!;
    expect(pieces).toHaveLength(2);
    expect(rows(pieces[0]!)[1]).toEqual([45, 0, expect.closeTo(0.47, 5), 450]);
    expect(rows(pieces[1]!)[0]).toEqual([expect.closeTo(55, 9), 0, expect.closeTo(0.53, 5), expect.closeTo(550, 6)]);
    expect(rows(pieces[1]!)[1]).toEqual([100, 0, expect.closeTo(0.8, 5), 1000]);
  });

  it('takes an end off with a round edge', () => {
    const [piece, ...others] = rubInk(straight, [100, 0, 100, 0], 10)!;
    expect(others).toEqual([]);
    expect(piece!.x.at(-1)).toBeCloseTo(90);
  });

  it('leaves nothing of what it covers whole, dots among it', () => {
    expect(rubInk(straight, [0, 0, 100, 0], 4)).toEqual([]);
    expect(rubInk(inkFromRows([[3, 4, 0.5, 0]]), [0, 0, 0, 0], 5)).toEqual([]);
    expect(rubInk(inkFromRows([[3, 4, 0.5, 0]]), [0, 0, 0, 0], 4.9)).toBeNull();
  });

  it('says that it touched nothing', () => {
    expect(rubInk(straight, [0, 10, 100, 10], 9)).toBeNull();
  });

  it('leaves nothing within its reach and everything outside it, whatever the stroke', () => {
    const spot = fc.tuple(fc.integer({ min: 0, max: 80 }), fc.integer({ min: 0, max: 80 }));
    fc.assert(
      fc.property(
        fc.array(spot, { minLength: 2, maxLength: 12 }),
        spot,
        spot,
        fc.integer({ min: 2, max: 15 }),
        (spots, [px, py], [qx, qy], reach) => {
          const ink = inkFromRows(spots.map(([x, y], i) => [x, y, 0.5, i * 10]));
          const pieces = rubInk(ink, [px, py, qx, qy], reach) ?? [ink];
          const length = (ink: Ink): number => {
            let sum = 0;
            for (let i = 1; i < ink.x.length; i++)
              sum += Math.hypot(ink.x[i]! - ink.x[i - 1]!, ink.y[i]! - ink.y[i - 1]!);
            return sum;
          };
          for (const piece of pieces) {
            for (let i = 1; i < piece.x.length; i++) {
              const [mx, my] = [(piece.x[i]! + piece.x[i - 1]!) / 2, (piece.y[i]! + piece.y[i - 1]!) / 2];
              expect(segmentDistanceSquared([mx, my], [px, py], [qx, qy])).toBeGreaterThan((reach - 1e-6) ** 2);
            }
          }
          // The length outside, measured by fine steps, is the length that is left.
          let outside = 0;
          for (let i = 1; i < spots.length; i++) {
            const [[ax, ay], [bx, by]] = [spots[i - 1]!, spots[i]!];
            for (let k = 0; k < 400; k++) {
              const t = (k + 0.5) / 400;
              if (segmentDistanceSquared([ax + t * (bx - ax), ay + t * (by - ay)], [px, py], [qx, qy]) > reach ** 2)
                outside += Math.hypot(bx - ax, by - ay) / 400;
            }
          }
          expect(Math.abs(pieces.reduce((sum, piece) => sum + length(piece), 0) - outside)).toBeLessThan(
            0.02 * length(ink) + 0.5,
          );
        },
      ),
      { numRuns: 200 },
    );
  });
});
