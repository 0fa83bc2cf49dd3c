import fc from 'fast-check';
import { completeness, waitsFor } from './completeness';
import { NO_PROGRESS, type PieceProgress } from './progress';

/** A part that is drawn on. */
const page = <T extends object>(part: T) => ({ ...part, kind: 'page' as const });

describe('completeness', () => {
  const drawn = { ...NO_PROGRESS, pages: 1, drawnPages: 1, strokes: 3, items: 3 };
  const blank = { ...NO_PROGRESS, pages: 1 };
  const needs = [
    page({ id: 'a', required: true }),
    page({ id: 'b', required: true }),
    page({ id: 'c', required: false }),
  ];

  it('asks for every required part and for no other', () => {
    expect(completeness(needs, [], { parts: { a: drawn, b: drawn, c: blank } })).toEqual({
      made: true,
      complete: true,
      done: 2,
      of: 3,
      missing: [],
      short: [],
    });
    expect(completeness(needs, [], { parts: { a: drawn, b: blank, c: drawn } })).toMatchObject({
      complete: false,
      done: 2,
      missing: ['b'],
    });
  });

  it('asks for every needed spot of a page that has some, and for nothing else on it', () => {
    const needs = [page({ id: 'a', required: true })];
    expect(completeness(needs, [], { parts: { a: { ...drawn, neededSpots: 2, filledSpots: 1 } } })).toMatchObject({
      made: true,
      complete: false,
    });
    expect(completeness(needs, [], { parts: { a: { ...drawn, neededSpots: 2, filledSpots: 2 } } }).complete).toBe(true);
  });

  it('asks for any part where none is required', () => {
    const free = [page({ id: 'a', required: false })];
    expect(completeness(free, [], { parts: { a: blank } }).complete).toBe(false);
    expect(completeness(free, [], { parts: { a: drawn } }).complete).toBe(true);
  });

  it('calls a piece without a document not made', () => {
    expect(completeness(needs, [], { parts: {} })).toMatchObject({ made: false, complete: false, missing: ['a', 'b'] });
  });

  describe('with written words and ticks', () => {
    const words = (count: number) => ({
      parts: { a: { ...NO_PROGRESS, answers: count > 0 ? [{ kind: 'words' as const, words: count }] : [] } },
    });
    const essay = [
      {
        id: 'a',
        required: true,
        kind: 'words' as const,
        leastWords: 20,
        mostWords: 40,
        openings: [],
        picture: null,
      },
    ];
    it.each([
      [0, false, false],
      [1, true, false],
      [19, true, false],
      [20, true, true],
      [40, true, true],
      [41, true, false],
    ])('%d words of 20 to 40: made %s, complete %s', (count, made, complete) => {
      expect(completeness(essay, [], words(count))).toMatchObject({ made, complete });
    });
    it('takes a photo of paper for words, and a tick for done', () => {
      expect(
        completeness(essay, [], {
          parts: { a: { ...NO_PROGRESS, photos: 1, drawnPages: 1, answers: [{ kind: 'words', words: 3 }] } },
        }).complete,
      ).toBe(true);
      expect(
        completeness([{ id: 'a', required: true, kind: 'tick', confirm: false }], [], {
          parts: { a: { ...NO_PROGRESS, answers: [{ kind: 'tick', ticked: true }] } },
        }),
      ).toMatchObject({ made: true, complete: true });
    });
  });

  it('counts no answer of another kind than the part’s own', () => {
    const tick = [{ id: 'a', required: true, kind: 'tick' as const, confirm: false }];
    const words = { parts: { a: { ...NO_PROGRESS, answers: [{ kind: 'words' as const, words: 9 }] } } };
    expect(completeness(tick, [], words)).toMatchObject({ made: true, complete: false });
  });

  describe('with a choice', () => {
    const board = [
      page({ id: 'fixed', required: true, choice: 'c' }),
      ...['p', 'q', 'r'].map((id) => page({ id, required: false, choice: 'c' })),
      page({ id: 'alone', required: true }),
    ];
    const pick = [{ id: 'c', rule: 'pick' as const, wanted: 2 }];
    const made = (...ids: string[]) => ({ parts: Object.fromEntries(ids.map((id) => [id, drawn])) });
    it.each([
      [[], 0, false],
      [['p', 'q', 'alone'], 3, false],
      [['p', 'fixed', 'alone'], 3, false],
      [['p', 'r', 'fixed', 'alone'], 4, true],
      [['p', 'q', 'r', 'fixed', 'alone'], 4, true],
    ] as [string[], number, boolean][])('of which %j are done: %d of 4', (ids, done, complete) => {
      expect(completeness(board, pick, made(...ids))).toMatchObject({ done, of: 4, complete });
    });
    it('says of which choice too few are done, and which fixed part is missing', () => {
      expect(completeness(board, pick, made('q', 'alone'))).toMatchObject({
        missing: ['fixed'],
        short: [{ choice: 'c', done: 1, wanted: 2 }],
      });
    });
    it('asks for one level, whichever', () => {
      const levels = ['low', 'high'].map((id) => page({ id, required: true, choice: 'l' }));
      const rule = [{ id: 'l', rule: 'level' as const, wanted: 9 }];
      expect(completeness(levels, rule, made())).toMatchObject({ complete: false, done: 0, of: 1, missing: [] });
      expect(completeness(levels, rule, made('high'))).toMatchObject({ complete: true, done: 1, of: 1 });
    });
    it('never asks for more than there is, and never says more done than is wanted', () => {
      const part = fc.record({
        required: fc.boolean(),
        choice: fc.constantFrom(null, 'c', 'gone'),
        done: fc.boolean(),
      });
      fc.assert(
        fc.property(
          fc.array(part, { maxLength: 8 }),
          fc.constantFrom('pick' as const, 'level' as const),
          fc.integer({ min: 1, max: 9 }),
          (rows, rule, wanted) => {
            const needs = rows.map(({ required, choice }, i) => page({ id: String(i), required, choice }));
            const result = completeness(
              needs,
              [{ id: 'c', rule, wanted }],
              made(...rows.flatMap(({ done }, i) => (done ? [String(i)] : []))),
            );
            expect(result.done).toBeLessThanOrEqual(result.of);
            const all = completeness(needs, [{ id: 'c', rule, wanted }], made(...needs.map(({ id }) => id)));
            expect([all.missing, all.short, all.done]).toEqual([[], [], all.of]);
          },
        ),
      );
    });
  });

  it('lets a part wait for the one in front of it, unless something is in it already', () => {
    const row = [page({ id: 'a', required: true }), page({ id: 'b', required: true, waits: true })];
    expect(waitsFor(row, [], { parts: {} }, 'b')).toBe(row[0]);
    expect(waitsFor(row, [], { parts: { a: drawn } }, 'b')).toBeNull();
    expect(waitsFor(row, [], { parts: { b: drawn } }, 'b')).toBeNull();
    expect(waitsFor(row, [], { parts: {} }, 'a')).toBeNull();
  });

  it('lets a part wait for a choice as a whole, and parts of a choice for none of each other', () => {
    const pick = { id: 'c', rule: 'pick' as const, wanted: 2 };
    const row = [
      ...['a', 'b', 'd', 'e'].map((id) => page({ id, required: false, choice: 'c', waits: true })),
      page({ id: 'tick', required: true, waits: true }),
    ];
    const first = (progress: PieceProgress, id = 'tick') => waitsFor(row, [pick], progress, id)?.id ?? null;
    expect(first({ parts: {} })).toBe('a');
    expect(first({ parts: { a: drawn } })).toBe('b');
    expect(first({ parts: { a: drawn, d: drawn } })).toBeNull();
    expect(first({ parts: { b: drawn, d: drawn } })).toBeNull();
    expect(first({ parts: {} }, 'e')).toBeNull();
    const fixed = row.map((part) => (part.id === 'b' ? { ...part, required: true } : part));
    expect(waitsFor(fixed, [{ ...pick, wanted: 1 }], { parts: { a: drawn } }, 'tick')?.id).toBe('b');
    expect(waitsFor(fixed, [{ ...pick, wanted: 1 }], { parts: { a: drawn, b: drawn } }, 'tick')).toBeNull();
    const level = [{ id: 'c', rule: 'level' as const, wanted: 1 }];
    expect(waitsFor(row, level, { parts: { e: drawn } }, 'tick')).toBeNull();
  });
});
