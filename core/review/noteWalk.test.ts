import * as Y from 'yjs';
import { markItems, startDocument } from '../page/document';
import { putItem } from '../page/item';
import { momentFields } from '../recording/moments';
import { takeFields, takeItems } from '../recording/take';
import { walkNotes } from './noteWalk';

const page = (id: string, part: string) => ({
  id,
  part,
  width: 300,
  height: 400,
  background: { kind: 'blank' as const },
});
function goOf(): Y.Doc {
  const doc = new Y.Doc();
  Y.applyUpdate(doc, startDocument([page('b1', 'b'), page('a1', 'a'), page('a2', 'a')]));
  putItem(
    takeItems(doc, 'c'),
    't',
    takeFields({
      id: 't',
      sort: 'sound',
      media: 'm',
      original: null,
      seconds: 9,
      spans: [[0, 9]],
      title: '',
      cover: null,
      faults: [],
      chosen: 1,
      at: 1,
    }),
  );
  return doc;
}
const pin = (marks: Y.Doc, on: string, id: string, [x, y]: [number, number], note: string): void =>
  putItem(markItems(marks, on), id, { kind: 'pin', note, order: id, at: 0, matrix: [1, 0, 0, 1, x, y] });

it('goes part by part, page by page, from the top, and then through the moments', () => {
  const marks = new Y.Doc();
  pin(marks, 'a2', 'late', [10, 10], 'Second page');
  pin(marks, 'a1', 'low', [10, 300], 'Below');
  pin(marks, 'a1', 'high', [200, 20], 'Above');
  pin(marks, 'b1', 'first', [5, 5], 'Other part');
  putItem(markItems(marks, 'a1'), 'words', {
    kind: 'mark',
    style: 'highlight',
    colour: '#F0AE2E',
    quads: [[20, 100, 90, 100, 90, 116, 20, 116]],
    text: 'tide',
    note: 'Which tide?',
    order: 'z',
    at: 0,
    matrix: [1, 0, 0, 1, 0, 0],
  });
  putItem(markItems(marks, 't'), 'm2', momentFields({ id: 'm2', second: 6, note: '', voice: 'v', at: 0 }));
  putItem(markItems(marks, 't'), 'm1', momentFields({ id: 'm1', second: 2, note: 'A gull', voice: null, at: 0 }));
  const walked = walkNotes(goOf(), marks, ['b', 'a', 'c']);
  expect(walked.map(({ words }) => words)).toEqual([
    'Other part',
    'Above',
    'Which tide?',
    'Below',
    'Second page',
    'A gull',
    '',
  ]);
  expect(walked[1]).toEqual({
    id: 'high',
    part: 'a',
    page: 'a1',
    at: { x: 200, y: 20 },
    second: null,
    words: 'Above',
    voice: null,
  });
  expect(walked.slice(-2).map(({ second, voice }) => [second, voice])).toEqual([
    [2, null],
    [6, 'v'],
  ]);
});

it('passes over marks without a word, moments without one, and pages that there are not', () => {
  const marks = new Y.Doc();
  pin(marks, 'a1', 'mute', [1, 1], '  ');
  pin(marks, 'nowhere', 'lost', [1, 1], 'Lost');
  putItem(markItems(marks, 't'), 'm', momentFields({ id: 'm', second: 1, note: ' ', voice: null, at: 0 }));
  expect(walkNotes(goOf(), marks, ['a', 'b', 'c'])).toEqual([]);
  expect(walkNotes(new Y.Doc(), marks, ['a'])).toEqual([]);
});
