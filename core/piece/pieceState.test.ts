import fc from 'fast-check';
import { arrangeNow } from '../schedule/nowList';
import { DUE_SOON, PIECE_STATES, pieceState, type PieceFacts } from './pieceState';

const NOW = Date.UTC(2026, 10, 24, 10);
const HOUR = 3_600_000;
const DAY = 24 * HOUR;

const facts = (change: Partial<PieceFacts> = {}): PieceFacts => ({
  made: false,
  complete: false,
  latest: null,
  opens: null,
  due: null,
  closes: null,
  lateAllowed: true,
  takeBack: 'begun',
  archived: false,
  ...change,
});
const sent = (change: Partial<NonNullable<PieceFacts['latest']>> = {}): PieceFacts['latest'] => ({
  number: 1,
  sentAt: NOW - HOUR,
  reviewBegun: false,
  released: null,
  ...change,
});
const released = (outcome: 'again' | 'finished') =>
  sent({ reviewBegun: true, released: { outcome, at: NOW - 60_000 } });

describe('pieceState', () => {
  // The whole table of section 5 of the design: what is made × what was answered.
  const TABLE = [
    ['new', facts()],
    ['started', facts({ made: true })],
    ['ready', facts({ made: true, complete: true })],
    ['new', facts({ made: false, complete: true })],
    ['with-teacher', facts({ made: true, complete: true, latest: sent() })],
    ['with-teacher', facts({ made: true, complete: false, latest: sent() })],
    ['with-teacher', facts({ made: true, complete: true, latest: sent({ reviewBegun: true }) })],
    ['another-go', facts({ made: true, complete: true, latest: released('again') })],
    ['another-go', facts({ made: true, complete: false, latest: released('again') })],
    ['with-teacher', facts({ made: true, complete: true, latest: sent({ number: 2 }) })],
    ['finished', facts({ made: true, complete: true, latest: released('finished') })],
  ] as const;
  it.each(TABLE)('is %s', (state, given) => {
    expect(pieceState(given, NOW).state).toBe(state);
  });

  it('reaches every state that there is', () => {
    const reached = new Set(TABLE.map(([, given]) => pieceState(given, NOW).state));
    expect([...reached].sort()).toEqual([...PIECE_STATES].sort());
  });

  describe('dates', () => {
    it.each([
      ['long before', { due: NOW + DUE_SOON + 1 }, { dueSoon: false, overdue: false, whenever: false }],
      ['two days before', { due: NOW + DUE_SOON }, { dueSoon: true, overdue: false }],
      ['at the minute', { due: NOW }, { dueSoon: true, overdue: false }],
      ['a moment after', { due: NOW - 1 }, { dueSoon: false, overdue: true, closed: false, mayDraw: true }],
      [
        'after, and late is not taken',
        { due: NOW - 1, lateAllowed: false },
        { overdue: true, closed: true, mayDraw: false, maySend: false },
      ],
      ['without a date', {}, { dueSoon: false, overdue: false, whenever: true, closed: false }],
      ['before it opens', { opens: NOW + 1, due: NOW + DAY }, { notOpen: true, mayDraw: false, maySend: false }],
      ['as it opens', { opens: NOW }, { notOpen: false, mayDraw: true }],
      ['after it closed', { closes: NOW - 1 }, { closed: true, mayDraw: false, maySend: false }],
    ] as const)('%s', (_, given, expected) => {
      expect(pieceState(facts({ made: true, ...given }), NOW)).toMatchObject(expected);
    });

    it.each([
      ['begun', {}, true],
      ['due', {}, true],
      ['due', { due: NOW + 1 }, true],
      ['due', { due: NOW - 1 }, false],
      ['begun', { due: NOW - 1 }, true],
      ['never', {}, false],
    ] as const)('takes back by the rule "%s", with %j: %s', (takeBack, given, may) => {
      expect(pieceState(facts({ made: true, latest: sent(), takeBack, ...given }), NOW).mayTakeBack).toBe(may);
      expect(
        pieceState(facts({ made: true, latest: sent({ reviewBegun: true }), takeBack, ...given }), NOW).mayTakeBack,
      ).toBe(false);
    });

    it('takes nothing more once the activity is put away', () => {
      expect(pieceState(facts({ made: true, archived: true }), NOW)).toMatchObject({
        closed: true,
        mayDraw: false,
        maySend: false,
      });
    });

    it('calls a go late by when it was sent, not by when one looks', () => {
      const due = NOW - DAY;
      expect(pieceState(facts({ due, latest: sent({ sentAt: due }) }), NOW).late).toBe(false);
      expect(pieceState(facts({ due, latest: sent({ sentAt: due + 1 }) }), NOW).late).toBe(true);
    });

    it('never calls overdue what is with the teacher, finished, or asked for again', () => {
      for (const latest of [sent(), released('finished'), released('again')]) {
        expect(pieceState(facts({ made: true, due: NOW - DAY, latest }), NOW).overdue).toBe(false);
      }
    });

    it('lets another go be made after due even where late work is not taken, but not after closing', () => {
      const asked = facts({ made: true, due: NOW - DAY, lateAllowed: false, latest: released('again') });
      expect(pieceState(asked, NOW)).toMatchObject({ mayDraw: true, maySend: true, closed: false });
      expect(pieceState({ ...asked, closes: NOW - 1 }, NOW)).toMatchObject({ mayDraw: false, closed: true });
    });
  });

  describe('what may be done', () => {
    it.each([
      ['nothing made', facts(), { mayDraw: true, maySend: false, mayTakeBack: false }],
      ['started', facts({ made: true }), { mayDraw: true, maySend: true, mayTakeBack: false }],
      ['sent', facts({ made: true, latest: sent() }), { mayDraw: false, maySend: false, mayTakeBack: true }],
      [
        'sent, teacher has begun',
        facts({ made: true, latest: sent({ reviewBegun: true }) }),
        { mayDraw: false, mayTakeBack: false },
      ],
      [
        'another go',
        facts({ made: true, latest: released('again') }),
        { mayDraw: true, maySend: true, mayTakeBack: false },
      ],
      [
        'finished',
        facts({ made: true, latest: released('finished') }),
        { mayDraw: false, maySend: false, mayTakeBack: false },
      ],
    ] as const)('%s', (_, given, expected) => {
      expect(pieceState(given, NOW)).toMatchObject(expected);
    });
  });

  it('never gives two states, and shuts what it must, over random facts and clocks', () => {
    const moment = fc.option(fc.integer({ min: NOW - 9 * DAY, max: NOW + 9 * DAY }), { nil: null });
    const latest = fc.option(
      fc.record({
        number: fc.integer({ min: 1, max: 5 }),
        sentAt: fc.integer({ min: NOW - 9 * DAY, max: NOW }),
        reviewBegun: fc.boolean(),
        released: fc.option(
          fc.record({ outcome: fc.constantFrom('again' as const, 'finished' as const), at: fc.constant(NOW) }),
          { nil: null },
        ),
      }),
      { nil: null },
    );
    const any = fc.record({
      made: fc.boolean(),
      complete: fc.boolean(),
      latest,
      opens: moment,
      due: moment,
      closes: moment,
      lateAllowed: fc.boolean(),
      takeBack: fc.constantFrom('begun' as const, 'due' as const, 'never' as const),
      archived: fc.boolean(),
    });
    fc.assert(
      fc.property(any, fc.integer({ min: NOW - 9 * DAY, max: NOW + 9 * DAY }), (given, now) => {
        const standing = pieceState(given, now);
        expect(PIECE_STATES.filter((state) => state === standing.state)).toHaveLength(1);
        if (standing.closed || standing.notOpen) expect([standing.mayDraw, standing.maySend]).toEqual([false, false]);
        if (standing.state === 'with-teacher' || standing.state === 'finished')
          expect([standing.mayDraw, standing.dueSoon, standing.overdue]).toEqual([false, false, false]);
        if (standing.maySend) expect(standing.mayDraw && given.made).toBe(true);
        expect(standing.dueSoon && standing.overdue).toBe(false);
        // Whatever it is: what is open is in exactly one place of Now, and what is not is in none.
        const list = arrangeNow([{ status: standing, due: given.due, touchedAt: null }]);
        const places = (list.carryOn ? 1 : 0) + Object.values({ ...list, carryOn: [] }).flat().length;
        expect(places).toBe(standing.notOpen ? 0 : 1);
      }),
      { numRuns: 2_000 },
    );
  });
});
