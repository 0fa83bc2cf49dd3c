import sharp from 'sharp';
import * as Y from 'yjs';
import { inkFromRows } from '@lippet/core/ink/ink';
import { markItems, pageItems, startDocument, type PagePlan } from '@lippet/core/page/document';
import { addStroke } from '@lippet/core/page/stroke';
import { makeCompute } from '../compute/compute';
import { pagePicture, type PictureWish } from './picture';

const PAGE: PagePlan = { id: 'p', part: 'a', width: 200, height: 400, background: { kind: 'blank' } };

function drawn(): Y.Doc {
  const doc = new Y.Doc();
  Y.applyUpdate(doc, startDocument([PAGE]));
  addStroke(pageItems(doc, 'p')!, {
    id: 's',
    tool: 'brush',
    colour: '#C8472F',
    width: 40,
    ink: inkFromRows([
      [20, 100, 0.5, 0],
      [180, 100, 0.5, 90],
    ]),
    at: 0,
  });
  return doc;
}

/** Colour at a page position of a picture, as [r, g, b]. */
async function colourAt(webp: Buffer, x: number, y: number): Promise<number[]> {
  const { data, info } = await sharp(webp).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  const index =
    (Math.round((y / PAGE.height) * info.height) * info.width + Math.round((x / PAGE.width) * info.width)) * 3;
  return [...data.subarray(index, index + 3)];
}
const near = (actual: number[], wanted: number[]): boolean =>
  actual.every((value, i) => Math.abs(value - wanted[i]!) < 14);

const compute = makeCompute(null);
/** The picture of a document as its updates hold it. */
const pictureOf = (doc: Y.Doc, wish: Omit<PictureWish, 'updates'> = {}): Promise<Buffer | null> =>
  pagePicture(compute, { ...wish, updates: [Y.encodeStateAsUpdate(doc)] });

describe('pagePicture', () => {
  it('shows the strokes where they are, on the page as it is proportioned', async () => {
    const webp = (await pictureOf(drawn()))!;
    const { format, width, height } = await sharp(webp).metadata();
    expect([format, height! / width!]).toEqual(['webp', 2]);
    expect(near(await colourAt(webp, 100, 100), [0xc8, 0x47, 0x2f])).toBe(true);
    expect(near(await colourAt(webp, 100, 300), [0xff, 0xfe, 0xfa])).toBe(true);
  });

  it('lays the marks over the work', async () => {
    const marks = new Y.Doc();
    addStroke(markItems(marks, 'p'), {
      id: 'm',
      tool: 'brush',
      colour: '#2A6A8C',
      width: 40,
      ink: inkFromRows([
        [100, 20, 0.5, 0],
        [100, 180, 0.5, 90],
      ]),
      at: 0,
    });
    const webp = (await pictureOf(drawn(), { marks: Y.encodeStateAsUpdate(marks) }))!;
    expect(near(await colourAt(webp, 100, 100), [0x2a, 0x6a, 0x8c])).toBe(true);
    expect(near(await colourAt(webp, 40, 100), [0xc8, 0x47, 0x2f])).toBe(true);
  });

  it('is nothing of a document without a page', async () => {
    expect(await pictureOf(new Y.Doc())).toBeNull();
  });
});
