import { boundsMeet, grown, type Bounds, type Ink } from '@lippet/core/ink/ink';
import { outlinePath, strokeOutline } from '@lippet/core/ink/outline';
import { markEdge, radiusAt, type InkTool } from '@lippet/core/ink/tools';
import type { Spot } from '@lippet/core/ink/hit';
import type { PagePlan } from '@lippet/core/page/document';
import type { Matrix } from '@lippet/core/page/matrix';
import { fitPage, type Size, type Viewport } from '@lippet/core/page/viewport';
import { colours } from '../../ui/theme';
import { CLOSE_FROM, drawEdge, drawGround, drawItem } from './drawItem';
import type { DrawnItem, ItemLayer, LayerChange } from './itemLayer';
import { makeGround, type Ground, type GroundSources } from './pageGround';

/** Sharper than this is not seen, and costs memory. */
const MOST_PIXEL_RATIO = 2.5;
/** Side of the small canvas that follows the pen, in CSS pixels: a guess is never longer than half of it. */
const TIP_SIDE = 256;
/** After this long without moving, a page moved or zoomed as a picture is drawn sharply. */
const SETTLE_MS = 110;

/** How layers and items are shown other than they are. */
export interface Shown {
  /** So many layers, from the back, are faint: what a teacher marked, under a new go. */
  faint?: number;
  /** Items with a ground of a colour behind them, by id: what is new, or gone. */
  grounds?: ReadonlyMap<string, string>;
  /** Places with a frame of a colour around them, in points: where a photo has changed. */
  frames?: readonly Bounds[];
  frameColour?: string;
}

/** How much is left of a faint layer's colour. */
const FAINT = 0.4;
/** How far a ground reaches around its item, in points. */
const GROUND = 5;

export interface LivePen {
  tool: InkTool;
  colour: string;
  width: number;
}

/**
 * Draws one page: a canvas with all that is done, baked; above it one for the stroke under the pen, to which
 * only the newest bit is added; above that one for the guessed tip. A new stroke never redraws an old one.
 */
export class PageRenderer {
  viewport: Viewport = { scale: 1, x: 0, y: 0 };
  view: Size = { width: 0, height: 0 };
  private readonly done = document.createElement('canvas');
  private readonly live = document.createElement('canvas');
  private readonly tip = document.createElement('canvas');
  private readonly ground: Ground;
  /** Items that are being moved or written: left out of what is baked, so that they can be drawn apart. */
  private lifted: ReadonlySet<string> = new Set();
  private drawnViewport: Viewport = this.viewport;
  private settle: ReturnType<typeof setTimeout> | undefined;
  private ratio = 1;
  private readonly stopListening: (() => void)[];
  private readonly shown: Shown;
  private tipDrawn = false;
  private gone = false;
  /** A place that is to be shown once there is room. */
  private sought: Bounds | null = null;
  /** Whether the whole page is shown, as large as there is room. */
  fitted = true;

  constructor(
    host: HTMLElement,
    readonly page: PagePlan,
    private readonly layers: readonly ItemLayer[],
    private readonly sources: GroundSources,
    private readonly looks: { onViewport: () => void; shown?: Shown },
  ) {
    this.shown = looks.shown ?? {};
    for (const canvas of [this.done, this.live, this.tip]) {
      Object.assign(canvas.style, {
        position: 'absolute',
        left: '0',
        top: '0',
        pointerEvents: 'none',
        transformOrigin: '0 0',
      });
      canvas.setAttribute('aria-hidden', 'true');
      host.append(canvas);
    }
    this.ground = makeGround(page, sources, () => this.redraw());
    this.stopListening = layers.map((layer, i) =>
      layer.listen((change) => this.changed(change, i === layers.length - 1)),
    );
  }

  destroy(): void {
    clearTimeout(this.settle);
    for (const stop of this.stopListening) stop();
    this.ground.destroy();
    for (const canvas of [this.done, this.live, this.tip]) {
      canvas.remove();
      // Its pixels are given back at once: devices have little room for them, and who still knows this renderer needs
      // none.
      canvas.width = canvas.height = 0;
    }
    this.gone = true;
  }

