import { filterActivities, hasWords, type ActivityFilter } from './activityFilter';

const group = (id: string) => ({ id, name: id.toUpperCase(), free: false, opens: null, due: null, closes: null });
const activities = [
  { title: 'Three knots', subject: 'Making', state: 'set' as const, groups: [group('sandpipers')] },
  { title: 'Úna’s boat', subject: 'Art', state: 'draft' as const, groups: [] },
  {
    title: 'Knot diary',
    subject: 'Making',
    state: 'archived' as const,
    groups: [group('sandpipers'), group('cormorants')],
  },
];
const titles = (change: Partial<ActivityFilter>): string[] =>
  filterActivities(activities, { words: '', group: null, subject: null, state: 'current', ...change }).map(
    ({ title }) => title,
  );

it.each([
  [{}, ['Three knots', 'Úna’s boat']],
  [{ state: 'archived' }, ['Knot diary']],
  [{ words: 'kno' }, ['Three knots']],
  [{ words: 'una' }, ['Úna’s boat']],
  [{ words: 'not' }, []],
  [{ words: 'sand three' }, ['Three knots']],
  [{ subject: 'Art', state: 'draft' }, ['Úna’s boat']],
  [{ group: 'cormorants', state: 'archived', words: 'diary' }, ['Knot diary']],
  [{ group: 'cormorants' }, []],
] as [Partial<ActivityFilter>, string[]][])('%j leaves %j', (filter, left) => expect(titles(filter)).toEqual(left));

it('finds whole beginnings of words only', () => {
  expect([hasWords('', 'x'), hasWords('Ferry tim', 'The ferry’s timetable'), hasWords('erry', 'ferry')]).toEqual([
    true,
    true,
    false,
  ]);
});
