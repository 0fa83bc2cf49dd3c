import { movedRegion, regionAround } from './regionAround';

it('lies around a point, and within the picture at its edge', () => {
  expect(regionAround({ x: 0.5, y: 0.5 }, 0.2)).toEqual({ x: 0.4, y: 0.4, width: 0.2, height: 0.2, round: true });
  expect(regionAround({ x: 0, y: 1 }, 0.2)).toMatchObject({ x: 0, y: 0.8 });
});

it('is moved and made larger, and never leaves the picture or gets too small to be met', () => {
  const region = regionAround({ x: 0.5, y: 0.5 }, 0.2);
  expect(movedRegion(region, { x: 0.1 }).x).toBeCloseTo(0.5, 12);
  expect(movedRegion(region, { x: 9, y: -9 })).toMatchObject({ x: 0.8, y: 0 });
  expect(movedRegion(region, { size: -5 }).width).toBe(0.06);
  expect(movedRegion(region, { size: 5 }).width).toBe(0.6);
});
