import sharp, { type Sharp } from 'sharp';
import type { ThreadPlace } from '@lippet/core/contract/threads';
import { MARK_COLOUR } from '@lippet/core/ink/tools';
import type { Compute } from '../compute/compute';
import type { DrawTask, PageAddresses, PageDrawing } from '../compute/drawPage';

/** A picture that may be seen, not drawn yet. */
export interface PictureOffer {
  /** Changes with what it shows. */
  tag: string;
  draw: () => Promise<Buffer>;
}

/** Ground of a small picture that is no page. */
const GROUND = '#FFFCF4';
/** Width of the small pictures, in pixels: three times what a phone's card shows. */
const THUMBNAIL_WIDTH = 420;
/** A page that is so many times as long as it is wide, or longer, is made narrower. */
const LONGEST = 3;
const LOOK = { quality: 82 };

/**
 * Gives the bytes of a media's picture, or of one page of a PDF, as something an SVG can hold; null if it is not here.
 */
export type MediaPictures = (id: string, page: number) => Promise<Buffer | null>;

const NO_PICTURES: MediaPictures = () => Promise.resolve(null);

async function asAddress(bytes: Buffer | null, width: number): Promise<string | null> {
  if (!bytes) return null;
  // Read once and thrown away: how long it is does not matter.
  const small = await sharp(bytes).resize({ width, withoutEnlargement: true }).png({ compressionLevel: 1 }).toBuffer();
  return `data:image/png;base64,${small.toString('base64')}`;
}

/** Fetches what a page shows. */
async function addressesOf(
  { media, ground }: PageDrawing & { kind: 'needs' },
  pictures: MediaPictures,
  width: number,
): Promise<PageAddresses> {
  const addresses = new Map<string, string>();
  for (const id of media) {
    const address = await asAddress(await pictures(id, 1), width);
    if (address) addresses.set(id, address);
  }
  return { media: addresses, ground: ground && (await asAddress(await pictures(ground.media, ground.page), width)) };
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
  return sharp(Buffer.from(svg)).webp(LOOK).toBuffer();
}

export interface PictureWish {
  /** A piece's document, as Yjs updates. */
  updates: readonly Uint8Array[];
  /** Of a review, as one Yjs update. */
  marks?: Uint8Array | null;
  pictures?: MediaPictures;
  /** Another page than the first, with a ring around a place on it. */
  place?: ThreadPlace;
  /** Id of another page than the first. */
  page?: string;
  /** How wide the picture is at most, in pixels. */
  width?: number;
}

/**
 * The first page of a document as a small WebP, with marks on top where they are given; of one without pages, its first
 * recording.
 *
 * @returns null if the document has neither, or not that page
 */
export async function pagePicture(
  compute: Compute,
  { updates, marks = null, pictures = NO_PICTURES, place, page, width = THUMBNAIL_WIDTH }: PictureWish,
): Promise<Buffer | null> {
  const task: DrawTask = { updates, marks, place: place ?? null, page: page ?? null, addresses: null };
  const first = await compute.run('drawPage', task);
  const drawing =
    first.kind === 'needs'
      ? await compute.run('drawPage', { ...task, addresses: await addressesOf(first, pictures, width) })
      : first;
  if (drawing.kind === 'recording') {
    const picture = await pictures(drawing.media, 1);
    return picture && sharp(picture).resize({ width: THUMBNAIL_WIDTH, withoutEnlargement: true }).webp(LOOK).toBuffer();
  }
  if (drawing.kind !== 'drawn') return null;
  return small(sharp(Buffer.from(drawing.svg), { density: densityFor(drawing, width) }), width);
}

/** As small as a picture in a list is shown, however long a page is. */
const small = (picture: Sharp, width: number): Promise<Buffer> =>
  picture
    .resize({ width, height: width * LONGEST, fit: 'inside' })
    .webp(LOOK)
    .toBuffer();

/** Dots an inch at which a page is drawn just as large as it is shown: drawn as it is, a large one is a gigabyte. */
const densityFor = ({ width, height }: { width: number; height: number }, shown: number): number =>
  Math.max(1, Math.min(400, 72 * Math.min(shown / width, (shown * LONGEST) / height)));
