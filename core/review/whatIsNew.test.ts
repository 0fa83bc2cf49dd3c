import fc from 'fast-check';
import * as Y from 'yjs';
import type { Background } from '../page/background';
import { addPage, documentOf, pageItems } from '../page/document';
import { putItem } from '../page/item';
import { itemNews, newsWords, pairPages, wordNews } from './whatIsNew';

const photo = (media: string): Background => ({
  kind: 'photo',
  media,
  alt: '',
  shot: { original: media, corners: null, turn: 0, look: 'photo', taken: null, warnings: [] },
});
const text = (words: string) => ({
  kind: 'text',
  text: words,
  width: 60,
  size: 20,
  font: 'reading',
  colour: '#2A6A8C',
  align: 'left',
  order: 'a',
  at: 1,
  matrix: [1, 0, 0, 1, 0, 0],
});
function goOf(...pages: [id: string, part: string, background: Background, items: Record<string, string>][]): Y.Doc {
  const doc = new Y.Doc();
  pages.forEach(([id, part, background, items], i) => {
    addPage(doc, { id, part, width: 300, height: 400, background }, `a${i}`);
    for (const [key, words] of Object.entries(items)) putItem(pageItems(doc, id)!, key, text(words));
  });
  return doc;
}
const BLANK: Background = { kind: 'blank' };

it('puts pages beside each other by their id, and photos that were taken anew by their order', () => {
  const before = goOf(
    ['p1', 'a', BLANK, {}],
    ['old1', 'a', photo('m1'), {}],
    ['old2', 'a', photo('m2'), {}],
    ['other', 'b', BLANK, {}],
  );
  const now = goOf(
    ['p1', 'a', BLANK, {}],
    ['new1', 'a', photo('m3'), {}],
    ['added', 'a', BLANK, {}],
    ['other', 'b', BLANK, {}],
  );
  expect(pairPages(before, now, 'a').map((pair) => [pair.before?.id ?? null, pair.now?.id ?? null])).toEqual([
    ['p1', 'p1'],
    ['old1', 'new1'],
    [null, 'added'],
    ['old2', null],
  ]);
});

it('tells what is new, what is otherwise, and what is gone of a page', () => {
  const before = goOf(['p', 'a', BLANK, { same: 'Sea', moved: 'Mast', gone: 'Rope' }]);
  const now = documentOf(Y.encodeStateAsUpdate(before));
  pageItems(now, 'p')!.get('moved')!.set('matrix', [1, 0, 0, 1, 50, 0]);
  pageItems(now, 'p')!.delete('gone');
  putItem(pageItems(now, 'p')!, 'new', text('Gull'));
  const [pair] = pairPages(before, now, 'a');
  const { fresh, gone } = itemNews(before, now, pair!);
  expect([[...fresh].sort(), [...gone]]).toEqual([['moved', 'new'], ['gone']]);
  expect(newsWords({ fresh: fresh.size, gone: gone.size })).toBe('2 new, 1 gone');
  expect(newsWords({ fresh: 0, gone: 0 })).toBe('Nothing here has changed');
});

it('tells of a page that is new or gone as a whole', () => {
  const [one, none] = [goOf(['p', 'a', BLANK, { x: 'Sea', y: 'Mast' }]), goOf()];
  expect(itemNews(none, one, pairPages(none, one, 'a')[0]!).fresh.size).toBe(2);
  expect(itemNews(one, none, pairPages(one, none, 'a')[0]!).gone.size).toBe(2);
});

it('compares words, and both texts can be read from it again', () => {
  expect(wordNews('The sea is calm today.', 'The sea was wild today.')).toEqual([
    { text: 'The sea ', is: 'same' },
    { text: 'is', is: 'gone' },
    { text: 'was', is: 'fresh' },
    { text: ' ', is: 'same' },
    { text: 'calm', is: 'gone' },
    { text: 'wild', is: 'fresh' },
    { text: ' today.', is: 'same' },
  ]);
  const texts = fc
    .array(fc.constantFrom('sea', 'gull', 'mast', '\n', ' ', 'ünder', '“rope”', '.'), { maxLength: 30 })
    .map((words) => words.join(''));
  fc.assert(
    fc.property(texts, texts, (before, now) => {
      const news = wordNews(before, now);
      expect(
        news
          .filter(({ is }) => is !== 'gone')
          .map(({ text }) => text)
          .join(''),
      ).toBe(now);
      expect(
        news
          .filter(({ is }) => is !== 'fresh')
          .map(({ text }) => text)
          .join(''),
      ).toBe(before);
    }),
  );
  expect(wordNews('x'.repeat(30_000), 'y'.repeat(30_000)).map(({ is }) => is)).toEqual(['gone', 'fresh']);
});
