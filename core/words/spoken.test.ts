import fc from 'fast-check';
import { phonemeCounts, spokenWords, wordAt, wordTimes } from './spoken';

const TEXT = 'Colour the lighthouse. Make it shine, far out.';

it('finds words and the rests behind them', () => {
  expect(spokenWords(TEXT).map(({ start, end, pause }) => [TEXT.slice(start, end), pause])).toEqual([
    ['Colour', 0],
    ['the', 0],
    ['lighthouse', 6],
    ['Make', 0],
    ['it', 0],
    ['shine', 3],
    ['far', 0],
    ['out', 6],
  ]);
});

it('takes the phonemes where they are the words of the text, else none', () => {
  expect(phonemeCounts("k_'V_l_3 D_@ l_'aI_t\n m_eI_k", 4)).toEqual([4, 2, 3, 3]);
  expect(phonemeCounts('t_w_E_n_t_i t_u:', 1)).toBeNull();
});

it('shares the sound out, in order, within its length, whatever the text', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 200 }), fc.double({ min: 0.1, max: 60, noNaN: true }), (text, seconds) => {
      const times = wordTimes(spokenWords(text), null, seconds);
      expect(times.every((time, i) => time >= (times[i - 1] ?? 0) && time < seconds)).toBe(true);
      if (times.length > 0) expect(times[0]).toBe(0);
    }),
  );
  const long = wordTimes(spokenWords('one. two'), null, 10);
  expect(long[1]).toBeGreaterThan(5);
});

it('knows the word of a moment', () => {
  expect([-1, 0, 0.9, 1, 5].map((second) => wordAt([0, 1, 2], second))).toEqual([-1, 0, 0, 1, 2]);
});
