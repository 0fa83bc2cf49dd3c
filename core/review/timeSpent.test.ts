import * as Y from 'yjs';
import { inkFromRows } from '../ink/ink';
import { addPage, pageItems } from '../page/document';
import { strokeFields, putItem } from '../page/item';
import { takeFields, takeItems } from '../recording/take';
import { BREAK, noteWriting, spentWords, timeSpent } from './timeSpent';

const START = Date.UTC(2026, 10, 25, 9);
const page = (id: string, part: string) => ({
  id,
  part,
  width: 300,
  height: 400,
  background: { kind: 'blank' as const },
});
function drawn(...strokes: [part: string, second: number, took: number][]): Y.Doc {
  const doc = new Y.Doc();
  addPage(doc, page('a1', 'a'), 'a0');
  addPage(doc, page('b1', 'b'), 'a1');
  for (const [i, [part, second, took]] of strokes.entries()) {
    const ink = inkFromRows([
      [10, 10, 0.5, 0],
      [20, 20, 0.5, took * 1000],
    ]);
    putItem(
      pageItems(doc, `${part}1`)!,
      `s${i}`,
      strokeFields({
        tool: 'pen',
        colour: '#000000',
        width: 2,
        ink,
        at: START + (second + took) * 1000,
        order: `a${i}`,
      }),
    );
  }
  return doc;
}

it('counts from the first to the last stroke of a sitting, and begins a new one after a break', () => {
  // A minute of drawing with pauses; twenty minutes later, ten seconds more.
  const doc = drawn(['a', 0, 2], ['a', 30, 5], ['a', 55, 5], ['a', 60 + 1200, 10], ['b', 5, 1]);
  expect(timeSpent(doc, ['a', 'b', 'c'])).toEqual([
    { part: 'a', sittings: 2, seconds: 70 },
    { part: 'b', sittings: 1, seconds: 1 },
  ]);
});

it('counts what two devices did at once only once, and a pause of just the break as none', () => {
  expect(timeSpent(drawn(['a', 0, 60], ['a', 30, 10], ['a', 50, 40]), ['a'])).toEqual([
    { part: 'a', sittings: 1, seconds: 90 },
  ]);
  expect(timeSpent(drawn(['a', 0, 1], ['a', 1 + BREAK / 1000, 1]), ['a'])[0]).toMatchObject({
    sittings: 1,
    seconds: 602,
  });
});

it('counts recordings by their length, and words by the minutes in which one wrote', () => {
  const doc = drawn();
  putItem(
    takeItems(doc, 'a'),
    't',
    takeFields({
      id: 't',
      sort: 'sound',
      media: 'm',
      original: null,
      seconds: 40,
      spans: [[0, 40]],
      title: '',
      cover: null,
      faults: [],
      chosen: 1,
      at: START,
    }),
  );
  for (const second of [0, 10, 59, 60, 61, 179, 3600]) noteWriting(doc, 'b', START + second * 1000);
  expect(timeSpent(doc, ['a', 'b'])).toEqual([
    { part: 'a', sittings: 1, seconds: 40 },
    { part: 'b', sittings: 2, seconds: 4 * 60 },
  ]);
});

it('says nothing of a part that says no time, and of items of a broken clock', () => {
  expect(timeSpent(drawn(['a', -START / 1000 - 5, 1]), ['a', 'b'])).toEqual([]);
});

it.each([
  [20, 1, 'under a minute'],
  [90, 1, '2 minutes'],
  [60, 2, '1 minute in 2 sittings'],
  [3700, 3, '1 h 2 min in 3 sittings'],
])('%d seconds in %d: %s', (seconds, sittings, words) => {
  expect(spentWords({ seconds, sittings })).toBe(words);
});
