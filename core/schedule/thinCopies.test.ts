import fc from 'fast-check';
import { COPY_EVERY, copiesToDrop } from './thinCopies';

const HOUR = 3_600_000;
const NOW = Date.UTC(2026, 10, 25, 12);
const left = (times: number[], now = NOW): number[] => times.filter((time) => !copiesToDrop(times, now).includes(time));

describe('earlier copies', () => {
  it('are all kept for an hour, then one an hour, then one a day', () => {
    const every = (step: number, count: number, from: number) =>
      Array.from({ length: count }, (_, i) => from - i * step);
    expect(left(every(COPY_EVERY, 30, NOW))).toHaveLength(30);
    const day = left(every(10 * 60_000, 6 * 20, NOW - HOUR));
    expect(day.length).toBeGreaterThanOrEqual(20);
    expect(day.length).toBeLessThanOrEqual(21);
    expect(left(every(HOUR, 24 * 9, NOW - 25 * HOUR)).length).toBeLessThanOrEqual(10);
    expect(left([NOW - 500 * 24 * HOUR])).toEqual([]);
  });

  it('never lose the newest, and thinning twice changes nothing', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: NOW - 50 * 24 * HOUR, max: NOW }), { minLength: 1, maxLength: 60 }),
        (times) => {
          const once = left(times);
          expect(once).toContain(Math.max(...times));
          expect(left(once)).toEqual(once);
        },
      ),
    );
  });
});
