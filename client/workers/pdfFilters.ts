/**
 * What pdf.js does with SVG filters in a document, done with pixels: a worker has no document, and a canvas there knows
 * no such filter.
 */
import { alphaThrough, luminosityToAlpha, type Transfer } from '@lippet/core/pdf/softMask';

type Effect = (pixels: Uint8ClampedArray) => void;
const effects = new Map<string, Effect>();

/**
 * A name to be set as a context's filter. Files have few masks with tables of their own: names are not given twice for
 * the same.
 */
function named(effect: Effect, key: string): string {
  effects.set(key, effect);
  return key;
}

/**
 * In place of pdf.js' factory of filters. What only changes colours (for printing presses, or for contrast) is drawn
 * without.
 */
export class PixelFilters {
  addFilter = (): string => 'none';
  addHCMFilter = this.addFilter;
  addHighlightHCMFilter = this.addFilter;
  addAlphaFilter = (table: Transfer): string =>
    named((pixels) => alphaThrough(pixels, table), `alpha ${Array.from(table).join(' ')}`);
  addLuminosityFilter = (table?: Transfer | null): string =>
    named((pixels) => luminosityToAlpha(pixels, table), `luminosity ${table ? Array.from(table).join(' ') : ''}`);
  destroy(): void {}
}

type Context = OffscreenCanvasRenderingContext2D;

/** A part of a picture with an effect on it. */
function affected(
  source: CanvasImageSource,
  [x, y, width, height]: readonly number[],
  effect: Effect,
): OffscreenCanvas {
  const canvas = new OffscreenCanvas(Math.max(1, Math.ceil(width!)), Math.max(1, Math.ceil(height!)));
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(source, -x!, -y!);
  const image = context.getImageData(0, 0, canvas.width, canvas.height);
  effect(image.data);
  context.putImageData(image, 0, 0);
  return canvas;
}

/**
 * Teaches a context the filters above: they are part of its state, and work on what is drawn from a part of another
 * canvas.
 */
export function withPixelFilters(context: Context): Context {
  let filter = 'none';
  const kept: string[] = [];
  const { save, restore, drawImage } = context;
  Object.defineProperty(context, 'filter', { get: () => filter, set: (value: string) => (filter = value) });
  context.save = () => {
    kept.push(filter);
    save.call(context);
  };
  context.restore = () => {
    filter = kept.pop() ?? filter;
    restore.call(context);
  };
  context.drawImage = (source: CanvasImageSource, ...place: number[]) => {
    const effect = effects.get(filter);
    const [from, to] = [place.slice(0, 4), place.slice(4)];
    // pdf.js draws masks from a part onto a part.
    if (!effect || place.length !== 8)
      return (drawImage as (source: CanvasImageSource, ...place: number[]) => void).call(context, source, ...place);
    const part = affected(source, from, effect);
    drawImage.call(context, part, 0, 0, from[2]!, from[3]!, ...(to as [number, number, number, number]));
  };
  return context;
}
