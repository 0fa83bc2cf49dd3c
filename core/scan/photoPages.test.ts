/** Photos of paper as pages of a document. */
import * as Y from 'yjs';
import { addPage, orderBehind, pageItems, readPages, startDocument } from '../page/document';
import { applyChanges, revertStep } from '../page/edit';
import { mediaOf } from '../page/mediaOf';
import { measureProgress, NO_PROGRESS } from '../piece/progress';
import { completeness, partComplete } from '../piece/completeness';
import { type Shot } from './shot';
import { readShot } from '../page/readShot';

const shot: Shot = { original: 'from-camera', corners: null, turn: 0, look: 'clean', taken: 1, warnings: [] };
const photo = (media: string) => ({
  kind: 'photo' as const,
  media,
  alt: '',
  shot: { ...shot, original: `${media}-original` },
});
const NEEDS = [
  { id: 'paper', required: true, kind: 'photo' as const },
  { id: 'sheet', required: true, kind: 'page' as const },
];

/** One part with a sheet that has a needed spot, one that waits for photos. */
function draft(): Y.Doc {
  const doc = new Y.Doc();
  const spots = [{ id: 's', kind: 'ink' as const, label: 'Here', needed: true, x: 0, y: 0, width: 50, height: 50 }];
  Y.applyUpdate(
    doc,
    startDocument([{ id: 'p', part: 'sheet', width: 200, height: 300, background: { kind: 'blank' }, spots }]),
  );
  return doc;
}
const addPhoto = (doc: Y.Doc, id: string, part: string): void =>
  addPage(doc, { id, part, width: 595, height: 842, background: photo(id) }, orderBehind(doc, null));

describe('a photo of paper', () => {
  it('completes its part, and any other part in place of what was asked for there', () => {
    const doc = draft();
    expect(completeness(NEEDS, [], measureProgress(doc))).toMatchObject({ made: false, missing: ['paper', 'sheet'] });
    addPhoto(doc, 'one', 'paper');
    expect(completeness(NEEDS, [], measureProgress(doc))).toMatchObject({
      made: true,
      complete: false,
      missing: ['sheet'],
    });
    addPhoto(doc, 'two', 'sheet');
    const progress = measureProgress(doc);
    expect(progress.parts.paper).toEqual({ ...NO_PROGRESS, pages: 1, drawnPages: 1, photos: 1 });
    expect(progress.parts.sheet).toMatchObject({ photos: 1, neededSpots: 1, filledSpots: 0 });
    expect(completeness(NEEDS, [], progress).complete).toBe(true);
  });

  it('counts as long as it is not deleted; a photo that a teacher laid under a sheet is no answer', () => {
    const doc = draft();
    addPhoto(doc, 'one', 'paper');
    applyChanges(doc, (page) => pageItems(doc, page), { pages: [{ page: 'one', after: { deleted: true } }] }, null);
    expect(partComplete(measureProgress(doc), { id: 'paper', kind: 'photo' })).toBe(false);
    const given = new Y.Doc();
    Y.applyUpdate(
      given,
      startDocument([
        { id: 'p', part: 'sheet', width: 200, height: 300, background: { kind: 'photo', media: 'm', alt: 'A knot' } },
      ]),
    );
    expect(partComplete(measureProgress(given), { id: 'sheet', kind: 'page' })).toBe(false);
  });

  it('is sent only with its original, so both are waited for', () => {
    const doc = draft();
    addPhoto(doc, 'one', 'paper');
    expect(mediaOf(doc).sort()).toEqual(['one', 'one-original']);
  });

  it('can be made anew, with the page’s size, and that can be undone and done again', () => {
    const doc = draft();
    addPhoto(doc, 'one', 'paper');
    const itemsOf = (page: string) => pageItems(doc, page);
    const seen = (): unknown => {
      const page = readPages(doc).find(({ id }) => id === 'one')!;
      return [page.width, page.height, readShot(page.background)!.turn];
    };
    const turned = { background: { ...photo('again'), shot: { ...shot, turn: 1 as const } }, width: 842, height: 595 };
    const step = applyChanges(doc, itemsOf, { pages: [{ page: 'one', after: { ground: turned } }] }, null)!;
    expect(seen()).toEqual([842, 595, 1]);
    revertStep(doc, itemsOf, step, 'undo', null);
    expect(seen()).toEqual([595, 842, 0]);
    revertStep(doc, itemsOf, step, 'redo', null);
    expect(seen()).toEqual([842, 595, 1]);
  });
});
