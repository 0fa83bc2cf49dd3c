import type { Spot } from '@lippet/core/ink/hit';
import type { Ink } from '@lippet/core/ink/ink';
import { outlinePath, strokeOutline } from '@lippet/core/ink/outline';
import { MARK_EDGE, markEdge, radiusAt, type InkTool } from '@lippet/core/ink/tools';
import type { Matrix } from '@lippet/core/math/matrix';
import type { Size, Viewport } from '@lippet/core/page/viewport';
import { colours } from '../../ui/theme';
import { drawItem } from './drawItem';
import type { DrawnItem } from './itemLayer';
import { laidOver } from './laidOver';
import type { GroundSources } from './pageGround';

/** Side of the small canvas that follows the pen, in CSS pixels: a guess is never longer than half of it. */
const TIP_SIDE = 256;

export interface LivePen {
  tool: InkTool;
  colour: string;
  width: number;
  /** Its ink lies on somebody's work, with the edge that marks have. */
  edged: boolean;
}

/** How the page is seen now, and how many pixels of the device a CSS pixel has. */
interface Seen {
  viewport: Viewport;
  ratio: number;
}

/** In points. */
const inkWidth = ({ tool, width }: LivePen, pressure: number): number => 2 * radiusAt(tool, width, pressure);

/** Draws a bit of a stroke, round at both ends. */
function line(context: CanvasRenderingContext2D, from: Spot, to: Spot, colour: string, width: number): void {
  context.strokeStyle = colour;
  context.lineCap = context.lineJoin = 'round';
  context.lineWidth = width;
  context.beginPath();
  context.moveTo(from[0], from[1]);
  context.lineTo(to[0], to[1]);
  context.stroke();
}

/**
 * What is not done yet, above the page: the stroke under the pen, to which only the newest bit is added; items that are being
 * moved; a lasso. Above that a small canvas for where the pen is about to be.
 */
export class LiveLayer {
  private readonly canvas = document.createElement('canvas');
  private readonly tip = document.createElement('canvas');
  /** Below the stroke under the pen: its edge. It is there from the first stroke that has one. */
  private edges: HTMLCanvasElement | null = null;
  private tipDrawn = false;

  constructor(
    host: HTMLElement,
    private readonly view: () => Seen,
    private readonly pictures: GroundSources['pictures'],
  ) {
    for (const canvas of [this.canvas, this.tip]) host.append(laidOver(canvas));
  }

  /** @param size of what is seen, in CSS pixels */
  resize({ width, height }: Size, ratio: number): void {
    for (const canvas of this.whole()) {
      canvas.width = Math.round(width * ratio);
      canvas.height = Math.round(height * ratio);
      canvas.style.width = `${width}px`;
      canvas.style.height = `${height}px`;
    }
    this.tip.width = this.tip.height = TIP_SIDE * ratio;
    this.tip.style.width = this.tip.style.height = `${TIP_SIDE}px`;
    this.tipDrawn = false;
  }

  destroy(): void {
    for (const canvas of [...this.whole(), this.tip]) {
      canvas.remove();
      canvas.width = canvas.height = 0;
    }
  }

  /** The canvases that are as large as what is seen. */
  private whole(): HTMLCanvasElement[] {
    return this.edges ? [this.edges, this.canvas] : [this.canvas];
  }

  private edgeCanvas(): HTMLCanvasElement {
    if (this.edges) return this.edges;
    const edges = laidOver(document.createElement('canvas'));
    edges.width = this.canvas.width;
    edges.height = this.canvas.height;
    edges.style.width = this.canvas.style.width;
    edges.style.height = this.canvas.style.height;
    this.canvas.before(edges);
    this.edges = edges;
    return edges;
  }

  private context(canvas = this.canvas): CanvasRenderingContext2D {
    const context = canvas.getContext('2d')!;
    const { viewport, ratio } = this.view();
    const scale = viewport.scale * ratio;
    context.setTransform(scale, 0, 0, scale, viewport.x * ratio, viewport.y * ratio);
    return context;
  }

  /** Draws lifted items as they are being moved, in place of the last picture of them. */
  drawLifted(items: readonly DrawnItem[], matrix: Matrix): void {
    this.wipe();
    const context = this.context();
    context.save();
    context.transform(...matrix);
    for (const drawn of items) drawItem(context, drawn, this.pictures);
    context.restore();
  }

