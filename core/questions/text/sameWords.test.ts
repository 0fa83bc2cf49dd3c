import fc from 'fast-check';
import { lettersOf, slipsBetween } from './damerauLevenshtein';
import { sameWords, USUAL_WORD_RULES, type WordRules } from './sameWords';

const LOOSE: WordRules = { letterCase: false, accents: false, hyphens: false, spaces: false, oneSlip: false };
const STRICT: WordRules = { letterCase: true, accents: true, hyphens: true, spaces: true, oneSlip: false };
const same = (answer: string, accepted: string, change: Partial<WordRules> = {}): boolean =>
  sameWords(answer, accepted, { ...USUAL_WORD_RULES, ...change });

describe('slips of the pen', () => {
  it.each([
    ['harbour', 'harbour', 0],
    ['harbor', 'harbour', 1],
    ['habrour', 'harbour', 1],
    ['hxrbour', 'harbour', 1],
    ['harbouur', 'harbour', 1],
    ['ca', 'abc', 3],
    ['', 'abc', 3],
    ['kitten', 'sitting', 3],
    ['é', 'e\u0301', 1],
  ])('from %s to %s are %d', (one, other, slips) => expect(slipsBetween(one, other, 9)).toBe(slips));

  it('are counted soon, however long the texts are', () => {
    const [one, other] = ['a'.repeat(50_000), `b${'a'.repeat(49_999)}`];
    // Every letter against every other would be 2.5 thousand million steps.
    expect(slipsBetween(one, other, 1)).toBe(1);
    expect(slipsBetween(one, `${other}cc`, 1)).toBe(2);
  });

  it('are counted in the letters that people see, plain or not', () => {
    const letters = fc.constantFrom('a', 'ß', 'é', 'e\u0301', '\u00AD', 'ʰ', 'कि', '👩‍👧', ' ');
    fc.assert(fc.property(fc.array(letters, { maxLength: 9 }), (all) => expect(lettersOf(all.join(''))).toEqual(all)));
  });

  it('are as many both ways, none to itself, and no more than asked for', () => {
    const word = fc.string({ maxLength: 12 });
    fc.assert(
      fc.property(word, word, (one, other) => {
        expect(slipsBetween(one, other, 20)).toBe(slipsBetween(other, one, 20));
        expect(slipsBetween(one, one, 1)).toBe(0);
        expect(slipsBetween(one, other, 1)).toBe(Math.min(2, slipsBetween(one, other, 20)));
      }),
    );
  });
});

describe('a short answer', () => {
  it.each([
    ['  The  Quay ', 'the quay', {}, true],
    ['THE QUAY', 'the quay', { letterCase: true }, false],
    ['cafe', 'café', {}, false],
    ['cafe', 'café', { accents: false }, true],
    ['cafe\u0301', 'caf\u00E9', STRICT, true],
    ['STRASSE', 'Straße', {}, true],
    ['οδος', 'ΟΔΟΣ', {}, true],
    ['ISTANBUL', 'İstanbul', {}, true],
    ['co-operate', 'cooperate', {}, true],
    ['co operate', 'co-operate', {}, true],
    ['co-operate', 'cooperate', { hyphens: true }, false],
    ['light house', 'lighthouse', {}, false],
    ['light house', 'lighthouse', { spaces: false }, true],
    ['don’t', "don't", STRICT, true],
    ['ｌａｍｐ', 'lamp', STRICT, true],
    ['हिंदी', 'हिंदी', {}, true],
    ['हदी', 'हिंदी', { accents: false }, false],
    ['', '', {}, false],
    ['harbor', 'harbour', {}, false],
    ['harbor', 'harbour', { oneSlip: true }, true],
    ['arbor', 'harbour', { oneSlip: true }, false],
    ['cat', 'cot', { oneSlip: true }, false],
    ['1984', '1985', { oneSlip: true }, false],
    ['гавнь', 'гавань', { oneSlip: true }, true],
  ])('"%s" for "%s" by %j is the same: %s', (answer, accepted, rules, wanted) =>
    expect(same(answer, accepted, rules)).toBe(wanted),
  );

  it('is always right where it is what is accepted, and forgiving more never makes it wrong', () => {
    const rules = fc.record({
      letterCase: fc.boolean(),
      accents: fc.boolean(),
      hyphens: fc.boolean(),
      spaces: fc.boolean(),
      oneSlip: fc.boolean(),
    });
    const word = fc.string({ unit: 'grapheme', minLength: 1, maxLength: 12 }).filter((text) => /\p{L}/u.test(text));
    fc.assert(
      fc.property(word, word, rules, (one, other, given) => {
        expect(sameWords(one, one, given)).toBe(true);
        if (sameWords(one, other, { ...given, oneSlip: false })) {
          expect(sameWords(one, other, { ...given, oneSlip: true })).toBe(true);
          expect(sameWords(one, other, LOOSE)).toBe(true);
        }
      }),
    );
  });
});
