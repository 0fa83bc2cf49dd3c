import fc from 'fast-check';
import { decodeRings, encodeRings, insideRings, MAX_RING_CORNERS, RING_GRID, RingsError, ringsPath } from './rings';

describe('closed outlines', () => {
  it('come back from bytes as they were, to half a step of the grid', () => {
    const ring = fc
      .array(fc.double({ min: -2_000, max: 2_000, noNaN: true }), { minLength: 6, maxLength: 60 })
      .map((all) => Float64Array.from(all.slice(0, all.length - (all.length % 2))));
    fc.assert(
      fc.property(fc.array(ring, { maxLength: 5 }), (rings) => {
        const back = decodeRings(encodeRings(rings));
        expect(back.map(({ length }) => length)).toEqual(rings.map(({ length }) => length));
        back.forEach((ring, r) =>
          ring.forEach((value, i) => expect(Math.abs(value - rings[r]![i]!)).toBeLessThanOrEqual(RING_GRID / 2 + 1e-9)),
        );
      }),
    );
  });

  it('are refused when they are cut off, of another version, or too many', () => {
    const bytes = encodeRings([Float64Array.of(0, 0, 10, 0, 10, 10)]);
    for (let i = 0; i < bytes.length; i++) expect(() => decodeRings(bytes.slice(0, i))).toThrow(RingsError);
    expect(() => decodeRings(Uint8Array.from([...bytes, 0]))).toThrow(RingsError);
    expect(() => decodeRings(Uint8Array.of(9, 1))).toThrow(/version/);
    expect(() => decodeRings(Uint8Array.of(1, 255, 255, 255, 255, 3))).toThrow(RingsError);
    expect(() => encodeRings([new Float64Array(2 * MAX_RING_CORNERS + 2)])).toThrow(/at most/);
    expect(() => encodeRings([Float64Array.of(0, NaN, 1, 1, 2, 2)])).toThrow(RingsError);
  });

  it('hold what lies between an outer and an inner one', () => {
    const rings = [Float64Array.of(0, 0, 10, 0, 10, 10, 0, 10), Float64Array.of(4, 4, 6, 4, 6, 6, 4, 6)];
    expect([insideRings(rings, 2, 2), insideRings(rings, 5, 5), insideRings(rings, 11, 5)]).toEqual([
      true,
      false,
      false,
    ]);
    expect(ringsPath(rings)).toBe('M0 0L10 0L10 10L0 10ZM4 4L6 4L6 6L4 6Z');
  });
});
