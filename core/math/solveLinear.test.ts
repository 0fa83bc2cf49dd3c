import fc from 'fast-check';
import { solveLinear } from './solveLinear';

it('finds the unknowns of any system that has one answer', () => {
  const number = fc.integer({ min: -9, max: 9 });
  fc.assert(
    fc.property(
      fc.array(fc.array(number, { minLength: 4, maxLength: 4 }), { minLength: 4, maxLength: 4 }),
      fc.array(number, { minLength: 4, maxLength: 4 }),
      (factors, unknowns) => {
        const rows = factors.map((row) => [...row, row.reduce((sum, factor, i) => sum + factor * unknowns[i]!, 0)]);
        const solved = solveLinear(rows);
        if (solved) solved.forEach((value, i) => expect(value).toBeCloseTo(unknowns[i]!, 6));
      },
    ),
  );
  // Pivots: a nought where elimination begins.
  expect(
    solveLinear([
      [0, 2, 4],
      [3, 1, 5],
    ]),
  ).toEqual([1, 2]);
});

it('says so where there is none, or more than one', () => {
  expect(
    solveLinear([
      [1, 2, 3],
      [2, 4, 7],
    ]),
  ).toBeNull();
  expect(
    solveLinear([
      [1, 2, 3],
      [2, 4, 6],
    ]),
  ).toBeNull();
  expect(
    solveLinear([
      [NaN, 1, 1],
      [1, 1, 1],
    ]),
  ).toBeNull();
});