  /** Shows a finished stroke in place of the one under the pen: the shape that it was taken for. */
  drawShape(pen: LivePen, ink: Ink): void {
    this.wipe();
    const context = this.context();
    const outline = new Path2D(outlinePath(strokeOutline(ink, pen.tool, pen.width)));
    context.fillStyle = pen.colour;
    context.fill(outline);
    if (!pen.edged) return;
    const below = this.context(this.edgeCanvas());
    below.strokeStyle = MARK_EDGE.colour;
    below.lineJoin = 'round';
    below.lineWidth = 2 * markEdge(this.view().viewport.scale);
    below.stroke(outline);
  }

  /** Adds the newest bit of the stroke under the pen: a dot where it begins, else from the sample before. */
  drawLive(pen: LivePen, from: Spot, to: Spot, pressure: number): void {
    const width = inkWidth(pen, pressure);
    line(this.context(), from, to, pen.colour, width);
    if (!pen.edged) return;
    const reach = markEdge(this.view().viewport.scale);
    line(this.context(this.edgeCanvas()), from, to, MARK_EDGE.colour, width + 2 * reach);
  }

  /** The small canvas, moved so that a page position lies in its middle, wiped, and drawn on in page points. */
  private tipAt(x: number, y: number): CanvasRenderingContext2D {
    this.clearTip();
    this.tipDrawn = true;
    const { viewport, ratio } = this.view();
    const { scale, x: pageX, y: pageY } = viewport;
    const left = pageX + x * scale - TIP_SIDE / 2;
    const top = pageY + y * scale - TIP_SIDE / 2;
    this.tip.style.transform = `translate(${left}px, ${top}px)`;
    const context = this.tip.getContext('2d')!;
    const zoom = scale * ratio;
    context.setTransform(zoom, 0, 0, zoom, (pageX - left) * ratio, (pageY - top) * ratio);
    return context;
  }

  /** Draws where the pen is about to be, in place of the last guess. */
  drawTip(pen: LivePen, points: readonly { x: number; y: number }[], pressure: number): void {
    if (points.length < 2) return this.clearTip();
    const context = this.tipAt(points[0]!.x, points[0]!.y);
    for (let i = 1; i < points.length; i++) {
      const [a, b] = [points[i - 1]!, points[i]!];
      line(context, [a.x, a.y], [b.x, b.y], pen.colour, inkWidth(pen, pressure));
    }
  }

  /** Shows how far the rubber reaches around a page position. */
  drawRubber(x: number, y: number, reach: number): void {
    const context = this.tipAt(x, y);
    context.strokeStyle = colours.ink;
    context.lineWidth = 1.5 / this.view().viewport.scale;
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

  private wipe(): void {
    for (const canvas of this.whole()) {
      const context = canvas.getContext('2d')!;
      context.setTransform(1, 0, 0, 1, 0, 0);
      context.clearRect(0, 0, canvas.width, canvas.height);
    }
  }

  /** A highlighter's ink multiplies with what lies below while it is drawn, as it will when it is done. */
  beginLive(pen: LivePen): void {
    this.canvas.style.mixBlendMode = pen.tool === 'highlighter' ? 'multiply' : 'normal';
  }

  /** Draws the outline of a lasso, in page points. */
  drawLasso(points: readonly { x: number; y: number }[]): void {
    this.wipe();
    const context = this.context();
    context.beginPath();
    for (const { x, y } of points) context.lineTo(x, y);
    context.closePath();
    context.fillStyle = 'rgba(240, 174, 46, 0.18)';
    context.fill();
    context.strokeStyle = colours.ink;
    context.lineWidth = 2 / this.view().viewport.scale;
    context.setLineDash([6 / this.view().viewport.scale, 5 / this.view().viewport.scale]);
    context.stroke();
    context.setLineDash([]);
  }

  /** Draws pieces of text lines in a colour: what a highlight is about to cover. */
  drawQuads(quads: readonly (readonly number[])[], colour: string): void {
    this.wipe();
    const context = this.context();
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
    this.wipe();
    this.canvas.style.mixBlendMode = 'normal';
    this.clearTip();
  }
}
