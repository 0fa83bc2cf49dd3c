import { cardWords, type CardFacts } from './cardWords';
import { arrangeNow, type Placed } from './nowList';
import { pieceState, type PieceFacts } from '../piece/pieceState';
import fc from 'fast-check';
import {
  clockWords,
  dayAt,
  daysUntil,
  dueWords,
  fromClockField,
  greetingWord,
  schoolDay,
  toClockField,
  weekdayWord,
  whenWords,
} from './schoolTime';

const ZONE = 'Europe/Dublin';
const FAR = 'Pacific/Auckland';
const NOW = Date.UTC(2026, 10, 24, 10); // Tuesday, 10 am in Dublin
const HOUR = 3_600_000;

describe('the school’s clock', () => {
  it('names a day where the school is, not where the server is', () => {
    const lateTuesday = Date.UTC(2026, 10, 24, 23, 30);
    expect(schoolDay(lateTuesday, ZONE)).toBe('2026-11-24');
    expect(schoolDay(lateTuesday, FAR)).toBe('2026-11-25');
    expect(weekdayWord(lateTuesday, FAR)).toBe('Wednesday');
  });

  it('counts a day of 23 hours as one day (29 March 2026, clocks go forward)', () => {
    const evening = Date.UTC(2026, 2, 28, 20);
    expect(daysUntil(evening + 23 * HOUR, evening, ZONE)).toBe(1);
    expect(clockWords(Date.UTC(2026, 2, 29, 0, 59), ZONE)).toBe('12:59 am');
    expect(clockWords(Date.UTC(2026, 2, 29, 1), ZONE)).toBe('2 am');
  });

  it('counts a day of 25 hours as one day (25 October 2026, clocks go back)', () => {
    const noon = Date.UTC(2026, 9, 24, 11);
    expect(daysUntil(noon + 25 * HOUR, noon, ZONE)).toBe(1);
    expect([Date.UTC(2026, 9, 25, 0), Date.UTC(2026, 9, 25, 1)].map((time) => clockWords(time, ZONE))).toEqual([
      '1 am',
      '1 am',
    ]);
  });

  it.each([
    [5, 'by 3 pm today'],
    [29, 'by tomorrow 3 pm'],
    [53, 'by Thursday 3 pm'],
    [5 + 24 * 9, 'by Thu 3 Dec 3 pm'],
    [5 - 24, 'was due yesterday 3 pm'],
  ])('says when work is due, %d hours from now', (hours, words) => {
    expect(dueWords(NOW + hours * HOUR, NOW, ZONE)).toBe(words);
  });

  it('reads and writes the fields of a form, also around the hours that change', () => {
    expect(toClockField(Date.UTC(2026, 10, 26, 15), ZONE)).toBe('2026-11-26T15:00');
    expect(fromClockField('2026-07-01T15:00', ZONE)).toBe(Date.UTC(2026, 6, 1, 14));
    expect(fromClockField('2026-03-29T01:30', ZONE)).toBe(Date.UTC(2026, 2, 29, 1, 30));
    for (const broken of ['', 'soon', '2026-11', '2026-02-30T10:00']) expect(fromClockField(broken, ZONE)).toBeNull();
    fc.assert(
      fc.property(
        fc.integer({ min: Date.UTC(2024, 0), max: Date.UTC(2034, 0) }),
        fc.constantFrom(ZONE, FAR, 'America/St_Johns', 'UTC'),
        (time, zone) => {
          const minute = Math.floor(time / 60_000) * 60_000;
          // Of an hour that comes twice, the field can say only one.
          expect([0, HOUR, -HOUR]).toContain(fromClockField(toClockField(minute, zone), zone)! - minute);
        },
      ),
    );
  });

  it('counts days on the calendar, whatever the clock does', () => {
    expect(dayAt(Date.UTC(2026, 2, 28, 20), 1, 15, ZONE)).toBe(Date.UTC(2026, 2, 29, 14));
    expect(dayAt(NOW, 0, 15, FAR)).toBe(Date.UTC(2026, 10, 24, 2));
  });

  it('leaves the hour out at the end of a day', () => {
    expect(dueWords(Date.UTC(2026, 10, 26, 23, 59), NOW, ZONE)).toBe('by Thursday');
  });

  it('gives the hour for what was close by, and the day for the rest', () => {
    expect(whenWords(NOW - 20 * 60_000, NOW, ZONE)).toBe('today 9:40 am');
    expect(whenWords(NOW - 72 * HOUR, NOW, ZONE)).toBe('Sat 21 Nov');
  });

  it.each([
    [0, 'Morning'],
    [2, 'Afternoon'],
    [7, 'Evening'],
  ])('greets by the hour, %d hours on', (hours, word) => {
    expect(greetingWord(NOW + hours * HOUR, ZONE)).toBe(word);
  });
});

