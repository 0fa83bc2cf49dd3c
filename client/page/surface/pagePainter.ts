import { boundsMeet, grown, type Bounds } from '@lippet/core/ink/ink';
import { markEdge } from '@lippet/core/ink/tools';
import type { PagePlan } from '@lippet/core/page/document';
import { OTHERS_OPACITY } from '@lippet/core/page/svg';
import { colours } from '../../ui/theme';
import { CLOSE_FROM, drawEdge, drawGround, drawItem, type PictureSource } from './drawItem';
import type { DrawnItem, ItemLayer, LayerChange } from './itemLayer';
import type { Ground } from './pageGround';

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

/** How closely a page is looked at. */
export interface Closeness {
  /** CSS pixels of a point. */
  scale: number;
  /** Pixels of the device to a CSS pixel. */
  ratio: number;
}

/** How much is left of the colour of a faint layer. */
const FAINT = OTHERS_OPACITY;
/** How far a ground reaches around its item, in points. */
const GROUND = 5;
/** Of a region with more of the page than this it is quicker to go through all items than to ask the index. */
const LARGE_SHARE = 0.3;

const pixelsOf = ({ scale, ratio }: Closeness): number => scale * ratio;

/** Narrows what is drawn from now on to a box. */
function clipTo(context: CanvasRenderingContext2D, { left, top, right, bottom }: Bounds): void {
  context.beginPath();
  context.rect(left, top, right - left, bottom - top);
  context.clip();
}

/** Draws a page in its own points: its ground, and its layers of items from the back to the front. */
export class PagePainter {
  /** Items that are being moved or written, by id: left out here, so that they can be drawn apart. */
  lifted: ReadonlySet<string> = new Set();
  private readonly whole: Bounds;

  constructor(
    private readonly page: PagePlan,
    private readonly layers: readonly ItemLayer[],
    private readonly ground: Ground,
    private readonly pictures: PictureSource,
    private readonly shown: Shown,
  ) {
    this.whole = { left: 0, top: 0, right: page.width, bottom: page.height };
  }

  /** Draws everything that meets a region. */
  paint(context: CanvasRenderingContext2D, region: Bounds, close: Closeness): void {
    this.paintGround(context, region, pixelsOf(close));
    context.save();
    clipTo(context, this.whole);
    for (const [i, layer] of this.layers.entries()) {
      const met = this.meeting(layer, layer.marks ? grown(region, markEdge(close.scale)) : region);
      context.globalAlpha = this.opacityOf(i);
      if (layer.marks) this.paintEdges(context, met, close);
      for (const drawn of met) this.paintWithGround(context, drawn, this.opacityOf(i), close);
    }
    this.paintFrames(context);
    context.restore();
    context.strokeStyle = colours.ink;
    context.lineWidth = 2 / close.scale;
    context.strokeRect(0, 0, this.page.width, this.page.height);
  }

  /** Draws what has changed in a layer over what is there, and only anew what it may lie under. */
  paintChange(context: CanvasRenderingContext2D, change: LayerChange, layer: number, close: Closeness): void {
    context.save();
    clipTo(context, this.whole);
    if (change.kind === 'on-top' && this.mayCover(layer, change.drawn)) this.paintItem(context, change.drawn, close);
    else this.repair(context, change.kind === 'on-top' ? change.drawn.bounds : change.bounds, close);
    context.restore();
  }

  /** The page as pixels, `scale` of them to a point: what colouring in looks at. */
  raster(scale: number): ImageData {
    const canvas = new OffscreenCanvas(Math.ceil(this.page.width * scale), Math.ceil(this.page.height * scale));
    const context = canvas.getContext('2d', { willReadFrequently: true }) as unknown as CanvasRenderingContext2D;
    context.setTransform(scale, 0, 0, scale, 0, 0);
    this.paintGround(context, this.whole, scale);
    for (const layer of this.layers) for (const drawn of layer.drawn) drawItem(context, drawn, this.pictures);
    return context.getImageData(0, 0, canvas.width, canvas.height);
  }

  private paintGround(context: CanvasRenderingContext2D, region: Bounds, pixels: number): void {
    context.fillStyle = colours.scrap;
    context.fillRect(0, 0, this.page.width, this.page.height);
    this.ground.draw(context, region, pixels);
  }

  private paintWithGround(
    context: CanvasRenderingContext2D,
    drawn: DrawnItem,
    opacity: number,
    close: Closeness,
  ): void {
    const ground = this.shown.grounds?.get(drawn.item.id);
    if (ground) drawGround(context, drawn, ground, GROUND);
    if (drawn.item.others) context.globalAlpha = FAINT;
    this.paintItem(context, drawn, close);
    if (drawn.item.others) context.globalAlpha = opacity;
  }

  private paintItem(context: CanvasRenderingContext2D, drawn: DrawnItem, close: Closeness): void {
    if (!this.lifted.has(drawn.item.id)) drawItem(context, drawn, this.pictures, pixelsOf(close) >= CLOSE_FROM);
  }

  private paintEdges(context: CanvasRenderingContext2D, marks: readonly DrawnItem[], { scale }: Closeness): void {
    const edge = markEdge(scale);
    for (const drawn of marks) if (!this.lifted.has(drawn.item.id)) drawEdge(context, drawn, edge);
  }

  private paintFrames(context: CanvasRenderingContext2D): void {
    const { frames = [], frameColour = colours.ochre } = this.shown;
    context.strokeStyle = frameColour;
    context.lineWidth = 3;
    for (const { left, top, right, bottom } of frames) context.strokeRect(left, top, right - left, bottom - top);
  }

  private repair(context: CanvasRenderingContext2D, changed: Bounds, close: Closeness): void {
    // The edge of a mark lies under the ink of all marks.
    const region = this.layers.some(({ marks }) => marks) ? grown(changed, markEdge(close.scale)) : changed;
    clipTo(context, region);
    this.paint(context, region, close);
  }

  private isFaint(layer: number): boolean {
    const { faint = 0, among } = this.shown;
    return layer < faint || (among !== undefined && layer !== among);
  }

  private opacityOf(layer: number): number {
    return this.isFaint(layer) ? FAINT : 1;
  }

  /** Items of a layer that meet a region. */
  private meeting(layer: ItemLayer, region: Bounds): readonly DrawnItem[] {
    const { left, top, right, bottom } = region;
    const isLarge = (right - left) * (bottom - top) > LARGE_SHARE * this.page.width * this.page.height;
    return isLarge ? layer.drawn.filter(({ bounds }) => boundsMeet(bounds, region)) : layer.within(region);
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
}
