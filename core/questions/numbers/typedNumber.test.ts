import fc from 'fast-check';
import { readTypedNumber, type DecimalMark } from './typedNumber';
import { converted, isUnit } from './units';

const valueOf = (text: string, mark: DecimalMark = 'point'): number | null =>
  readTypedNumber(text, mark)?.value ?? null;

describe('a number as it is typed', () => {
  it.each([
    ['7', 7],
    ['-7', -7],
    ['\u22127', -7],
    ['+0.5', 0.5],
    ['.5', 0.5],
    ['5.', 5],
    ['1,234.5', 1234.5],
    ['1 234.5', 1234.5],
    ['1\u202F234', 1234],
    ["12'345", 12345],
    ['12,34,567', 1234567],
    ['3/4', 0.75],
    ['2 3/4', 2.75],
    ['-2 3/4', -2.75],
    ['2½', 2.5],
    ['⅔', 2 / 3],
    ['3⁄4', 0.75],
    ['3.2 × 10^5', 320000],
    ['3.2·10⁵', 320000],
    ['3.2x10^-2', 0.032],
    ['3.2e5', 320000],
    ['٣٫٥'.replace('٫', '.'), 3.5],
    ['３４', 34],
    ['-0', 0],
  ])('%s is %d where a point is the decimal mark', (text, value) => expect(valueOf(text)).toBeCloseTo(value, 12));

  it.each([
    ['3,5', 3.5],
    ['1.234,5', 1234.5],
    ['1 234,5', 1234.5],
    [',5', 0.5],
    ['1.234', 1234],
    ['2,5 · 10³', 2500],
  ])('%s is %d where a comma is', (text, value) => expect(valueOf(text, 'comma')).toBeCloseTo(value, 12));

  it.each([
    '',
    ' ',
    'seven',
    '1,23',
    '1,2345',
    '12,34',
    '1.2.3',
    '3/0',
    '1/2/3',
    '--3',
    '1e999',
    '7'.repeat(999),
    '5 5',
  ])('"%s" is none, or could be two', (text) => expect(readTypedNumber(text, 'point')).toBeNull());

  it('keeps the unit behind it', () => {
    expect(readTypedNumber('5 cm', 'point')).toMatchObject({ value: 5, unit: 'cm' });
    expect(readTypedNumber('5cm²', 'point')).toMatchObject({ value: 5, unit: 'cm^2' });
    expect(readTypedNumber('1/2 h', 'point')).toMatchObject({ value: 0.5, unit: 'h', figures: null });
    expect(readTypedNumber('-£3.50', 'point')).toMatchObject({ value: -3.5, unit: '£' });
    expect(readTypedNumber('5 eggs', 'point')).toMatchObject({ value: 5, unit: 'eggs' });
  });

  it.each([
    ['0.050', 2, 2],
    ['1200', 2, 4],
    ['1200.', 4, 4],
    ['1200.0', 5, 5],
    ['3.20e5', 3, 3],
    ['0', 1, 1],
  ])('%s has %d to %d figures that count', (text, least, most) =>
    expect(readTypedNumber(text, 'point')?.figures).toEqual({ least, most }),
  );

  it('gives back every number that a program writes, by either way', () => {
    fc.assert(
      fc.property(fc.double({ noNaN: true, noDefaultInfinity: true, min: -1e15, max: 1e15 }), (number) => {
        const written = String(number);
        expect(valueOf(written)).toBe(number === 0 ? 0 : number);
        expect(valueOf(written.replace('.', ','), 'comma')).toBe(number === 0 ? 0 : number);
      }),
    );
  });

  it('never throws and never takes long, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 300 }), (text) => {
        const read = readTypedNumber(text, 'comma');
        expect(read === null || Number.isFinite(read.value)).toBe(true);
      }),
    );
  });
});

describe('units', () => {
  it.each([
    [5, 'cm', 'm', 0.05],
    [1, 'km/h', 'm/s', 1 / 3.6],
    [20, '°C', 'K', 293.15],
    [212, '°F', '°C', 100],
    [2, 'l', 'cm³', 2000],
    [1, 'N', 'kg·m/s²', 1],
    [1, 'nmi', 'm', 1852],
    [10, 'kn', 'km/h', 18.52],
    [50, '%', '%', 50],
    [1, 'kWh', 'MJ', 3.6],
    [3, 'apples', 'apples', 3],
    [1, 'μm', 'µm', 1],
  ])('%d %s in %s is %d', (value, from, to, wanted) => expect(converted(value, from, to)).toBeCloseTo(wanted, 9));

  it.each([
    ['cm', 's'],
    ['apples', 'cm'],
    ['m/s/s', 'm'],
    ['m^', 'm'],
    ['/s', 'm'],
    ['constructor', 'm'],
    ['kkg', 'kg'],
    ['°C·m', 'K·m'],
  ])('%s says nothing in %s', (from, to) => expect(converted(1, from, to)).toBeNull());

  it('comes back to the same number', () => {
    const names = fc.constantFrom('mm', 'cm', 'm', 'km', 'in', 'ft', 'mi', 'nmi');
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 1e6, noNaN: true }), names, names, (value, from, to) => {
        const back = converted(converted(value, from, to)!, to, from)!;
        expect(Math.abs(back - value)).toBeLessThan(value * 1e-12);
      }),
    );
    expect(isUnit('m/s')).toBe(true);
    expect(isUnit('__proto__')).toBe(false);
  });
});
