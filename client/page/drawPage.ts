import type { PagePlan } from '@lippet/core/page/document';
import type { Item } from '@lippet/core/page/item';
import { itemBounds } from '@lippet/core/page/geometry';
import { colours } from '../ui/theme';
import { drawItem } from './drawItem';
import { makeGround } from './pageGround';
import { pictures } from './pictures';
import type { PdfPageSource } from './pdfPages';

/** Small pictures that are kept; the one that was used longest ago goes first. */
const MOST_PREVIEWS = 120;
const previews = new Map<string, HTMLImageElement>();

/** A PDF page's small picture from school, drawn over the whole page. */
function previewSource(page: PagePlan, onReady: () => void): PdfPageSource {
  const { background } = page;
  const address = background.kind === 'pdf' ? `/api/media/${background.media}/preview?page=${background.page}` : '';
  const image = previews.get(address) ?? Object.assign(new Image(), { src: address });
  previews.delete(address);
  previews.set(address, image);
  if (previews.size > MOST_PREVIEWS) previews.delete(previews.keys().next().value!);
  if (!image.complete) image.addEventListener('load', onReady, { once: true });
  const bounds = { left: 0, top: 0, right: page.width, bottom: page.height };
  return {
    pieces: () =>
      image.complete && image.naturalWidth > 0 ? [{ bitmap: image as unknown as ImageBitmap, bounds, scale: 1 }] : [],
    destroy: () => undefined,
  } as unknown as PdfPageSource;
}

/** Draws a whole page small onto a canvas of its own proportions; `onReady` when a picture on it has come. */
export function drawPage(
  canvas: HTMLCanvasElement,
  page: PagePlan,
  layers: readonly (readonly Item[])[],
  onReady: () => void,
): void {
  const context = canvas.getContext('2d')!;
  const scale = canvas.width / page.width;
  context.setTransform(scale, 0, 0, scale, 0, 0);
  context.fillStyle = colours.scrap;
  context.fillRect(0, 0, page.width, page.height);
  const sources = {
    pictures: (media: string) => pictures.get(media, onReady),
    pdfPage: () => previewSource(page, onReady),
  };
  const ground = makeGround(page, sources, onReady);
  ground.draw(context, { left: 0, top: 0, right: page.width, bottom: page.height }, scale);
  for (const item of layers.flat()) drawItem(context, { item, bounds: itemBounds(item), path: null }, sources.pictures);
}
