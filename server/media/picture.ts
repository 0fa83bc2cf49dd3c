import sharp from 'sharp';
import type * as Y from 'yjs';
import { markItems, pageItems, readPages, type PagePlan } from '@lippet/core/page/document';
import { readItems, type Item } from '@lippet/core/page/item';
import { pageToSvg } from '@lippet/core/page/svg';

/** Width of the small pictures, in pixels: three times what a phone's card shows. */
const THUMBNAIL_WIDTH = 420;

/** Gives the bytes of a media's picture, or of one page of a PDF, as something an SVG can hold; null if it is not here. */
export type MediaPictures = (id: string, page: number) => Promise<Buffer | null>;

const NO_PICTURES: MediaPictures = () => Promise.resolve(null);

const asAddress = async (bytes: Buffer | null): Promise<string | null> =>
  bytes && `data:image/png;base64,${(await sharp(bytes).resize({ width: THUMBNAIL_WIDTH, withoutEnlargement: true }).png().toBuffer()).toString('base64')}`;

/** A page's pictures as data addresses: the drawing of the small picture may ask nobody for anything. */
async function addressesOf({ background }: PagePlan, items: readonly Item[], pictures: MediaPictures) {
  const media = new Map<string, string | null>();
  for (const item of items) if (item.kind === 'picture' && !media.has(item.media)) media.set(item.media, await asAddress(await pictures(item.media, 1)));
  const ground = background.kind === 'pdf' || background.kind === 'photo' ? await asAddress(await pictures(background.media, background.kind === 'pdf' ? background.page : 1)) : null;
  return { media: (id: string) => media.get(id) ?? null, ground };
}

/**
 * The first page of a document as a small WebP, with marks on top where they are given.
 *
 * @returns null if the document has no page
 */
export async function pagePicture(doc: Y.Doc, { marks, pictures = NO_PICTURES }: { marks?: Y.Doc; pictures?: MediaPictures } = {}): Promise<Buffer | null> {
  const page = readPages(doc)[0];
  if (!page) return null;
  const items = pageItems(doc, page.id);
  const layers = [items ? readItems(items) : []];
  if (marks) layers.push(readItems(markItems(marks, page.id)));
  const svg = pageToSvg(page, layers, { digits: 1, ...(await addressesOf(page, layers.flat(), pictures)) });
  return sharp(Buffer.from(svg)).resize({ width: THUMBNAIL_WIDTH }).webp({ quality: 82 }).toBuffer();
}
