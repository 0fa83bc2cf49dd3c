import fc from 'fast-check';
import { isToDo } from './nowList';
import { pieceState, type PieceFacts } from '../piece/pieceState';
import { arrangePlan, daysFrom, planWords, weekFromToday, weekStart, type Planned } from './calendar';
import { schoolDay, weekdayWord } from './schoolTime';

const ZONE = 'Europe/Dublin';
const NOW = Date.UTC(2026, 10, 25, 10); // a Wednesday
const DAY = 86_400_000;

const piece = (change: Partial<PieceFacts> & { minutes?: number | null; ownDay?: string | null } = {}): Planned => {
  const { minutes = 20, ownDay = null, ...facts } = change;
  const given: PieceFacts = {
    made: false,
    complete: false,
    latest: null,
    opens: null,
    due: null,
    closes: null,
    lateAllowed: true,
    takeBack: 'begun',
    archived: false,
    ...facts,
  };
  return { status: pieceState(given, NOW), due: given.due, minutes, ownDay };
};

describe('the plan', () => {
  const first = weekStart(NOW, ZONE);
  it('begins on Monday, also over the hour that changes', () => {
    expect(schoolDay(first, ZONE)).toBe('2026-11-23');
    expect(daysFrom(weekStart(Date.UTC(2026, 9, 24, 12), ZONE), 9, ZONE).map(({ day }) => day.slice(8))).toEqual([
      '19',
      '20',
      '21',
      '22',
      '23',
      '24',
      '25',
      '26',
      '27',
    ]);
    expect(schoolDay(weekStart(NOW, ZONE, 2), ZONE)).toBe('2026-12-07');
  });

  it('looks ahead from today: on a Sunday tomorrow’s work is the next day’s, and nothing lies behind', () => {
    const sunday = Date.UTC(2026, 10, 29, 10);
    const today = weekFromToday(sunday, ZONE);
    expect([today, weekFromToday(sunday, ZONE, 1)].map((noon) => schoolDay(noon, ZONE))).toEqual([
      '2026-11-29',
      '2026-12-06',
    ]);
    const tomorrow = piece({ due: sunday + DAY });
    const released = {
      number: 1,
      sentAt: NOW - 4 * DAY,
      reviewBegun: true,
      released: { outcome: 'again', at: NOW },
    } as const;
    const again = piece({ due: NOW - 2 * DAY, made: true, latest: released });
    const plan = arrangePlan([tomorrow, again], today, 7, sunday, ZONE);
    expect(plan.days.map(({ pieces }) => pieces)).toEqual([[again], [tomorrow], [], [], [], [], []]);
    expect(plan.beyond).toEqual([]);
  });

  it('adds up the minutes of each day, and leaves out what is sent', () => {
    const due = NOW + 2 * DAY;
    const sent = { number: 1, sentAt: NOW, reviewBegun: false, released: null };
    const { days } = arrangePlan(
      [
        piece({ due }),
        piece({ due, minutes: 35 }),
        piece({ due, minutes: null }),
        piece({ due, made: true, latest: sent }),
      ],
      first,
      7,
      NOW,
      ZONE,
    );
    expect(days.map(({ minutes }) => minutes)).toEqual([0, 0, 0, 0, 55, 0, 0]);
    expect(days[4]!.pieces).toHaveLength(3);
    expect(planWords(days, (noon) => weekdayWord(noon, ZONE))).toBe('Most of the work is on Friday');
  });

  it('puts late work on the shore, undated work adrift, and on a day of one’s own until that has gone by', () => {
    const [late, adrift, own, gone] = [
      piece({ due: NOW - DAY }),
      piece(),
      piece({ ownDay: '2026-11-26' }),
      piece({ ownDay: '2026-11-24' }),
    ];
    const plan = arrangePlan(
      [late, adrift, own, gone, piece({ due: NOW - DAY, lateAllowed: false })],
      first,
      7,
      NOW,
      ZONE,
    );
    expect(plan.shore).toEqual([late]);
    expect(plan.drifting).toEqual([adrift, gone]);
    expect(plan.days[3]!.pieces).toEqual([own]);
  });

  it('loses nothing that is to do and shows nothing twice', () => {
    const moment = fc.option(fc.integer({ min: NOW - 9 * DAY, max: NOW + 30 * DAY }), { nil: null });
    const any = fc
      .record({
        due: moment,
        opens: moment,
        closes: moment,
        lateAllowed: fc.boolean(),
        made: fc.boolean(),
        archived: fc.boolean(),
        ownDay: fc.constantFrom(null, '2026-11-20', '2026-11-27', '2026-12-24'),
      })
      .map(piece);
    fc.assert(
      fc.property(fc.array(any, { maxLength: 12 }), fc.integer({ min: 0, max: 3 }), (pieces, weeks) => {
        const { days, shore, drifting, beyond } = arrangePlan(pieces, weekStart(NOW, ZONE, weeks), 14, NOW, ZONE);
        const shown = [...days.flatMap((day) => day.pieces), ...shore, ...drifting, ...beyond];
        expect(new Set(shown).size).toBe(shown.length);
        // Looking at a later week leaves out only what lies before it.
        const earlier = pieces.filter((piece) => isToDo(piece.status) && !shown.includes(piece));
        if (weeks === 0) expect(earlier).toEqual([]);
        expect(shown.every(({ status }) => isToDo(status))).toBe(true);
      }),
    );
  });

  it('is calm where nothing is due', () => {
    expect(planWords(arrangePlan([piece()], first, 7, NOW, ZONE).days, String)).toBe('Calm water: nothing is due');
  });
});
