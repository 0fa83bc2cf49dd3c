import fc from 'fast-check';
import { COUNTED, countedShare, LESS_FOR_EACH } from './countedShare';

it.each([
  ['last', 1],
  ['first', 0.25],
  ['best', 1],
  ['less', 1 - 2 * LESS_FOR_EACH],
] as const)('of three tries, where %s counts, it comes to %d', (counted, share) =>
  expect(countedShare([0.25, 0, 1], counted)).toBeCloseTo(share, 12),
);

it('keeps an early part where less counts and a late right one earns less than that', () => {
  expect(countedShare([0.75, 0, 0, 0, 1], 'less')).toBe(0.75);
  expect(countedShare([0, 0, 0, 0, 0, 0, 1], 'less')).toBe(0);
});

it('is not known before a teacher has looked, nor where nothing was tried', () => {
  for (const counted of COUNTED) {
    expect(countedShare([], counted)).toBeNull();
    expect(countedShare([null], counted)).toBeNull();
  }
});

it('never leaves nothing to all, and a right first try is all whatever counts but the last', () => {
  const share = fc.double({ min: 0, max: 1, noNaN: true });
  fc.assert(
    fc.property(fc.array(share, { minLength: 1, maxLength: 8 }), fc.constantFrom(...COUNTED), (shares, counted) => {
      const come = countedShare(shares, counted)!;
      expect(come).toBeGreaterThanOrEqual(0);
      expect(come).toBeLessThanOrEqual(1);
      if (counted !== 'last') expect(countedShare([1, ...shares], counted)).toBe(1);
    }),
  );
});
