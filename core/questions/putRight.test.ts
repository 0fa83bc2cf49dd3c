import { asksTheSame, withIdsOf } from './putRight';
import { newQuestion, readQuestion, type Question } from './question';

const ids = Array.from({ length: 6 }, () => crypto.randomUUID());
const choose = (right: string, words = ['plait', 'reef', 'braid']): Question =>
  readQuestion({
    ...newQuestion('choose', ids[5]!),
    words: 'Which is a knot?',
    settings: {
      options: words.map((text, index) => ({ id: ids[index], words: text })),
      right: [right],
      several: false,
    },
  })!;

it('asks the same where only what is right differs', () => {
  expect(asksTheSame(choose(ids[0]!), choose(ids[1]!))).toBe(true);
  expect(asksTheSame(choose(ids[0]!), choose(ids[0]!, ['plait', 'reef', 'bow']))).toBe(false);
  expect(asksTheSame(choose(ids[0]!), { ...choose(ids[0]!), words: 'Which is none?' })).toBe(false);
  expect(asksTheSame(choose(ids[0]!), { ...choose(ids[0]!), id: ids[4]! })).toBe(false);
});

it('asks the same in whatever order a database keeps what is in it', () => {
  const kept = JSON.parse(
    JSON.stringify(choose(ids[0]!), (_, value: unknown) =>
      typeof value === 'object' && value !== null && !Array.isArray(value)
        ? Object.fromEntries(Object.entries(value).reverse())
        : value,
    ),
  ) as Question;
  expect(asksTheSame(choose(ids[1]!), kept)).toBe(true);
});

it('keeps the ids of options by their words, in whatever order they are written', () => {
  const before = choose(ids[1]!);
  const fresh = Array.from({ length: 3 }, () => crypto.randomUUID());
  const written = readQuestion({
    ...newQuestion('choose', crypto.randomUUID()),
    words: 'Which is a knot?',
    settings: {
      options: ['braid', 'plait', 'reef'].map((text, index) => ({ id: fresh[index], words: text })),
      right: [fresh[0]],
      several: false,
    },
  })!;
  const back = withIdsOf(written, before);
  expect(back.id).toBe(before.id);
  expect(back).toMatchObject({ settings: { right: [ids[2]] } });
  expect(asksTheSame(back, before)).toBe(true);
});
