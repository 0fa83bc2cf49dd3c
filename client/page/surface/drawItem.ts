import { MARK_EDGE } from '@lippet/core/ink/tools';
import { LINE_HEIGHT } from '@lippet/core/page/geometry';
import { layerOf, type Item, type PictureItem, type TextBox, type TextMark } from '@lippet/core/page/item';
import { HIGHLIGHT_OPACITY } from '@lippet/core/page/svg';
import { ANCHOR, BASELINE, TEXT_FACES } from '@lippet/core/page/textFaces';
import { colours } from '../../ui/theme';
import { pathOf, type DrawnItem } from './itemLayer';

/** Gives a media's picture if it has been fetched; asking for one begins fetching it. */
export type PictureSource = (media: string) => CanvasImageSource | null;

/** Set in a face of ours, as the canvas wants it said. */
export const canvasFont = ({ font, size }: Pick<TextBox, 'font' | 'size'>): string =>
  `${TEXT_FACES[font].weight} ${size}px ${TEXT_FACES[font].family}`;

function drawText(context: CanvasRenderingContext2D, item: TextBox): void {
  context.transform(...item.matrix);
  context.font = canvasFont(item);
  context.fillStyle = item.colour;
  context.textAlign = item.align === 'centre' ? 'center' : item.align;
  context.textBaseline = 'alphabetic';
  const x = ANCHOR[item.align] * item.width;
  item.lines.forEach((line, i) => context.fillText(line, x, (i * LINE_HEIGHT + BASELINE) * item.size));
}

function drawPicture(context: CanvasRenderingContext2D, item: PictureItem, pictures: PictureSource): void {
  context.transform(...item.matrix);
  const {
    width,
    height,
    crop: [left, top, wide, high],
  } = item;
  const picture = pictures(item.media);
  if (!picture) {
    context.fillStyle = colours.mist;
    context.fillRect(0, 0, width, height);
    context.strokeStyle = colours.soft;
    context.lineWidth = 1;
    context.strokeRect(0, 0, width, height);
    return;
  }
  const [w, h] = [(picture as ImageBitmap).width, (picture as ImageBitmap).height];
  context.imageSmoothingQuality = 'high';
  context.drawImage(picture, left * w, top * h, wide * w, high * h, 0, 0, width, height);
}

function drawMark(context: CanvasRenderingContext2D, item: TextMark): void {
  for (const [ax, ay, bx, by, cx, cy, dx, dy] of item.quads as readonly (readonly [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ])[]) {
    context.beginPath();
    if (item.style === 'highlight') {
      context.globalAlpha *= HIGHLIGHT_OPACITY;
      context.fillStyle = item.colour;
      context.moveTo(ax, ay);
      context.lineTo(bx, by);
      context.lineTo(cx, cy);
      context.lineTo(dx, dy);
      context.closePath();
      context.fill();
    } else {
      context.globalCompositeOperation = 'source-over';
      context.strokeStyle = item.colour;
      context.lineWidth = 1.5;
      context.moveTo((ax + dx) / 2, (ay + dy) / 2);
      context.lineTo((bx + cx) / 2, (by + cy) / 2);
      context.stroke();
    }
  }
}

/** From this many pixels for a point on, strokes are drawn as curves. */
export const CLOSE_FROM = 1.8;

/** Draws a ground of a colour behind an item, reaching some points around it. */
export function drawGround(context: CanvasRenderingContext2D, drawn: DrawnItem, colour: string, reach: number): void {
  const {
    item,
    bounds: { left, top, right, bottom },
  } = drawn;
  context.save();
  context.fillStyle = context.strokeStyle = colour;
  if (item.kind === 'stroke') {
    context.lineWidth = 2 * reach;
    context.lineJoin = 'round';
    context.stroke(pathOf(drawn, false));
    context.fill(pathOf(drawn, false));
  } else context.fillRect(left - reach, top - reach, right - left + 2 * reach, bottom - top + 2 * reach);
  context.restore();
}

/** Whether an item has the edge that marks have: ink that lies on top. */
const hasEdge = (item: Item): boolean => item.kind === 'stroke' && layerOf(item) > 0;

/**
 * Draws the edge around the ink of a mark; the ink itself comes after the edges of all of them.
 *
 * @param reach in points
 */
export function drawEdge(context: CanvasRenderingContext2D, drawn: DrawnItem, reach: number): void {
  if (hasEdge(drawn.item)) drawGround(context, drawn, MARK_EDGE.colour, reach);
}

/**
 * Draws one item in page points; `close` where a point has several pixels. Pins and field values are not drawn here:
 * they are controls over the sheet.
 */
export function drawItem(
  context: CanvasRenderingContext2D,
  drawn: DrawnItem,
  pictures: PictureSource,
  close = true,
): void {
  const { item } = drawn;
  const under = layerOf(item) === 0;
  if (item.kind === 'stroke' && !under) {
    // The common case, without saving and restoring the context.
    context.fillStyle = item.colour;
    context.fill(pathOf(drawn, close));
    return;
  }
  if (item.kind === 'pin' || item.kind === 'field') return;
  context.save();
  if (under) context.globalCompositeOperation = 'multiply';
  if (item.kind === 'stroke' || item.kind === 'fill') {
    context.fillStyle = item.colour;
    context.fill(pathOf(drawn, close), item.kind === 'fill' ? 'evenodd' : 'nonzero');
  } else if (item.kind === 'text') drawText(context, item);
  else if (item.kind === 'picture') drawPicture(context, item, pictures);
  else drawMark(context, item);
  context.restore();
}
