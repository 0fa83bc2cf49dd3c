/** Documents as somebody writes them who means no good, or whose program is broken. */
import fc from 'fast-check';
import * as Y from 'yjs';

/** Names that lead somewhere else than they say where things are looked up by name. */
const HARMFUL_NAMES = ['__proto__', 'constructor', 'toString', 'hasOwnProperty', ''];

const harmful: fc.Arbitrary<unknown> = fc.constantFrom<unknown>(
  null,
  undefined,
  NaN,
  -0,
  1e308,
  Infinity,
  5,
  '',
  'x'.repeat(5_000),
  new Uint8Array(),
  new Uint8Array([1, 255, 255, 255, 255, 15]),
  { toString: 5, valueOf: null },
  [[[[]]]],
  { kind: 'picture', shapes: 5 },
  { kind: 'photo', media: 'm', shot: { original: 'o', corners: [1], warnings: 5 } },
  { kind: 'lined', gap: -1 },
  [{ id: 's', kind: 'ink', label: 'x', needed: true, x: 0, y: 0, width: 1e9, height: 1e9 }],
);
export const anything = fc.oneof(
  harmful,
  fc.string(),
  fc.double(),
  fc.boolean(),
  fc.array(fc.integer(), { maxLength: 9 }),
);

const KINDS = ['stroke', 'fill', 'text', 'picture', 'mark', 'pin', 'field', 'take', 'none', 'toString'];
const FIELDS = [
  'kind',
  'order',
  'at',
  'matrix',
  'tool',
  'colour',
  'width',
  'points',
  'path',
  'text',
  'lines',
  'size',
  'font',
  'align',
  'spot',
  'media',
  'height',
  'crop',
  'alt',
  'style',
  'quads',
  'note',
  'voice',
  'name',
  'value',
  'sort',
  'seconds',
  'spans',
  'title',
  'cover',
  'faults',
  'chosen',
];
const PAGE_FIELDS = ['id', 'part', 'width', 'height', 'background', 'spots', 'order', 'deleted', 'items'];

/** Where in a document a part's things lie, and what such a place may be made to be. */
const PLACES = ['takes:', 'words:', 'worked:', 'marks:'];

export interface Mischief {
  place: 'page' | 'page field' | 'item' | 'item field' | 'top' | 'words' | 'array';
  name: string;
  field: string;
  pageField: string;
  kind: string;
  at: number;
  value: unknown;
}

export const mischief: fc.Arbitrary<Mischief> = fc.record({
  place: fc.constantFrom('page', 'page field', 'item', 'item field', 'top', 'words', 'array'),
  name: fc.oneof(fc.constantFrom(...HARMFUL_NAMES), fc.string({ maxLength: 8 })),
  field: fc.constantFrom(...FIELDS),
  pageField: fc.constantFrom(...PAGE_FIELDS),
  kind: fc.constantFrom(...KINDS),
  at: fc.nat(9),
  value: anything,
});

const pagesOf = (doc: Y.Doc): Y.Array<unknown> => doc.getArray('pages');
const mapAt = (doc: Y.Doc, index: number): Y.Map<unknown> | null => {
  const pages = pagesOf(doc);
  const page = pages.length > 0 ? pages.get(index % pages.length) : null;
  return page instanceof Y.Map ? page : null;
};

function nested(depth: number): Y.XmlElement {
  const outermost = new Y.XmlElement('bulletList');
  let inner = outermost;
  for (let i = 0; i < depth; i++) {
    const next = new Y.XmlElement(i % 2 === 0 ? 'listItem' : 'bulletList');
    inner.insert(0, [next]);
    inner = next;
  }
  return outermost;
}

/** What Yjs can hold of a value: it knows no `undefined` in lists, and no functions anywhere. */
const held = (value: unknown): unknown => (value === undefined ? null : value);

function writeItem(items: Y.Map<unknown>, { name, field, kind, value }: Mischief): void {
  const item = new Y.Map<unknown>();
  items.set(name, item);
  item.set('kind', kind);
  item.set(field, held(value));
}

/** Does one thing to a document that nobody should. */
export function doMischief(doc: Y.Doc, wrong: Mischief): void {
  const { place, name, pageField, at, value } = wrong;
  const page = mapAt(doc, at);
  const items = page?.get('items');
  switch (place) {
    case 'array':
      return pagesOf(doc).insert(0, [held(value)]);
    case 'page':
      return void pagesOf(doc).push([new Y.Map(PAGE_FIELDS.map((field) => [field, held(value)]))]);
    case 'page field':
      return void page?.set(pageField, held(value));
    case 'item':
      return void (items instanceof Y.Map && items.set(name, held(value)));
    case 'item field':
      return items instanceof Y.Map ? writeItem(items as Y.Map<unknown>, wrong) : undefined;
    case 'words':
      return doc.getXmlFragment(`words:${name}`).insert(0, [nested(at * 30)]);
    case 'top': {
      const map = doc.getMap<unknown>(`${PLACES[0]}${name}`);
      if (at % 2 === 0) map.set(name, held(value));
      else writeItem(map, wrong);
      doc.getMap(PLACES[3] + name).set(name, held(value));
      doc.getMap('ticks').set(name, at % 2 === 0 ? true : held(value));
      doc.getMap(`scale:${name}`).set(at % 2 === 0 ? 'step' : 'words', held(value));
      doc.getArray(PLACES[2] + name).push([held(value)]);
    }
  }
}
