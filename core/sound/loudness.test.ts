import fc from 'fast-check';
import { integratedLoudness, kWeighting } from './loudness';
import type { Sound } from './sound';

const RATE = 48_000;
/** A sine in both channels; each stretch has a peak in dBFS and a length in seconds. */
function sine(
  stretches: readonly (readonly [decibels: number, seconds: number])[],
  { rate = RATE, frequency = 1000, channels = 2 } = {},
): Sound {
  const total = stretches.reduce((sum, [, seconds]) => sum + Math.round(seconds * rate), 0);
  const samples = new Float32Array(total);
  let offset = 0;
  for (const [decibels, seconds] of stretches) {
    for (const end = offset + Math.round(seconds * rate); offset < end; offset++)
      samples[offset] = 10 ** (decibels / 20) * Math.sin((2 * Math.PI * frequency * offset) / rate);
  }
  return { channels: Array.from({ length: channels }, () => samples), rate };
}

it('weighs at 48 kHz with the coefficients that the recommendation prints', () => {
  const [shelf, highPass] = kWeighting(RATE);
  const printed = {
    b: [1.53512485958697, -2.69169618940638, 1.19839281085285],
    a: [-1.69065929318241, 0.73248077421585],
  };
  printed.b.forEach((value, i) => expect(shelf.b[i]).toBeCloseTo(value, 7));
  printed.a.forEach((value, i) => expect(shelf.a[i]).toBeCloseTo(value, 7));
  expect(highPass.b).toEqual([1, -2, 1]);
  [-1.99004745483398, 0.99007225036621].forEach((value, i) => expect(highPass.a[i]).toBeCloseTo(value, 7));
});

it('reads -3.01 for a full-scale sine of 997 Hz in one channel, as the recommendation says', () => {
  expect(integratedLoudness(sine([[0, 5]], { frequency: 997, channels: 1 }))).toBeCloseTo(-3.01, 1);
});

// The minimum requirements of EBU Tech 3341, table 1: reference signals and what a meter must read, within 0.1 LU.
it.each<[string, [number, number][], number]>([
  ['1', [[-23, 20]], -23],
  ['2', [[-33, 20]], -33],
  [
    '3',
    [
      [-36, 10],
      [-23, 60],
      [-36, 10],
    ],
    -23,
  ],
  [
    '4',
    [
      [-72, 10],
      [-36, 10],
      [-23, 60],
      [-36, 10],
      [-72, 10],
    ],
    -23,
  ],
  [
    '5',
    [
      [-26, 20],
      [-20, 20.1],
      [-26, 20],
    ],
    -23,
  ],
])('reads reference signal %s right', (_, stretches, expected) => {
  expect(Math.abs(integratedLoudness(sine(stretches)) - expected)).toBeLessThanOrEqual(0.1);
});

it.each([8_000, 16_000, 44_100, 96_000])('reads the same at %i samples a second', (rate) => {
  expect(Math.abs(integratedLoudness(sine([[-23, 5]], { rate })) - -23)).toBeLessThanOrEqual(0.2);
});

it('follows a gain exactly, and hears nothing in silence or in less than a moment', () => {
  fc.assert(
    fc.property(fc.integer({ min: -20, max: 0 }), (gain) => {
      expect(integratedLoudness(sine([[gain - 10, 1]]))).toBeCloseTo(integratedLoudness(sine([[-10, 1]])) + gain, 3);
    }),
    { numRuns: 8 },
  );
  expect(integratedLoudness({ channels: [new Float32Array(RATE)], rate: RATE })).toBe(-Infinity);
  expect(integratedLoudness({ channels: [new Float32Array(0)], rate: RATE })).toBe(-Infinity);
});
