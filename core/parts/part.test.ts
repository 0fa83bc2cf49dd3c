import fc from 'fast-check';
import * as Y from 'yjs';
import { documentOf } from '../page/document';
import { measureProgress, NO_PROGRESS } from '../piece/progress';
import { anything, doMischief, mischief } from '../testing/nonsense';
import { kindSignSvg } from './kindSign';
import {
  answerAsText,
  answerRecord,
  askOf,
  enoughIn,
  isAnswered,
  isPartKind,
  lackingIn,
  mediaOfPart,
  newPart,
  PART_KINDS,
  readPart,
  settingsTrouble,
  sheetsOf,
  viewOfPart,
  withSheets,
} from './part';

const ID = '6f1d3b0e-0d0c-4b53-9a3e-0f6f0f0f0f0f';
const SHEET = { width: 300, height: 400, background: { kind: 'blank' } } as const;

describe.each(PART_KINDS)('a part of kind %s', (kind) => {
  const part = newPart(kind, ID, 'A part');

  it('is read as it was made, and once more the same', () => {
    expect(readPart({ ...part }, [])).toEqual(part);
  });

  it('is made of whatever is found in its place', () => {
    fc.assert(
      fc.property(fc.dictionary(fc.string(), anything), (settings) => {
        const read = readPart({ ...part, settings }, [])!;
        expect(readPart({ ...read }, [])).toEqual(read);
        expect(viewOfPart(read)).toMatchObject({ id: ID, kind, removed: false });
        for (const id of mediaOfPart(read)) expect(typeof id).toBe('string');
      }),
      { numRuns: 60 },
    );
  });

  it('asks for the same as what people see of it', () => {
    expect(viewOfPart(part)).toMatchObject(askOf(kind, part.settings));
  });

  it('has sheets only where it is answered on them', () => {
    expect(sheetsOf(withSheets(part, [SHEET]))).toEqual(['page', 'shared'].includes(kind) ? [SHEET] : []);
  });

  it('is not enough, not answered and told of nothing where nothing is in it', () => {
    const view = viewOfPart(part);
    expect(enoughIn(view, NO_PROGRESS)).toBe(false);
    expect(lackingIn(view, NO_PROGRESS)).toBeNull();
    expect([isAnswered(new Y.Doc(), view), answerAsText(new Y.Doc(), view)]).toEqual([false, '']);
    expect(answerRecord(view, NO_PROGRESS, true) ?? { words: 'not done' }).toMatchObject({ words: 'not done' });
  });

  it('is complete with a photo of paper or a recording, whichever kind it is', () => {
    const view = viewOfPart(part);
    expect(enoughIn(view, { ...NO_PROGRESS, photos: 1 })).toBe(true);
    expect(enoughIn(view, { ...NO_PROGRESS, recordings: 1 })).toBe(true);
  });

  it('is looked for in whatever a document holds', () => {
    fc.assert(
      fc.property(fc.array(mischief, { maxLength: 8 }), (wrongs) => {
        const doc = new Y.Doc();
        for (const wrong of wrongs) doMischief(doc, wrong);
        const copy = documentOf(Y.encodeStateAsUpdate(doc));
        for (const id of Object.keys(measureProgress(copy).parts)) {
          const view = { ...viewOfPart(part), id };
          expect(typeof answerAsText(copy, view)).toBe('string');
        }
      }),
      { numRuns: 60 },
    );
  });

  it('has a sign of its own', () => {
    const signs = PART_KINDS.map((other) => kindSignSvg(other, { line: '#000000', ground: '#ffffff' }));
    expect(new Set(signs).size).toBe(PART_KINDS.length);
  });
});

it('a page needs a sheet, a text limits that can be met', () => {
  const page = withSheets(newPart('page', ID, 'P'), []);
  expect(settingsTrouble(page, 'P')).toBe('P needs at least one sheet.');
  const words = readPart({ ...newPart('words', ID, 'W'), settings: { leastWords: 20, mostWords: 10 } }, [])!;
  expect(settingsTrouble(words, 'W')).toBe('W asks for at least 20 words and at most 10.');
});

it('what is no kind is no part', () => {
  expect(['page', 'toString', '__proto__', 7, null].map(isPartKind)).toEqual([true, false, false, false, false]);
  expect(readPart({ id: ID, kind: 'constructor' }, [])).toBeNull();
  expect(readPart({ id: 'x', kind: 'page' }, [])).toBeNull();
});