  /** Fits all canvases to the host. A page that was fitted stays fitted. */
  resize(width: number, height: number): void {
    if (width === 0 || height === 0) return;
    this.view = { width, height };
    this.ratio = Math.min(window.devicePixelRatio || 1, MOST_PIXEL_RATIO);
    this.tip.width = this.tip.height = TIP_SIDE * this.ratio;
    this.tip.style.width = this.tip.style.height = `${TIP_SIDE}px`;
    this.tipDrawn = false;
    for (const canvas of [this.done, this.live]) {
      canvas.width = Math.round(width * this.ratio);
      canvas.height = Math.round(height * this.ratio);
      canvas.style.width = `${width}px`;
      canvas.style.height = `${height}px`;
    }
    if (this.fitted) this.viewport = fitPage(this.page, this.view);
    this.redraw();
    this.looks.onViewport();
    if (this.sought) this.lookAt(this.sought);
  }

  fit(): void {
    this.fitted = true;
    this.viewport = fitPage(this.page, this.view);
    this.redraw();
    this.looks.onViewport();
  }

  /** Looks at a box of the page, closely enough to read it. */
  lookAt(bounds: Bounds): void {
    const { left, top, right, bottom } = bounds;
    const { width, height } = this.view;
    // Asked for before it is known how much room there is, it is shown as soon as that is.
    this.sought = width === 0 ? bounds : null;
    if (this.sought) return;
    const fitted = fitPage(this.page, this.view).scale;
    const scale = Math.min(
      Math.max(fitted, Math.min(width / (right - left + 80), height / (bottom - top + 200))),
      fitted * 4,
    );
    this.look({ scale, x: width / 2 - ((left + right) / 2) * scale, y: height / 2 - ((top + bottom) / 2) * scale });
  }

  /** Moves what is drawn as a picture at once, and draws it sharply when it has come to rest. */
  look(viewport: Viewport): void {
    this.fitted = false;
    this.viewport = viewport;
    const zoom = viewport.scale / this.drawnViewport.scale;
    const x = viewport.x - this.drawnViewport.x * zoom;
    const y = viewport.y - this.drawnViewport.y * zoom;
    this.done.style.transform = `translate(${x}px, ${y}px) scale(${zoom})`;
    clearTimeout(this.settle);
    this.settle = setTimeout(() => this.redraw(), SETTLE_MS);
    this.looks.onViewport();
  }

  private context(canvas: HTMLCanvasElement): CanvasRenderingContext2D {
    const context = canvas.getContext('2d')!;
    const scale = this.viewport.scale * this.ratio;
    context.setTransform(scale, 0, 0, scale, this.viewport.x * this.ratio, this.viewport.y * this.ratio);
    return context;
  }

  private visible(): Bounds {
    const { scale, x, y } = this.viewport;
    return {
      left: -x / scale,
      top: -y / scale,
      right: (this.view.width - x) / scale,
      bottom: (this.view.height - y) / scale,
    };
  }

