import type { MarkCell, MarksView } from '../contract/marks';
import Papa from 'papaparse';
import { cellWords, marksCsv } from './marksCsv';

const cell = (person: string, activity: string, change: Partial<MarkCell> = {}): MarkCell => ({
  person,
  activity,
  state: 'finished',
  late: false,
  overdue: false,
  sentAt: 1,
  due: null,
  mark: null,
  first: null,
  ...change,
});
const view = (names: string[], titles: string[], cells: MarkCell[]): MarksView => ({
  group: { id: 'g', name: 'Reeds' },
  cells,
  learners: names.map((name) => ({ id: name, name, badge: '#fff' })),
  activities: titles.map((title) => ({ id: title, title, subject: '', due: null })),
});

it('says what questions come to where no mark is there yet, and the mark once it is', () => {
  const first = { earned: 6.75, outOf: 9, unread: 0 };
  expect(cellWords(cell('a', 'b', { state: 'with-teacher', first, late: true }))).toBe('6.8 of 9, late');
  expect(cellWords(cell('a', 'b', { first: { ...first, unread: 3 } }))).toBe('6.8 of 9, 3 to read');
  const mark = {
    mark: { words: 'Good', points: null, outOf: null, level: 1, own: true },
    lines: [],
    explained: [],
  };
  expect(cellWords(cell('a', 'b', { first, mark }))).toBe('Good');
});

it('comes back as it was from any reader of CSV, in UTF-8', () => {
  const mark = {
    mark: { words: '7.5 of 10', points: 7.5, outOf: 10, level: null, own: false },
    lines: [],
    explained: [],
  };
  const csv = marksCsv(
    view(
      ['Úna “Bo” Ní, Ceallaigh', 'Ben'],
      ['Knots, three', 'Sea'],
      [
        cell('Úna “Bo” Ní, Ceallaigh', 'Knots, three', { mark, late: true }),
        cell('Ben', 'Sea', { state: 'started', overdue: true }),
      ],
    ),
  );
  expect(csv.charCodeAt(0)).toBe(0xfeff);
  expect(Papa.parse(csv.slice(1)).data).toEqual([
    ['Learner', 'Knots, three', 'Sea'],
    ['Úna “Bo” Ní, Ceallaigh', '7.5 of 10, late', ''],
    ['Ben', '', 'Started, overdue'],
  ]);
});

it.each(['=HYPERLINK("http://x")', '+1', '-2', '@SUM(A1)', '\t=1', '\r=1'])(
  'runs nothing in a spreadsheet: %j',
  (name) => {
    const [, row] = Papa.parse<string[]>(marksCsv(view([name], [name], [])).slice(1)).data;
    expect(row![0]).toBe(`'${name}`);
  },
);
