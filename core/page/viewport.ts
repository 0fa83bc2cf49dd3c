import type { Bounds } from '../ink/ink';

/** Where a page lies on the screen. Screen units are CSS pixels, page units points. */
export interface Viewport {
  /** Pixels for each point. */
  scale: number;
  /** Screen position of the page's top left corner, in pixels. */
  x: number;
  y: number;
}

export interface Size {
  width: number;
  height: number;
}

/** How near and how far one can look, as multiples of the fitted scale. */
export const ZOOM_RANGE = { least: 0.6, most: 12 };

/** The page whole and centred in the view, with `margin` pixels around it. */
export function fitPage(page: Size, view: Size, margin = 12): Viewport {
  const scale = Math.max(
    0.01,
    Math.min((view.width - 2 * margin) / page.width, (view.height - 2 * margin) / page.height),
  );
  return { scale, x: (view.width - page.width * scale) / 2, y: (view.height - page.height * scale) / 2 };
}

/** So much stays free around a place that is looked at, in points: more above and below, where controls lie. */
const AROUND = { across: 80, upright: 200 };
/** No place is looked at nearer than so many times the fitted scale. */
const NEAREST = 4;

/** A box of the page in the middle of the view, closely enough to read it and never further away than the whole page. */
export function closeTo({ left, top, right, bottom }: Bounds, page: Size, view: Size): Viewport {
  const fitted = fitPage(page, view).scale;
  const across = view.width / (right - left + AROUND.across);
  const upright = view.height / (bottom - top + AROUND.upright);
  const scale = Math.min(Math.max(fitted, Math.min(across, upright)), fitted * NEAREST);
  return {
    scale,
    x: view.width / 2 - ((left + right) / 2) * scale,
    y: view.height / 2 - ((top + bottom) / 2) * scale,
  };
}

export function toPage(viewport: Viewport, screenX: number, screenY: number): { x: number; y: number } {
  return { x: (screenX - viewport.x) / viewport.scale, y: (screenY - viewport.y) / viewport.scale };
}

/** Keeps some of the page in sight: at least `keep` pixels of it on every side. */
function kept(viewport: Viewport, page: Size, view: Size, keep = 60): Viewport {
  const clamp = (scroll: number, pageLength: number, viewLength: number): number =>
    Math.min(viewLength - keep, Math.max(keep - pageLength * viewport.scale, scroll));
  return {
    scale: viewport.scale,
    x: clamp(viewport.x, page.width, view.width),
    y: clamp(viewport.y, page.height, view.height),
  };
}

/** Moves the page by a distance on the screen. */
export function panBy(viewport: Viewport, dx: number, dy: number, page: Size, view: Size): Viewport {
  return kept({ ...viewport, x: viewport.x + dx, y: viewport.y + dy }, page, view);
}

/** A place on the screen: pixels from the left and from the top of the view. */
type Place = readonly [x: number, y: number];

/** Zooms by `factor` so that what lies under the screen point (x, y) stays under it, within {@link ZOOM_RANGE}. */
export function zoomAt(viewport: Viewport, factor: number, [x, y]: Place, page: Size, view: Size): Viewport {
  const fitted = fitPage(page, view).scale;
  const scale = Math.min(fitted * ZOOM_RANGE.most, Math.max(fitted * ZOOM_RANGE.least, viewport.scale * factor));
  const real = scale / viewport.scale;
  return kept({ scale, x: x - (x - viewport.x) * real, y: y - (y - viewport.y) * real }, page, view);
}