  /** Draws everything that is in view. */
  redraw(): void {
    if (this.gone) return; // a picture or a face that came late
    clearTimeout(this.settle);
    this.done.style.transform = '';
    this.drawnViewport = this.viewport;
    const context = this.done.getContext('2d')!;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, this.done.width, this.done.height);
    this.paint(this.context(this.done), this.visible());
  }

  private paint(context: CanvasRenderingContext2D, region: Bounds): void {
    const { width, height } = this.page;
    context.fillStyle = colours.scrap;
    context.fillRect(0, 0, width, height);
    this.ground.draw(context, region, this.viewport.scale * this.ratio);
    context.save();
    context.beginPath();
    context.rect(0, 0, width, height);
    context.clip();
    for (const [i, layer] of this.layers.entries()) {
      context.globalAlpha = i < (this.shown.faint ?? 0) ? FAINT : 1;
      const met = this.meeting(layer, layer.marks ? grown(region, this.edge) : region);
      if (layer.marks) this.drawEdges(context, met);
      for (const drawn of met) {
        if (this.shown.grounds?.has(drawn.item.id))
          drawGround(context, drawn, this.shown.grounds.get(drawn.item.id)!, GROUND);
        this.draw(context, drawn);
      }
    }
    const { frames = [], frameColour = colours.ochre } = this.shown;
    context.strokeStyle = frameColour;
    context.lineWidth = 3;
    for (const { left, top, right, bottom } of frames) context.strokeRect(left, top, right - left, bottom - top);
    context.restore();
    context.strokeStyle = colours.ink;
    context.lineWidth = 2 / this.viewport.scale;
    context.strokeRect(0, 0, width, height);
  }

  /** How far the edge of marks reaches, in points. */
  private get edge(): number {
    return markEdge(this.viewport.scale);
  }

  private drawEdges(context: CanvasRenderingContext2D, marks: readonly DrawnItem[]): void {
    for (const drawn of marks) if (!this.lifted.has(drawn.item.id)) drawEdge(context, drawn, this.edge);
  }

  /** Items of a layer that meet a region; of a region as large as the page it is quicker to go through all. */
  private meeting(layer: ItemLayer, region: Bounds): readonly DrawnItem[] {
    const large =
      (region.right - region.left) * (region.bottom - region.top) > 0.3 * this.page.width * this.page.height;
    return large ? layer.drawn.filter(({ bounds }) => boundsMeet(bounds, region)) : layer.within(region);
  }

  private draw(context: CanvasRenderingContext2D, drawn: DrawnItem): void {
    if (!this.lifted.has(drawn.item.id))
      drawItem(context, drawn, this.sources.pictures, this.viewport.scale * this.ratio >= CLOSE_FROM);
  }

  private changed(change: LayerChange, onTop: boolean): void {
    if (this.drawnViewport !== this.viewport) return; // about to be drawn anew anyway
    const context = this.context(this.done);
    context.save();
    context.beginPath();
    context.rect(0, 0, this.page.width, this.page.height);
    context.clip();
    // The edge of a mark lies under the ink of all marks.
    if (change.kind === 'on-top' && onTop && !this.layers.at(-1)!.marks) this.draw(context, change.drawn);
    else this.repair(context, change.kind === 'on-top' ? change.drawn.bounds : change.bounds);
    context.restore();
  }

  private repair(context: CanvasRenderingContext2D, changed: Bounds): void {
    const region = this.layers.some(({ marks }) => marks) ? grown(changed, this.edge) : changed;
    const { left, top, right, bottom } = region;
    context.beginPath();
    context.rect(left, top, right - left, bottom - top);
    context.clip();
    this.paint(context, region);
  }

  /** Takes items out of the baked picture, or puts them back with an empty list. */
  lift(ids: readonly string[]): void {
    if (ids.length === 0 && this.lifted.size === 0) return;
    this.lifted = new Set(ids);
    this.redraw();
  }

  /** Draws lifted items as they are being moved, in place of the last picture of them. */
  drawLifted(items: readonly DrawnItem[], matrix: Matrix): void {
    this.wipe(this.live);
    const context = this.context(this.live);
    context.save();
    context.transform(...matrix);
    for (const drawn of items) drawItem(context, drawn, this.sources.pictures);
    context.restore();
  }

  /** Shows a finished stroke in place of the one under the pen: the shape that it was taken for. */
  drawShape(pen: LivePen, ink: Ink): void {
    this.wipe(this.live);
    const context = this.context(this.live);
    context.fillStyle = pen.colour;
    context.fill(new Path2D(outlinePath(strokeOutline(ink, pen.tool, pen.width))));
  }

  /** The page as pixels, `scale` of them to a point: what colouring in looks at. */
  raster(scale: number): ImageData {
    const canvas = new OffscreenCanvas(Math.ceil(this.page.width * scale), Math.ceil(this.page.height * scale));
    const context = canvas.getContext('2d', { willReadFrequently: true }) as unknown as CanvasRenderingContext2D;
    context.setTransform(scale, 0, 0, scale, 0, 0);
    const { width, height } = this.page;
    context.fillStyle = colours.scrap;
    context.fillRect(0, 0, width, height);
    this.ground.draw(context, { left: 0, top: 0, right: width, bottom: height }, scale);
    for (const layer of this.layers) for (const drawn of layer.drawn) drawItem(context, drawn, this.sources.pictures);
    return context.getImageData(0, 0, canvas.width, canvas.height);
  }

  /** Adds the newest bit of the stroke under the pen: a dot where it begins, else from the sample before. */
  drawLive(pen: LivePen, from: Spot, to: Spot, pressure: number): void {
    this.segment(this.context(this.live), pen, from, to, pressure);
  }

  private segment(context: CanvasRenderingContext2D, pen: LivePen, from: Spot, to: Spot, pressure: number): void {
    context.strokeStyle = pen.colour;
    context.lineCap = context.lineJoin = 'round';
    context.lineWidth = 2 * radiusAt(pen.tool, pen.width, pressure);
    context.beginPath();
    context.moveTo(from[0], from[1]);
    context.lineTo(to[0], to[1]);
    context.stroke();
  }

  /** The small canvas, moved so that a page position lies in its middle, wiped, and drawn on in page points. */
  private tipAt(x: number, y: number): CanvasRenderingContext2D {
    this.clearTip();
    this.tipDrawn = true;
    const { scale, x: pageX, y: pageY } = this.viewport;
    const left = pageX + x * scale - TIP_SIDE / 2;
    const top = pageY + y * scale - TIP_SIDE / 2;
    this.tip.style.transform = `translate(${left}px, ${top}px)`;
    const context = this.tip.getContext('2d')!;
    const zoom = scale * this.ratio;
    context.setTransform(zoom, 0, 0, zoom, (pageX - left) * this.ratio, (pageY - top) * this.ratio);
    return context;
  }

  /** Draws where the pen is about to be, in place of the last guess. */
  drawTip(pen: LivePen, points: readonly { x: number; y: number }[], pressure: number): void {
    if (points.length < 2) return this.clearTip();
    const context = this.tipAt(points[0]!.x, points[0]!.y);
    for (let i = 1; i < points.length; i++) {
      const [a, b] = [points[i - 1]!, points[i]!];
      this.segment(context, pen, [a.x, a.y], [b.x, b.y], pressure);
    }
  }

  /** Shows how far the rubber reaches around a page position. */
  drawRubber(x: number, y: number, reach: number): void {
    const context = this.tipAt(x, y);
    context.strokeStyle = colours.ink;
    context.lineWidth = 1.5 / this.viewport.scale;
    context.beginPath();
    context.arc(x, y, reach, 0, 2 * Math.PI);
    context.stroke();
  }

  clearTip(): void {
    if (!this.tipDrawn) return;
    this.tipDrawn = false;
    const context = this.tip.getContext('2d')!;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, this.tip.width, this.tip.height);
  }

  private wipe(canvas: HTMLCanvasElement): void {
    const context = canvas.getContext('2d')!;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, canvas.width, canvas.height);
  }

  /** A highlighter's ink multiplies with what lies below while it is drawn, as it will when it is done. */
  beginLive(pen: LivePen): void {
    this.live.style.mixBlendMode = pen.tool === 'highlighter' ? 'multiply' : 'normal';
  }

  /** Draws the outline of a lasso, in page points. */
  drawLasso(points: readonly { x: number; y: number }[]): void {
    this.wipe(this.live);
    const context = this.context(this.live);
    context.beginPath();
    for (const { x, y } of points) context.lineTo(x, y);
    context.closePath();
    context.fillStyle = 'rgba(240, 174, 46, 0.18)';
    context.fill();
    context.strokeStyle = colours.ink;
    context.lineWidth = 2 / this.viewport.scale;
    context.setLineDash([6 / this.viewport.scale, 5 / this.viewport.scale]);
    context.stroke();
    context.setLineDash([]);
  }

  /** Draws pieces of text lines in a colour: what a highlight is about to cover. */
  drawQuads(quads: readonly (readonly number[])[], colour: string): void {
    this.wipe(this.live);
    const context = this.context(this.live);
    context.fillStyle = colour;
    context.globalAlpha = 0.45;
    for (const quad of quads) {
      context.beginPath();
      context.moveTo(quad[0]!, quad[1]!);
      for (let i = 2; i < 8; i += 2) context.lineTo(quad[i]!, quad[i + 1]!);
      context.closePath();
      context.fill();
    }
    context.globalAlpha = 1;
  }

  /** Wipes the stroke under the pen: it is baked by now, or was given up. */
  clearLive(): void {
    this.wipe(this.live);
    this.live.style.mixBlendMode = 'normal';
    this.clearTip();
  }
}
