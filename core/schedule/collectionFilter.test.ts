import { ANYTHING, collectionChoices, filterCollection, type CollectionFilter } from './collectionFilter';

const activity = (title: string, subject: string, topic: string, ages: [number, number] | null) => ({
  title,
  subject,
  topic,
  goal: '',
  ages: ages && { from: ages[0], to: ages[1] },
});
const all = [
  activity('Fold a gull', 'Art', 'Marsh birds', [6, 8]),
  activity('Knot race', 'Making', 'Knots', [8, 10]),
  activity('Weather words', 'English', '', null),
];
const titles = (filter: Partial<CollectionFilter>): string[] =>
  filterCollection(all, { ...ANYTHING, ...filter }).map(({ title }) => title);

it.each([
  [{}, ['Fold a gull', 'Knot race', 'Weather words']],
  [{ age: 8 }, ['Fold a gull', 'Knot race', 'Weather words']],
  [{ age: 6 }, ['Fold a gull', 'Weather words']],
  [{ age: 40 }, ['Weather words']],
  [{ subject: 'Art', age: 9 }, []],
  [{ topic: 'Knots', words: 'race' }, ['Knot race']],
  [{ words: 'marsh' }, ['Fold a gull']],
] as [Partial<CollectionFilter>, string[]][])('%j leaves %j', (filter, left) => expect(titles(filter)).toEqual(left));

it('offers what there is, each once', () => {
  expect(collectionChoices(all)).toEqual({
    subjects: ['Art', 'English', 'Making'],
    topics: ['Knots', 'Marsh birds'],
    ages: [6, 7, 8, 9, 10],
  });
  expect(collectionChoices([])).toEqual({ subjects: [], topics: [], ages: [] });
});
