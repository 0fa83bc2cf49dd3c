import type { QueuedPiece } from '../contract/reviewing';
import type { PieceState } from '../piece/pieceState';
import { filterCounts, notBegunTogether, orderedLine } from './lineOrder';

function piece(
  name: string,
  state: PieceState,
  sent: [number: number, sentAt: number] | null,
  more: { late?: boolean; overdue?: boolean; checks?: number } = {},
): QueuedPiece {
  return {
    personId: name,
    name,
    badge: '#fff',
    pieceId: name,
    completeness: { made: true, complete: true, done: 1, of: 1, missing: [], short: [] },
    status: {
      state,
      late: more.late ?? false,
      overdue: more.overdue ?? false,
      notOpen: false,
      closed: false,
      dueSoon: false,
      mayDraw: false,
      mayTakeBack: false,
    } as QueuedPiece['status'],
    go: sent && { id: name, number: sent[0], sentAt: sent[1], word: null, felt: null, voice: null },
    firstSentAt: null,
    reviewId: null,
    held: null,
    remindedAt: null,
    pictureVersion: '0',
    checks: Array.from({ length: more.checks ?? 0 }, () => ({
      kind: 'photo',
      needed: false,
      part: 'p',
      page: null,
      words: 'blurred',
    })),
  };
}
const LINE = [
  piece('Wren', 'with-teacher', [2, 30], { checks: 1 }),
  piece('Milo', 'with-teacher', [1, 40], { late: true }),
  piece('Isla', 'finished', [1, 10], { checks: 2 }),
  piece('Amos', 'ready', null, { overdue: true }),
  piece('Kit', 'another-go', [1, 20]),
];
const names = (line: readonly QueuedPiece[]): string => line.map(({ name }) => name).join(' ');

it('orders as it came, by name, and by when it was sent; what was not comes last', () => {
  expect(names(orderedLine(LINE, { order: 'waiting', filter: 'all' }, null))).toBe('Wren Milo Isla Amos Kit');
  expect(names(orderedLine(LINE, { order: 'name', filter: 'all' }, null))).toBe('Amos Isla Kit Milo Wren');
  expect(names(orderedLine(LINE, { order: 'oldest', filter: 'all' }, null))).toBe('Isla Kit Wren Milo Amos');
});

it.each([
  ['waiting', 'Wren Milo'],
  ['again', 'Wren'],
  ['checks', 'Wren'],
  ['late', 'Milo Amos'],
  ['unsent', 'Amos'],
  ['all', 'Wren Milo Isla Amos Kit'],
] as const)('leaves those that are %s: %s', (filter, left) => {
  expect(names(orderedLine(LINE, { order: 'waiting', filter }, null))).toBe(left);
  expect(filterCounts(LINE)[filter]).toBe(left.split(' ').length);
});

it('keeps the piece in hand, whatever becomes of it', () => {
  expect(names(orderedLine(LINE, { order: 'name', filter: 'waiting' }, 'Isla'))).toBe('Isla Milo Wren');
});

describe('those who have not begun', () => {
  const noneOf = ['Ada', 'Bo', 'Cleo'].map((name) => piece(name, 'new', null));

  it('come last in every order', () => {
    const line = [...noneOf, ...LINE];
    for (const order of ['waiting', 'name', 'oldest'] as const)
      expect(names(orderedLine(line, { order, filter: 'all' }, null))).toMatch(/ Ada Bo Cleo$/);
  });

  it('stand together where they are many', () => {
    const { hung, together } = notBegunTogether([...LINE, ...noneOf], 'Wren');
    expect(names(hung)).toBe(names(LINE));
    expect(names(together)).toBe('Ada Bo Cleo');
  });

  it('hang one by one where they are few, and while one of them is looked at', () => {
    const few = [...LINE, ...noneOf.slice(1)];
    expect(notBegunTogether(few, null)).toEqual({ hung: few, together: [] });
    const line = [...LINE, ...noneOf];
    expect(notBegunTogether(line, 'Bo')).toEqual({ hung: line, together: [] });
  });
});
