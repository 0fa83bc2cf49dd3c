import { boundsMeet, grown, type Bounds } from '@lippet/core/ink/ink';
import { markEdge } from '@lippet/core/ink/tools';
import type { PagePlan } from '@lippet/core/page/document';
import { OTHERS_OPACITY } from '@lippet/core/page/svg';
import { closeTo, fitPage, type Size, type Viewport } from '@lippet/core/page/viewport';
import { colours } from '../../ui/theme';
import { CLOSE_FROM, drawEdge, drawGround, drawItem } from './drawItem';
import type { DrawnItem, ItemLayer, LayerChange } from './itemLayer';
import { laidOver } from './laidOver';
import { LiveLayer } from './liveLayer';
import { makeGround, type Ground, type GroundSources } from './pageGround';

/** Sharper than this is not seen, and costs memory. */
const MOST_PIXEL_RATIO = 2.5;
/** After this long without moving, a page moved or zoomed as a picture is drawn sharply. */
const SETTLE_MS = 110;

/** How layers and items are shown other than they are. */
export interface Shown {
  /** So many layers, from the back, are faint: what a teacher marked, under a new go. */
  faint?: number;
  /** One of the layers stands out: all others are faint. */
  among?: number;
  /** Items with a ground of a colour behind them, by id: what is new, or gone. */
  grounds?: ReadonlyMap<string, string>;
  /** Places with a frame of a colour around them, in points: where a photo has changed. */
  frames?: readonly Bounds[];
  frameColour?: string;
}

/** How much is left of the colour of a faint layer. */
const FAINT = OTHERS_OPACITY;
/** How far a ground reaches around its item, in points. */
const GROUND = 5;

/**
 * Draws one page: a canvas with all that is done, baked, and above it what is not done yet. A new stroke never redraws an
 * old one.
 */
export class PageRenderer {
  viewport: Viewport = { scale: 1, x: 0, y: 0 };
  view: Size = { width: 0, height: 0 };
  private readonly done = document.createElement('canvas');
  /** What is not done yet. */
  readonly live: LiveLayer;
  private readonly ground: Ground;
  /** Items that are being moved or written: left out of what is baked, so that they can be drawn apart. */
  private lifted: ReadonlySet<string> = new Set();
  private drawnViewport: Viewport = this.viewport;
  private settle: ReturnType<typeof setTimeout> | undefined;
  private ratio = 1;
  private readonly stopListening: (() => void)[];
  private readonly shown: Shown;
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
    host.append(laidOver(this.done));
    this.live = new LiveLayer(host, () => ({ viewport: this.viewport, ratio: this.ratio }), sources.pictures);
    this.ground = makeGround(page, sources, () => this.redraw());
    this.stopListening = layers.map((layer, i) => layer.listen((change) => this.changed(change, i)));
  }

  destroy(): void {
    clearTimeout(this.settle);
    for (const stop of this.stopListening) stop();
    this.ground.destroy();
    this.live.destroy();
    this.done.remove();
    // Its pixels are given back at once: devices have little room for them, and who still knows this renderer needs
    // none.
    this.done.width = this.done.height = 0;
    this.gone = true;
  }

  /** Fits all canvases to the host. A page that was fitted stays fitted. */
  resize(width: number, height: number): void {
    if (width === 0 || height === 0) return;
    this.view = { width, height };
    this.ratio = Math.min(window.devicePixelRatio || 1, MOST_PIXEL_RATIO);
    this.done.width = Math.round(width * this.ratio);
    this.done.height = Math.round(height * this.ratio);
    this.done.style.width = `${width}px`;
    this.done.style.height = `${height}px`;
    this.live.resize(this.view, this.ratio);
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
    // Asked for before it is known how much room there is, it is shown as soon as that is.
    this.sought = this.view.width === 0 ? bounds : null;
    if (!this.sought) this.look(closeTo(bounds, this.page, this.view));
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

  private context(): CanvasRenderingContext2D {
    const context = this.done.getContext('2d')!;
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
    this.paint(this.context(), this.visible());
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
      context.globalAlpha = this.isFaint(i) ? FAINT : 1;
      const met = this.meeting(layer, layer.marks ? grown(region, this.edge) : region);
      if (layer.marks) this.drawEdges(context, met);
      for (const drawn of met) {
        if (this.shown.grounds?.has(drawn.item.id))
          drawGround(context, drawn, this.shown.grounds.get(drawn.item.id)!, GROUND);
        if (drawn.item.others) context.globalAlpha = FAINT;
        this.draw(context, drawn);
        if (drawn.item.others) context.globalAlpha = this.isFaint(i) ? FAINT : 1;
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

  private isFaint(layer: number): boolean {
    const { faint = 0, among } = this.shown;
    return layer < faint || (among !== undefined && layer !== among);
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

  /**
   * Whether something that has come to a layer may be drawn over all that is there. Of strokes that several draw at once
   * it does not matter whose lies on top, but for those of the topmost layer.
   */
  private mayCover(layer: number, { item, bounds }: DrawnItem): boolean {
    if (this.isFaint(layer) || this.layers.at(-1)!.marks) return false;
    const above = this.layers.slice(layer + 1);
    const covered = item.kind === 'stroke' ? above.slice(-1) : above;
    return covered.every((one) => one.drawn.length === 0 || one.within(bounds).length === 0);
  }

  private changed(change: LayerChange, layer: number): void {
    if (this.drawnViewport !== this.viewport) return; // about to be drawn anew anyway
    const context = this.context();
    context.save();
    context.beginPath();
    context.rect(0, 0, this.page.width, this.page.height);
    context.clip();
    // The edge of a mark lies under the ink of all marks.
    if (change.kind === 'on-top' && this.mayCover(layer, change.drawn)) this.draw(context, change.drawn);
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
}
