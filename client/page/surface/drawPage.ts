import { markEdge } from '@lippet/core/ink/tools';
import type { PagePlan } from '@lippet/core/page/document';
import type { Item } from '@lippet/core/page/item';
import { OTHERS_OPACITY } from '@lippet/core/page/svg';
import { itemBounds } from '@lippet/core/page/geometry';
import { colours } from '../../ui/theme';
import { drawFields } from './drawFields';
import { drawEdge, drawItem } from './drawItem';
import { makeGround } from './pageGround';
import { pictures } from '../pictures/pictures';
import type { PdfPageSource } from '../pictures/pdfPages';
import { pdfPreviews } from '../pictures/pdfPreviews';

/** A PDF page's small picture, drawn over the whole page. */
function previewSource(page: PagePlan, onReady: () => void): PdfPageSource {
  const picture = pdfPreviews.get(page, onReady);
  const bounds = { left: 0, top: 0, right: page.width, bottom: page.height };
  return {
    pieces: () => (picture ? [{ bitmap: picture as ImageBitmap, bounds, scale: 1 }] : []),
    destroy: () => undefined,
  } as unknown as PdfPageSource;
}

/** Items that lie on a page together. */
export interface PageLayer {
  items: readonly Item[];
  /** They are marks on the work below. */
  marks: boolean;
}

/** Draws a whole page small onto a canvas of its own proportions; `onReady` when a picture on it has come. */
export function drawPage(
  canvas: HTMLCanvasElement,
  page: PagePlan,
  layers: readonly PageLayer[],
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
  for (const { items, marks } of layers) {
    const drawn = items.map((item) => ({ item, bounds: itemBounds(item), path: null }));
    if (marks) for (const item of drawn) drawEdge(context, item, markEdge(scale));
    for (const item of drawn) {
      context.globalAlpha = item.item.others ? OTHERS_OPACITY : 1;
      drawItem(context, item, sources.pictures);
    }
    context.globalAlpha = 1;
  }
  drawFields(
    context,
    page,
    layers.flatMap(({ items }) => items.filter((item) => item.kind === 'field')),
    onReady,
  );
}