const facts = (change: Partial<PieceFacts>): PieceFacts => ({
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
const placed = (
  name: string,
  change: Partial<PieceFacts>,
  touchedAt: number | null = null,
): Placed & { name: string } => ({
  name,
  status: pieceState(facts(change), NOW),
  due: change.due ?? null,
  touchedAt,
});

describe('arrangeNow', () => {
  const sent = { number: 1, sentAt: NOW - HOUR, reviewBegun: true, released: null };
  const pieces = [
    placed('old draft', { made: true }, NOW - 9 * HOUR),
    placed('fresh draft', { made: true, due: NOW + 99 * HOUR }, NOW - HOUR),
    placed('ready', { made: true, complete: true, due: NOW + 90 * HOUR }),
    placed('again', { made: true, latest: { ...sent, released: { outcome: 'again', at: NOW } } }),
    placed('soon', { due: NOW + 4 * HOUR }),
    placed('overdue', { due: NOW - HOUR }),
    placed('next week', { due: NOW + 150 * HOUR }),
    placed('tomorrow week', { due: NOW + 190 * HOUR }),
    placed('some day', {}),
    placed('away', { made: true, latest: sent }),
    placed('done', { made: true, latest: { ...sent, released: { outcome: 'finished', at: NOW } } }),
    placed('too late', { due: NOW - HOUR, lateAllowed: false }),
    placed('secret', { opens: NOW + HOUR }),
  ];
  const list = arrangeNow(pieces);
  const names = (rows: readonly { name: string }[]): string[] => rows.map(({ name }) => name);

  it('carries on with the draft that was touched last', () => {
    expect(list.carryOn?.name).toBe('fresh draft');
  });

  it('puts what needs the learner first by urgency', () => {
    expect(names(list.needsYou)).toEqual(['overdue', 'again', 'ready', 'old draft', 'soon']);
  });

  it('puts every open piece in exactly one place and shows nothing that has not opened', () => {
    expect(names(list.comingUp)).toEqual(['next week', 'tomorrow week']);
    expect(names(list.whenever)).toEqual(['some day']);
    const all = [list.carryOn!, ...Object.values({ ...list, carryOn: [] }).flat()];
    expect(names(all).sort()).toEqual(
      names(pieces)
        .filter((name) => name !== 'secret')
        .sort(),
    );
  });
});

describe('cardWords', () => {
  const card = (change: Partial<PieceFacts>, more: Partial<CardFacts> = {}): CardFacts => {
    const given = facts(change);
    return {
      status: pieceState(given, NOW),
      facts: given,
      due: given.due,
      ownDay: null,
      subject: 'Art',
      teacher: 'Ms Farrow',
      minutes: 20,
      completeness: { done: 1, of: 2 },
      ...more,
    };
  };
  it.each([
    ['Art · by Thursday 3 pm · 20 min', card({ due: NOW + 53 * HOUR })],
    ['Art · no date · 20 min', card({})],
    ['Art · your day: tomorrow · 20 min', card({}, { ownDay: schoolDay(NOW + 24 * HOUR, ZONE) })],
    ['Art · by Thursday 3 pm · 20 min', card({ due: NOW + 53 * HOUR }, { ownDay: '2030-01-01' })],
    ['1 of 2 parts done · was due yesterday 3 pm', card({ made: true, due: NOW - 19 * HOUR })],
    ['All done, not sent yet · by 3 pm today', card({ made: true, complete: true, due: NOW + 5 * HOUR })],
    [
      'With Ms Farrow since today 9:40 am · sent late',
      card({
        made: true,
        due: NOW - HOUR,
        latest: { number: 1, sentAt: NOW - 20 * 60_000, reviewBegun: false, released: null },
      }),
    ],
    [
      'Ms Farrow asks for another go',
      card({
        made: true,
        latest: { number: 1, sentAt: NOW, reviewBegun: true, released: { outcome: 'again', at: NOW } },
      }),
    ],
    ['Closed · your work is kept here', card({ made: true, closes: NOW - 1 })],
  ])('says %s', (words, given) => {
    expect(cardWords(given, NOW, ZONE)).toBe(words);
  });
});
