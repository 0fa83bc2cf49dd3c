import { ContentBytes } from './contentBytes';

const read = (bytes: Uint8Array): string => String.fromCharCode(...bytes);

/** What a reader of PDF makes of it: corners of each polygon in points. */
function corners(content: string): number[][] {
  let [scale, left, top] = [1, 0, 0];
  const polygons: number[][] = [];
  for (const line of content.trim().split('\n')) {
    const parts = line.split(' ');
    const numbers = parts.slice(0, -1).map(Number);
    if (line.endsWith('cm')) [scale, left, top] = [numbers[0]!, numbers[4]!, numbers[5]!];
    else if (line.endsWith('m')) polygons.push([]);
    if (line.endsWith(' m') || line.endsWith(' l'))
      polygons.at(-1)!.push(numbers[0]! * scale + left, numbers[1]! * scale + top);
  }
  return polygons;
}

describe('ContentBytes', () => {
  it('puts polygons within a fortieth of a point, on either side of the origin, however far', () => {
    const polygons = [
      Float64Array.of(12.34, -5.678, 0, 0, 99.99, 100.01, -0.02, 0.02),
      Float64Array.of(-1_234.5, 20_000.123, 7, 7, 123_456.7, -9_999.99),
    ];
    const back = corners(read(new ContentBytes().polygons(polygons).written()));
    expect(back.length).toBe(2);
    polygons.forEach((polygon, i) =>
      polygon.forEach((value, k) => expect(Math.abs(back[i]![k]! - value)).toBeLessThanOrEqual(0.025 + 1e-9)),
    );
  });

  it('begins at short numbers wherever a polygon lies, and closes each', () => {
    const content = read(new ContentBytes().polygons([Float64Array.of(500, 700, 501, 700, 501, 701)]).written());
    expect(content).toBe('0.05 0 0 0.05 500.00 700.00 cm\n0 0 m\n20 0 l\n20 20 l\nh\n');
  });

  it('keeps what was put before while it grows', () => {
    const bytes = new ContentBytes();
    for (let i = 0; i < 2_000; i++) bytes.text(`/F${i} gs\n`);
    expect(read(bytes.written().subarray(-9))).toBe('/F1999 gs'.slice(1) + '\n');
    expect(read(bytes.written().subarray(0, 14))).toBe('/F0 gs\n/F1 gs\n');
  });

  it('draws nothing for no polygons', () => {
    expect(corners(read(new ContentBytes().polygons([]).written()))).toEqual([]);
  });
});
