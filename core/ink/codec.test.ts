import fc from 'fast-check';
import {
  decodeInk,
  encodeInk,
  INK_CODEC_VERSION,
  INK_GRID,
  InkDecodeError,
  InkRangeError,
  MAX_INK_SAMPLES,
} from './codec';
import { emptyInk, inkFromRows, type Ink } from './ink';

const sample = fc.tuple(
  fc.double({ min: -2000, max: 2000, noNaN: true }),
  fc.double({ min: -2000, max: 2000, noNaN: true }),
  fc.double({ min: 0, max: 1, noNaN: true }),
  fc.double({ min: 0, max: 60, noNaN: true }),
);
const inks = fc.array(sample, { maxLength: 60 }).map((rows): Ink => {
  let time = 0;
  return inkFromRows(rows.map(([x, y, pressure, step]) => [x, y, pressure, (time += step)] as const));
});

/** A hand-like stroke: an arc drawn at 120 samples a second with a little tremor. */
function handwriting(length: number): Ink {
  const ink = emptyInk(length);
  let noise = 12345;
  const tremor = (): number => ((noise = (noise * 1103515245 + 12345) % 2 ** 31) / 2 ** 31 - 0.5) * 0.3;
  for (let i = 0; i < length; i++) {
    ink.x[i] = 100 + i * 1.1 + 14 * Math.sin(i / 5) + tremor();
    ink.y[i] = 300 + 18 * Math.cos(i / 4) + tremor();
    ink.pressure[i] = 0.5 + 0.2 * Math.sin(i / 20);
    ink.time[i] = i * 8.33;
  }
  return ink;
}

describe('encodeInk and decodeInk', () => {
  it('give back every sample within the stated error', () => {
    fc.assert(
      fc.property(inks, (ink) => {
        const back = decodeInk(encodeInk(ink));
        expect(back.x.length).toBe(ink.x.length);
        for (let i = 0; i < ink.x.length; i++) {
          expect(Math.abs(back.x[i]! - ink.x[i]!)).toBeLessThanOrEqual(INK_GRID / 2);
          expect(Math.abs(back.y[i]! - ink.y[i]!)).toBeLessThanOrEqual(INK_GRID / 2);
          expect(Math.abs(back.pressure[i]! - ink.pressure[i]!)).toBeLessThanOrEqual(0.5 / 255 + 1e-6);
          expect(Math.abs(back.time[i]! - ink.time[i]!)).toBeLessThanOrEqual(0.5);
        }
      }),
    );
  });

  it('are stable: what was read is written as the same bytes', () => {
    fc.assert(
      fc.property(inks, (ink) => {
        const once = encodeInk(ink);
        expect(encodeInk(decodeInk(once))).toEqual(once);
      }),
    );
  });

  it('take at most 4 bytes a sample on handwriting', () => {
    expect(encodeInk(handwriting(400)).length / 400).toBeLessThanOrEqual(4);
  });

  it('survive a leap from one end of the range to the other', () => {
    const ink = inkFromRows([
      [-100_000, 100_000, 0, 0],
      [100_000, -100_000, 1, 3_600_000],
      [-100_000, 100_000, 0, 3_600_000],
    ]);
    expect(decodeInk(encodeInk(ink)).x).toEqual(ink.x);
  });

  it('name their version in the first byte and refuse another', () => {
    const bytes = encodeInk(handwriting(3));
    expect(bytes[0]).toBe(INK_CODEC_VERSION);
    bytes[0] = 9;
    expect(() => decodeInk(bytes)).toThrow(InkDecodeError);
  });

  it('refuse numbers that are no positions, and strokes without end', () => {
    expect(() => encodeInk(inkFromRows([[NaN, 0, 0.5, 0]]))).toThrow(InkRangeError);
    expect(() => encodeInk(inkFromRows([[0, Infinity, 0.5, 0]]))).toThrow(InkRangeError);
    expect(() => encodeInk(inkFromRows([[0, 0, 1.5, 0]]))).toThrow(/pressure/);
    expect(() => encodeInk(emptyInk(MAX_INK_SAMPLES + 1))).toThrow(/samples/);
  });

  it('refuse ink that was cut off, or has something behind it', () => {
    const bytes = encodeInk(handwriting(50));
    for (let end = 0; end < bytes.length; end++)
      expect(() => decodeInk(bytes.subarray(0, end))).toThrow(InkDecodeError);
    expect(() => decodeInk(new Uint8Array([...bytes, 0]))).toThrow(InkDecodeError);
  });

  it('answer any bytes with ink or a named error, never with anything else', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 80 }), (bytes) => {
        const versioned = new Uint8Array([INK_CODEC_VERSION, ...bytes]);
        try {
          const ink = decodeInk(versioned);
          expect(ink.x.every(Number.isFinite)).toBe(true);
        } catch (error) {
          expect(error).toBeInstanceOf(InkDecodeError);
        }
      }),
    );
  });
});
