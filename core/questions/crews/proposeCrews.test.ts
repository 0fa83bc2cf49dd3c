import fc from 'fast-check';
import { proposeCrews, type Difficulties } from './proposeCrews';

const who = (learner: string, ...wrong: string[]): Difficulties => ({ learner, wrong });

it('brings those together who turn the same thing over, and says what', () => {
  const crews = proposeCrews(
    [
      who('Amos', 'turned fraction', 'no unit'),
      who('Bryony', 'turned fraction'),
      who('Isla', 'turned fraction', 'added tops'),
      who('Kit', 'read the wrong ferry'),
      who('Milo', 'read the wrong ferry'),
      who('Saffi'),
      who('Wren', 'alone with this'),
    ],
    4,
  );
  expect(crews).toEqual([
    { learners: ['Amos', 'Bryony', 'Isla'], about: { wrong: 'turned fraction', count: 3 } },
    { learners: ['Kit', 'Milo'], about: { wrong: 'read the wrong ferry', count: 2 } },
    { learners: ['Wren'], about: null },
  ]);
});

it('makes no crew larger than asked for, puts nobody in two, leaves nobody out, and does not hang on the order', () => {
  const difficulty = fc.constantFrom('a', 'b', 'c', 'd', 'e');
  const group = fc
    .array(fc.uniqueArray(difficulty, { maxLength: 4 }), { maxLength: 30 })
    .map((all) => all.map((wrong, index) => who(`learner ${String(index).padStart(2, '0')}`, ...wrong)));
  fc.assert(
    fc.property(group, fc.integer({ min: 2, max: 6 }), (all, most) => {
      const crews = proposeCrews(all, most);
      const inCrews = crews.flatMap(({ learners }) => learners);
      expect(new Set(inCrews).size).toBe(inCrews.length);
      expect([...inCrews].sort()).toEqual(all.filter(({ wrong }) => wrong.length > 0).map(({ learner }) => learner));
      expect(crews.every(({ learners }) => learners.length <= most)).toBe(true);
      expect(proposeCrews([...all].reverse(), most)).toEqual(crews);
    }),
  );
});

it('keeps a whole school apart from nobody: three hundred are done at once', () => {
  const school = Array.from({ length: 300 }, (_, index) => who(`${index}`, `w${index % 17}`, `w${(index * 7) % 23}`));
  const crews = proposeCrews(school, 5);
  expect(crews.flatMap(({ learners }) => learners)).toHaveLength(300);
});
