import sharp, { type Sharp } from 'sharp';
import type * as Y from 'yjs';
import type { AskPlace } from '@lippet/core/contract/ask';
import { markItems, pageItems, readPages, type PagePlan } from '@lippet/core/page/document';
import { readItems, type Item } from '@lippet/core/page/item';
import { MARK_COLOUR } from '@lippet/core/ink/tools';
import { pageToSvg } from '@lippet/core/page/svg';
import { chosenTake, partsWithTakes, readTakes } from '@lippet/core/recording/take';

/** Vermilion, as the interface has it. */
const RING_COLOUR = '#B93A24';
/** Ground of a small picture that is no page. */
const GROUND = '#FFFCF4';
/** Width of the small pictures, in pixels: three times what a phone's card shows. */
const THUMBNAIL_WIDTH = 420;
/** A page that is longer is made narrower. */
const THUMBNAIL_HEIGHT = 1_260;

/**
 * Gives the bytes of a media's picture, or of one page of a PDF, as something an SVG can hold; null if it is not here.
 */
export type MediaPictures = (id: string, page: number) => Promise<Buffer | null>;

const NO_PICTURES: MediaPictures = () => Promise.resolve(null);

async function asAddress(bytes: Buffer | null): Promise<string | null> {
  if (!bytes) return null;
  const small = await sharp(bytes).resize({ width: THUMBNAIL_WIDTH, withoutEnlargement: true }).png().toBuffer();
  return `data:image/png;base64,${small.toString('base64')}`;
}

/** A page's pictures as data addresses: the drawing of the small picture may ask nobody for anything. */
async function addressesOf({ background }: PagePlan, items: readonly Item[], pictures: MediaPictures) {
  const media = new Map<string, string | null>();
  for (const item of items)
    if (item.kind === 'picture' && !media.has(item.media))
      media.set(item.media, await asAddress(await pictures(item.media, 1)));
  const ground =
    background.kind === 'pdf' || background.kind === 'photo'
      ? await asAddress(await pictures(background.media, background.kind === 'pdf' ? background.page : 1))
      : null;
  return { media: (id: string) => media.get(id) ?? null, ground };
}

/** Bars of a small picture of a sound, and its size in pixels. */
const WAVE = { bars: 40, width: 420, height: 300 } as const;

/** The shape of a sound as a small WebP. */
export function wavePicture(peaks: readonly number[]): Promise<Buffer> {
  const { bars, width, height } = WAVE;
  const step = width / bars;
  const path = Array.from({ length: bars }, (_, i) => {
    const some = peaks.slice(
      Math.floor((i * peaks.length) / bars),
      Math.max(1, Math.floor(((i + 1) * peaks.length) / bars)),
    );
    const reach = 3 + Math.max(0, ...some) ** 0.7 * height * 0.4;
    return (
      `M${(i * step + step * 0.18).toFixed(1)} ` +
      `${(height / 2 - reach).toFixed(1)}h${(step * 0.64).toFixed(1)}v${(reach * 2).toFixed(1)}` +
      `h-${(step * 0.64).toFixed(1)}Z`
    );
  }).join('');
  const svg =
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">` +
    `<rect width="100%" height="100%" fill="${GROUND}"/><path d="${path}" fill="${MARK_COLOUR}"/></svg>`;
  return sharp(Buffer.from(svg)).webp({ quality: 82 }).toBuffer();
}

/**
 * The first page of a document as a small WebP, with marks on top where they are given; of one without pages, its first
 * recording.
 *
 * @param place another page than the first, with a ring around a place on it
 * @returns null if the document has neither, or not that page
 */
export async function pagePicture(
  doc: Y.Doc,
  { marks, pictures = NO_PICTURES, place }: { marks?: Y.Doc; pictures?: MediaPictures; place?: AskPlace } = {},
): Promise<Buffer | null> {
  const page = place ? readPages(doc).find(({ id }) => id === place.page) : readPages(doc)[0];
  if (!page && place) return null;
  if (!page) {
    const take = partsWithTakes(doc)
      .map((part) => chosenTake(readTakes(doc, part)))
      .find((found) => found !== null);
    const picture = take ? await pictures(take.cover ?? take.media, 1) : null;
    return (
      picture &&
      sharp(picture).resize({ width: THUMBNAIL_WIDTH, withoutEnlargement: true }).webp({ quality: 82 }).toBuffer()
    );
  }
  const items = pageItems(doc, page.id);
  const layers = [items ? readItems(items) : []];
  if (marks) layers.push(readItems(markItems(marks, page.id)));
  const svg = pageToSvg(page, layers, { digits: 1, ...(await addressesOf(page, layers.flat(), pictures)) });
  const drawn = place ? svg.replace(/<\/svg>\s*$/, `${ring(place, page.width)}</svg>`) : svg;
  return small(sharp(Buffer.from(drawn), { density: densityFor(page) }));
}

/** As small as a picture in a list is shown, however long a page is. */
const small = (picture: Sharp): Promise<Buffer> =>
  picture.resize({ width: THUMBNAIL_WIDTH, height: THUMBNAIL_HEIGHT, fit: 'inside' }).webp({ quality: 82 }).toBuffer();

/** Dots an inch at which a page is drawn just as large as it is shown: drawn as it is, a large one is a gigabyte. */
const densityFor = ({ width, height }: PagePlan): number =>
  Math.max(1, Math.min(400, 72 * Math.min(THUMBNAIL_WIDTH / width, THUMBNAIL_HEIGHT / height)));

/** A ring around a place, to be seen on every ground. */
const ring = ({ x, y }: AskPlace, width: number): string =>
  [
    ['#FFFCF4', 14],
    [RING_COLOUR, 7],
  ]
    .map(
      ([colour, stroke]) =>
        `<circle cx="${x}" cy="${y}" r="${width * 0.07}" fill="none" stroke="${colour}" stroke-width="${stroke}"/>`,
    )
    .join('');
