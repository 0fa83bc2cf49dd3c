/** Whatever a document holds, reading it never throws, never takes long, and leaves the rest to be read. */
import fc from 'fast-check';
import * as Y from 'yjs';
import { inkFromRows } from '../ink/ink';
import { takeItems } from '../recording/take';
import { pairPages, itemNews } from '../review/whatIsNew';
import { walkNotes } from '../review/noteWalk';
import { timeSpent } from '../review/timeSpent';
import { sendChecks } from '../piece/sendChecks';
import { doMischief, mischief, type Mischief } from '../testing/nonsense';
import { answerWords } from '../words/answers';
import { backgroundShapes } from './background';
import { documentOf, MAX_PAGES, pageItems, readPages, startDocument } from './document';
import { MAX_SIDE } from './pageSide';
import { readItems, topOrder } from './item';
import { mediaOf } from './mediaOf';
import { measureProgress } from '../piece/progress';
import { addStroke } from './stroke';
import { pageToSvg } from './svg';

const PART = 'part';
const PARTS = [{ id: PART, title: 'Part', kind: 'page', required: true, choice: null, waits: false }] as const;

function honest(): Y.Doc {
  const doc = documentOf(
    startDocument([{ id: 'mine', part: PART, width: 300, height: 400, background: { kind: 'lined', gap: 30 } }]),
  );
  const ink = inkFromRows([
    [10, 10, 0.5, 0],
    [90, 60, 0.5, 30],
  ]);
  addStroke(pageItems(doc, 'mine')!, { id: 'stroke', tool: 'pen', colour: '#1C2A33', width: 2, ink, at: 1 });
  return doc;
}

/** Everything that lists, pictures, exports and reviews read of a document. */
function readAll(doc: Y.Doc): void {
  const pages = readPages(doc);
  for (const page of pages) {
    const items = readItems(pageItems(doc, page.id)!);
    backgroundShapes(page.background, page.width, page.height);
    pageToSvg(page, [items], { media: () => null, ground: null });
    topOrder(pageItems(doc, page.id)!);
  }
  measureProgress(doc);
  mediaOf(doc);
  timeSpent(doc, [PART, '__proto__']);
  answerWords(doc, PART);
  sendChecks(doc, { parts: PARTS as never, choices: [], notes: [] });
  walkNotes(doc, doc, [PART]);
  for (const pair of pairPages(honest(), doc, PART)) itemNews(honest(), doc, pair);
}

describe('a document that somebody has written nonsense into', () => {
  it('is read without throwing, wherever it is', () => {
    fc.assert(
      fc.property(fc.array(mischief, { minLength: 1, maxLength: 12 }), (all) => {
        const doc = honest();
        for (const wrong of all) doMischief(doc, wrong);
        readAll(documentOf(Y.encodeStateAsUpdate(doc)));
      }),
      { numRuns: 400 },
    );
  });

  it('has its honest work counted beside it', () => {
    const beside: Mischief['place'][] = ['array', 'page', 'top', 'words'];
    fc.assert(
      fc.property(fc.array(mischief, { minLength: 1, maxLength: 12 }), (all) => {
        const doc = honest();
        for (const wrong of all) if (beside.includes(wrong.place)) doMischief(doc, wrong);
        expect(measureProgress(documentOf(Y.encodeStateAsUpdate(doc))).parts[PART]!.strokes).toBe(1);
      }),
      { numRuns: 200 },
    );
  });

  it('counts a part of any name without reaching what every object shares', () => {
    const doc = honest();
    doMischief(doc, {
      place: 'page',
      name: '',
      field: 'kind',
      pageField: 'id',
      kind: 'text',
      at: 0,
      value: '__proto__',
    });
    const page = new Y.Map<unknown>();
    doc.getArray('pages').push([page]);
    for (const [key, value] of Object.entries({ id: 'p', part: '__proto__', width: 100, height: 100, order: 'a5' }))
      page.set(key, value);
    page.set('items', new Y.Map());
    takeItems(doc, '__proto__');
    const { parts } = measureProgress(doc);
    expect(Object.keys(parts).sort()).toEqual(['__proto__', PART]);
    expect(parts[PART]!.strokes).toBe(1);
    expect(({} as Record<string, unknown>).pages).toBeUndefined();
  });

  it('has no page that is larger than paper can be, and no more pages than one may have', () => {
    const doc = honest();
    const page = (id: string, width: number): Y.Map<unknown> => {
      const made = new Y.Map<unknown>(Object.entries({ id, part: PART, width, height: 100, order: 'a1' }));
      made.set('items', new Y.Map());
      return made;
    };
    doc.getArray('pages').push([page('huge', MAX_SIDE + 1), page('none', NaN)]);
    expect(readPages(doc).map(({ id }) => id)).toEqual(['mine']);
    doc.getArray('pages').push(Array.from({ length: MAX_PAGES + 50 }, (_, i) => page(`p${i}`, 100)));
    expect(readPages(doc)).toHaveLength(MAX_PAGES);
  });

  it('is read to a certain depth where its words go on for ever', () => {
    const doc = honest();
    const words = doc.getXmlFragment(`words:${PART}`);
    let inner: Y.XmlFragment = words;
    for (let i = 0; i < 3_000; i++) {
      const next = new Y.XmlElement('bulletList');
      inner.insert(0, [next]);
      inner = next;
    }
    expect(answerWords(doc, PART)).toBe('');
    expect(measureProgress(doc).parts[PART]!.strokes).toBe(1);
  });

  it('takes new items behind what has no key, or a broken one', () => {
    const doc = honest();
    const items = pageItems(doc, 'mine')!;
    for (const [id, order] of Object.entries({ empty: '', broken: '!!', long: 'zz', none: 5 })) {
      const item = new Y.Map<unknown>();
      items.set(id, item);
      item.set('order', order);
    }
    expect(topOrder(items) > 'a0').toBe(true);
  });
});
