import type { Bounds } from '@lippet/core/ink/ink';
import type { PagePlan } from '@lippet/core/page/document';
import { closeTo, fitPage, type Size, type Viewport } from '@lippet/core/page/viewport';
import type { ItemLayer, LayerChange } from './itemLayer';
import { laidOver } from './laidOver';
import { LiveLayer } from './liveLayer';
import { makeGround, type Ground, type GroundSources } from './pageGround';
import { PagePainter, type Closeness, type Shown } from './pagePainter';

/** Sharper than this is not seen, and costs memory. */
const MOST_PIXEL_RATIO = 2.5;
/** After this long without moving, a page moved or zoomed as a picture is drawn sharply. */
const SETTLE_MS = 110;

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
  private readonly painter: PagePainter;
  private drawnViewport: Viewport = this.viewport;
  private settle: ReturnType<typeof setTimeout> | undefined;
  private ratio = 1;
  private readonly stopListening: (() => void)[];
  private gone = false;
  /** A place that is to be shown once there is room. */
  private sought: Bounds | null = null;
  /** Whether the whole page is shown, as large as there is room. */
  fitted = true;

  constructor(
    host: HTMLElement,
    readonly page: PagePlan,
    layers: readonly ItemLayer[],
    sources: GroundSources,
    private readonly looks: { onViewport: () => void; shown?: Shown },
  ) {
    host.append(laidOver(this.done));
    this.live = new LiveLayer(host, () => ({ viewport: this.viewport, ratio: this.ratio }), sources.pictures);
    this.ground = makeGround(page, sources, () => this.redraw());
    this.painter = new PagePainter(page, layers, this.ground, sources.pictures, looks.shown ?? {});
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

  private closeness(): Closeness {
    return { scale: this.viewport.scale, ratio: this.ratio };
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
    this.painter.paint(this.context(), this.visible(), this.closeness());
  }

  private changed(change: LayerChange, layer: number): void {
    if (this.drawnViewport !== this.viewport) return; // about to be drawn anew anyway
    this.painter.paintChange(this.context(), change, layer, this.closeness());
  }

  /** Takes items out of the baked picture, or puts them back with an empty list. */
  lift(ids: readonly string[]): void {
    if (ids.length === 0 && this.painter.lifted.size === 0) return;
    this.painter.lifted = new Set(ids);
    this.redraw();
  }

  /** The page as pixels, `scale` of them to a point: what colouring in looks at. */
  raster(scale: number): ImageData {
    return this.painter.raster(scale);
  }
}
