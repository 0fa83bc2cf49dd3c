import fc from 'fast-check';
import { drawValues, templateTrouble, UnmeetableTemplateError } from './draw';
import { ExpressionError, readExpression, valueOf } from './expression';
import { readTemplate, type Template } from './template';
import { isVariableName } from './variableName';

const sum = (text: string, values: Record<string, number> = {}): number =>
  valueOf(readExpression(text), new Map(Object.entries(values)));

describe('a sum', () => {
  it.each([
    ['1 + 2 * 3', 7],
    ['(1 + 2) * 3', 9],
    ['-2^2', -4],
    ['2^-1', 0.5],
    ['2^3^2', 512],
    ['7 % 3', 1],
    ['mod(-7, 3)', 2],
    ['gcd(12, 18)', 6],
    ['round(2.5)', 3],
    ['round(-2.5)', -3],
    ['round(1.005, 2)', 1.01],
    ['max(1, 2, 3) - min(1, 2)', 2],
    ['sqrt(16) + abs(-3)', 7],
    ['2 pi', 2 * Math.PI],
    ['3 < 4 and 4 <= 4', 1],
    ['not (3 == 3)', 0],
    ['0.1 + 0.2 == 0.3', 1],
    ['1 != 2 or 1 > 2', 1],
    ['1e3', 1000],
  ])('%s comes to %d', (text, value) => expect(sum(text)).toBeCloseTo(value, 12));

  it('takes numbers by their names', () => {
    expect(sum('a * b2 + a', { a: 3, b2: 4 })).toBe(15);
    expect([...readExpression('a * b + pi * a').names]).toEqual(['a', 'b']);
  });

  it.each([
    ['', 'Nothing stands here yet.'],
    ['1 +', '“1 +” can’t be read as a sum.'],
    ['a = 3', 'Two equals signs compare: a == b.'],
    ['f(x) = 3', 'Two equals signs compare: a == b.'],
    ['import("x")', 'import is no function that is known here.'],
    ['evaluate("1")', 'evaluate is no function that is known here.'],
    ['cos.constructor("x")()', /can’t be read as a sum/],
    ['cos.constructor', /may hold numbers, names/],
    ['a.constructor', /may hold numbers, names/],
    ['[1, 2]', /may hold numbers, names/],
    ['{a: 1}', /may hold numbers, names/],
    ['"text"', 'It may hold numbers only.'],
    ['1; 2', /may hold numbers, names/],
    ['5!', 'It may not hold !.'],
    ['sqrt(1, 2)', 'sqrt has too few or too many numbers.'],
    ['1 / 0', 'It comes to no number: perhaps something is divided by nought.'],
    ['sqrt(-1)', 'It comes to no number: perhaps something is divided by nought.'],
    ['nobody', 'There is no number called nobody.'],
    ['constructor', 'There is no number called constructor.'],
    ['1+'.repeat(90) + '1', 'This is too long a sum. Split it into several numbers.'],
    ['('.repeat(90) + '1' + ')'.repeat(90), 'This is too long a sum. Split it into several numbers.'],
    ['1'.repeat(300), 'A sum has at most 200 characters.'],
  ])('%s is refused in words', (text, words) => {
    expect(() => sum(text)).toThrow(words);
    expect(() => sum(text)).toThrow(ExpressionError);
  });

  it('is computed or refused, whatever somebody writes', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (text) => {
        try {
          expect(Number.isFinite(sum(text))).toBe(true);
        } catch (error) {
          expect(error).toBeInstanceOf(ExpressionError);
        }
      }),
    );
  });

  it('calls no number like a function', () => {
    expect(['a', 'cars2', 'A'].every(isVariableName)).toBe(true);
    expect(['2a', 'pi', 'sqrt', 'a b', '__proto__', ''].some(isVariableName)).toBe(false);
  });
});

const template = (variables: object[], conditions: string[] = []): Template =>
  readTemplate({ variables, conditions } as never)!;

describe('numbers of a variant', () => {
  const crossing = template(
    [
      { name: 'cars', kind: 'range', from: 12, to: 60, step: 1 },
      { name: 'ferry', kind: 'list', values: [6, 8, 9] },
      { name: 'trips', kind: 'formula', formula: 'cars / ferry' },
    ],
    ['mod(cars, ferry) == 0', 'trips > 1'],
  );

  it('meet all conditions, and are the same again for the same seed', () => {
    expect(templateTrouble(crossing)).toBeNull();
    fc.assert(
      fc.property(fc.string(), (seed) => {
        const values = drawValues(crossing, seed);
        expect(drawValues(crossing, seed)).toEqual(values);
        const [cars, ferry, trips] = ['cars', 'ferry', 'trips'].map((name) => values.get(name)!);
        expect(cars! % ferry!).toBe(0);
        expect(trips).toBe(cars! / ferry!);
        expect(cars).toBeGreaterThanOrEqual(12);
        expect(cars).toBeLessThanOrEqual(60);
      }),
    );
  });

  it('stand on their steps, and reach both ends', () => {
    const steps = template([{ name: 'a', kind: 'range', from: 0, to: 0.3, step: 0.1 }]);
    const drawn = new Set(Array.from({ length: 200 }, (_, index) => drawValues(steps, String(index)).get('a')));
    expect([...drawn].sort()).toEqual([0, 0.1, 0.2, 0.3]);
  });

  it('are said not to be found where nothing meets the conditions, or each divides by nought', () => {
    const range = { name: 'a', kind: 'range', from: 1, to: 9, step: 1 };
    expect(() => drawValues(template([range], ['a > 9']), 'x')).toThrow(UnmeetableTemplateError);
    expect(() => drawValues(template([range], ['1 / (a - a) > 0']), 'x')).toThrow(
      'No numbers were found for which all conditions hold. Make them looser.',
    );
    // Where only some draws divide by nought, the others do.
    expect(drawValues(template([{ ...range, from: 0, to: 1 }], ['1 / a > 0']), 'x').get('a')).toBe(1);
  });

  it.each([
    [[{ name: 'a', kind: 'range', from: 5, to: 1 }], [], 'The number a ends before it begins.'],
    [[{ name: 'a', kind: 'range', from: 1, to: 5, step: 0 }], [], 'The number a needs a step above nought.'],
    [[{ name: 'a', kind: 'list', values: [] }], [], 'The number a has nothing to be.'],
    [
      [{ name: 'a', kind: 'formula', formula: 'b + 1' }, { name: 'b' }],
      [],
      'The number a: there is no number called b above it.',
    ],
    [[{ name: 'a' }], ['a ='], 'The condition “a =”: “a =” can’t be read as a sum.'],
  ])('%j with %j is refused', (variables, conditions, words) =>
    expect(templateTrouble(template(variables, conditions))).toBe(words),
  );

  it('are read from anything', () => {
    fc.assert(
      fc.property(fc.anything(), (nonsense) => {
        const read = readTemplate({ variables: nonsense, conditions: nonsense } as never);
        expect(read === null || read.variables.length > 0).toBe(true);
      }),
    );
    expect(template([{ name: 'a', from: 2 }, { name: 'a', from: 3 }, { name: '__proto__' }]).variables).toEqual([
      { name: 'a', kind: 'range', from: 2, to: 10, step: 1 },
    ]);
  });
});
