import { isInRanges, lettersOf, type LetterRanges } from './letterRanges';

const RANGES: LetterRanges = [0x61, 0x63, 0x41, 0x41, 0x1f600, 0x1f601].sort((a, b) => a - b);

it('names every letter of its ranges, beyond the first plane too', () => {
  expect(lettersOf(RANGES)).toEqual(['A', 'a', 'b', 'c', '😀', '😁']);
});

it.each([0x41, 0x61, 0x62, 0x63, 0x1f601])('has %i', (point) => expect(isInRanges(RANGES, point)).toBe(true));

it.each([0, 0x40, 0x42, 0x64, 0x1f602, 0x10ffff])('has not %i', (point) =>
  expect(isInRanges(RANGES, point)).toBe(false),
);
