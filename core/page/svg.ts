import { outlinePath, strokeOutline } from '../ink/outline';
import { MARK_EDGE } from '../ink/tools';
import { backgroundShapes } from './background';
import { type PictureShape } from './pictureShape';
import type { PagePlan } from './document';
import { drawnWords } from './drawnGround';
import { LINE_HEIGHT } from './geometry';
import { layerOf, type Item, type PictureItem, type Stroke, type TextBox, type TextMark } from './item';
import type { Matrix } from '../math/matrix';
import { ringsPath } from './rings';
import { ANCHOR, BASELINE, TEXT_FACES } from './textFaces';
import { PIN_LINE, PIN_SIGN } from './pinSign';

/** Colour of the paper. */
export const PAPER_COLOUR = '#FFFEFA';
/** How strongly a highlight on text covers: words stay readable under it. */
export const HIGHLIGHT_OPACITY = 0.55;

export interface SvgSettings {
  /** Decimals of a point that are kept; 1 is enough for a thumbnail. */
  digits?: number;
  /** The address (or data address) of a media's picture; null where there is none yet. */
  media?: (id: string) => string | null;
  /** The address of the background where it is a photo or a PDF page. */
  ground?: string | null;
  /** Which of the layers holds marks on the work below; -1 or left out for none. */
  marks?: number;
}

/** Text as it may stand in markup, in an attribute too. */
export const escaped = (value: string): string => value.replace(/[&<>"']/g, (char) => `&#${char.charCodeAt(0)};`);
const transform = (matrix: Matrix): string =>
  `transform="matrix(${matrix.map((value) => Number(value.toFixed(4))).join(' ')})"`;

function shapeElement(shape: PictureShape): string {
  const fill = escaped(shape.fill ?? 'none');
  const stroke = shape.stroke
    ? ` stroke="${escaped(shape.stroke)}" stroke-width="${Number(shape.width ?? 1)}" stroke-linecap="round" stroke-linejoin="round"`
    : '';
  return `<path d="${escaped(shape.d)}" fill="${fill}"${stroke}/>`;
}

function textElement({ matrix, lines, width, size, font, colour, align }: TextBox): string {
  const { family, weight } = TEXT_FACES[font];
  const x = ANCHOR[align] * width;
  const anchor = { left: 'start', centre: 'middle', right: 'end' }[align];
  const spans = lines
    .map(
      (line, i) => `<tspan x="${x}" y="${((i * LINE_HEIGHT + BASELINE) * size).toFixed(2)}">${escaped(line)}</tspan>`,
    )
    .join('');
  return (
    `<text ${transform(matrix)} font-family="${escaped(family)}" font-weight="${weight}" ` +
    `font-size="${size}" fill="${colour}" text-anchor="${anchor}" xml:space="preserve">${spans}</text>`
  );
}

/** A nested view shows just the cropped part of a picture. */
function pictureElement(
  { matrix, media, width, height, crop: [left, top, wide, high], alt }: PictureItem,
  addressOf: SvgSettings['media'],
): string {
  const address = addressOf?.(media) ?? null;
  const inner = address
    ? `<svg width="${width}" height="${height}" viewBox="${left} ${top} ${wide} ${high}" ` +
      `preserveAspectRatio="none"><image href="${escaped(address)}" width="1" height="1" ` +
      'preserveAspectRatio="none"/></svg>'
    : `<rect width="${width}" height="${height}" fill="#DCE8EA" stroke="#566470"/>`;
  return `<g ${transform(matrix)} role="img" aria-label="${escaped(alt)}">${inner}</g>`;
}

function markElement({ style, colour, quads }: TextMark): string {
  return quads
    .map((quad) => {
      const [ax, ay, bx, by, cx, cy, dx, dy] = quad as [number, number, number, number, number, number, number, number];
      return style === 'highlight'
        ? `<path d="M${ax} ${ay}L${bx} ${by}L${cx} ${cy}L${dx} ${dy}Z" fill="${colour}" ` +
            `fill-opacity="${HIGHLIGHT_OPACITY}" style="mix-blend-mode:multiply"/>`
        : `<path d="M${(ax + dx) / 2} ${(ay + dy) / 2}L${(bx + cx) / 2} ${(by + cy) / 2}" stroke="${colour}" ` +
            'stroke-width="1.5" fill="none"/>';
    })
    .join('');
}

function itemElement(item: Item, { digits = 2, media }: SvgSettings): string {
  const blend = layerOf(item) === 0 ? ' style="mix-blend-mode:multiply"' : '';
  switch (item.kind) {
    case 'stroke':
      return `<path d="${outlinePath(strokeOutline(item.ink, item.tool, item.width), digits)}" fill="${item.colour}"${blend}/>`;
    case 'fill':
      return `<path d="${ringsPath(item.rings, digits)}" fill="${item.colour}" fill-rule="evenodd"${blend}/>`;
    case 'text':
      return textElement(item);
    case 'picture':
      return pictureElement(item, media);
    case 'mark':
      return markElement(item);
    case 'pin': {
      const [, , , , x, y] = item.matrix;
      return (
        `<g transform="translate(${x} ${y})"><title>${escaped(item.note)}</title>` +
        `<path d="M${PIN_SIGN.map((corner) => corner.join(' ')).join('L')}Z" ` +
        `fill="#F0AE2E" stroke="#1C2A33" stroke-width="${PIN_LINE}"/></g>`
      );
    }
    case 'field':
      return '';
  }
}

/** What lies around the ink of marks, below all of it. */
function edges(items: readonly Item[], { digits = 2 }: SvgSettings): string {
  const ink = items.filter((item) => item.kind === 'stroke' && layerOf(item) > 0) as Stroke[];
  const ways = ink.map((stroke) => outlinePath(strokeOutline(stroke.ink, stroke.tool, stroke.width), digits));
  const { colour, reach } = MARK_EDGE;
  return ways
    .map(
      (way) =>
        `<path d="${way}" fill="${colour}" stroke="${colour}" stroke-width="${2 * reach}" stroke-linejoin="round"/>`,
    )
    .join('');
}

/** How much is left of the colour of what others made on a sheet that was filled together. */
export const OTHERS_OPACITY = 0.4;

/** Items as SVG elements, in the order given. */
export const itemElements = (items: readonly Item[], settings: SvgSettings = {}): string =>
  items
    .map((item) => {
      const element = itemElement(item, settings);
      return item.others ? `<g opacity="${OTHERS_OPACITY}">${element}</g>` : element;
    })
    .join('');

/**
 * A page as a picture: background, then each layer of items in turn.
 *
 * @returns a whole SVG 1.1 file, as large as the page (a point is a user unit)
 */
export function pageToSvg(page: PagePlan, layers: readonly (readonly Item[])[], settings: SvgSettings = {}): string {
  const { width, height } = page;
  const shapes =
    backgroundShapes(page.background, width, height).map(shapeElement).join('') +
    itemElements(drawnWords(page.background.drawn), settings);
  const ground = settings.ground
    ? `<image href="${escaped(settings.ground)}" width="${width}" height="${height}"/>`
    : '';
  const all = layers
    .map((items, i) => `<g>${i === settings.marks ? edges(items, settings) : ''}${itemElements(items, settings)}</g>`)
    .join('');
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}">` +
    `<rect width="${width}" height="${height}" fill="${PAPER_COLOUR}"/>${ground}${shapes}${all}</svg>`
  );
}
