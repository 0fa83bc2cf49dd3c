import { randomFrom, shuffleBy } from './shuffle';

const list = ['a', 'b', 'c', 'd'].map((id) => ({ id }));
const orderOf = (seed: string): string =>
  shuffleBy(seed)(list)
    .map(({ id }) => id)
    .join('');

it('is the same for the same seed, and does not hang on how the list was written', () => {
  expect(orderOf('wren')).toBe(orderOf('wren'));
  const written = shuffleBy('wren')([...list].reverse());
  expect(written.map(({ id }) => id).join('')).toBe(orderOf('wren'));
  expect(list.map(({ id }) => id).join('')).toBe('abcd');
});

it('gives each order as often as any other', () => {
  const times = new Map<string, number>();
  const ROUNDS = 24_000;
  for (let round = 0; round < ROUNDS; round++)
    times.set(orderOf(`seed ${round}`), (times.get(orderOf(`seed ${round}`)) ?? 0) + 1);
  expect(times.size).toBe(24);
  // Chi-squared with 23 degrees of freedom is above 49.7 once in a thousand times.
  const expected = ROUNDS / 24;
  const chiSquared = [...times.values()].reduce((sum, count) => sum + (count - expected) ** 2 / expected, 0);
  expect(chiSquared).toBeLessThan(49.7);
});

it('gives even numbers from nought to below one', () => {
  const random = randomFrom('tide');
  const numbers = Array.from({ length: 10_000 }, random);
  expect(Math.min(...numbers)).toBeGreaterThanOrEqual(0);
  expect(Math.max(...numbers)).toBeLessThan(1);
  expect(numbers.reduce((sum, value) => sum + value, 0) / numbers.length).toBeCloseTo(0.5, 1);
});
