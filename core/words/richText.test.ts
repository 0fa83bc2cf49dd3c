import fc from 'fast-check';
import { countWords } from './countWords';
import { MAX_RICH_TEXT, picturesOf, plainWords, readRichText, richTextOf, safeAddress } from './richText';

const MEDIA = '7b0f7a52-6c0b-4f5e-9d2e-0f6f3c1a2b3c';
const text = (words: string, marks?: object[]) => ({ type: 'text', text: words, ...(marks ? { marks } : {}) });
const paragraph = (...content: object[]) => ({ type: 'paragraph', content });

describe('a rich text', () => {
  it('keeps headings, lists, links and pictures', () => {
    const given = {
      type: 'doc',
      content: [
        { type: 'heading', attrs: { level: 2 }, content: [text('Knots')] },
        paragraph(
          text('Look '),
          text('here', [{ type: 'link', attrs: { href: 'https://fennick.example/knots' } }, { type: 'bold' }]),
        ),
        {
          type: 'orderedList',
          content: [
            { type: 'listItem', content: [paragraph(text('over'))] },
            { type: 'listItem', content: [paragraph(text('under'))] },
          ],
        },
        { type: 'image', attrs: { media: MEDIA, alt: 'A bowline' } },
      ],
    };
    const read = readRichText(given);
    expect(read).toEqual(given);
    expect(plainWords(read)).toBe('Knots\nLook here\n1. over\n2. under');
    expect(picturesOf(read)).toEqual([MEDIA]);
  });

  it.each([
    [
      'a script’s address',
      paragraph(text('x', [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }])),
      paragraph(text('x')),
    ],
    ['a picture from elsewhere', { type: 'image', attrs: { src: 'https://elsewhere.example/x.png' } }, null],
    ['an unknown block', { type: 'iframe', attrs: { src: 'https://elsewhere.example' } }, null],
    ['a list item outside of a list', { type: 'listItem', content: [paragraph(text('x'))] }, null],
    [
      'a mark that is none of ours',
      paragraph(text('x', [{ type: 'style', attrs: { css: 'x' } }])),
      paragraph(text('x')),
    ],
    ['an empty list', { type: 'bulletList', content: [] }, null],
  ])('leaves out %s', (_, node, kept) => {
    expect(readRichText({ type: 'doc', content: [node] }).content).toEqual(kept ? [kept] : []);
  });

  it('is cut at its longest, and read to the same again, whatever came in', () => {
    expect(plainWords(readRichText(richTextOf('a'.repeat(MAX_RICH_TEXT + 9)))).length).toBe(MAX_RICH_TEXT);
    fc.assert(
      fc.property(fc.anything(), (value) => {
        const once = readRichText({ type: 'doc', content: [value] });
        expect(readRichText(once)).toEqual(once);
      }),
    );
  });

  it('is made of plain words and back', () => {
    expect(plainWords(richTextOf('one\ntwo'))).toBe('one\ntwo');
  });
});

it.each([
  ['https://a.example/b', 'https://a.example/b'],
  ['mailto:a@b.example', 'mailto:a@b.example'],
  [' http://a.example ', 'http://a.example'],
  ['data:text/html,x', null],
  ['/now', null],
  ['https://a" onclick="x', null],
  [3, null],
])('follows the address %s as %s', (given, kept) => expect(safeAddress(given)).toBe(kept));

it.each([
  ['', 0],
  ['  \n', 0],
  ['One two, three.', 3],
  ['It’s half-way to 3.5', 4],
  ['Über den Wellen – ja!', 4],
  ['море и чайки', 3],
])('counts the words of %j: %d', (words, count) => {
  expect(countWords(words)).toBe(count);
});
