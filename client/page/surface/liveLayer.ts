import type { Spot } from '@lippet/core/ink/hit';
import type { Ink } from '@lippet/core/ink/ink';
import { outlinePath, strokeOutline } from '@lippet/core/ink/outline';
import { radiusAt, type InkTool } from '@lippet/core/ink/tools';
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
}

/** How the page is seen now, and how many pixels of the device a CSS pixel has. */
interface Seen {
  viewport: Viewport;
  ratio: number;
}

/**
 * What is not done yet, above the page: the stroke under the pen, to which only the newest bit is added; items that are being
 * moved; a lasso. Above that a small canvas for where the pen is about to be.
 */
export class LiveLayer {
  private readonly canvas = document.createElement('canvas');
  private readonly tip = document.createElement('canvas');
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
    this.canvas.width = Math.round(width * ratio);
    this.canvas.height = Math.round(height * ratio);
    this.canvas.style.width = `${width}px`;
    this.canvas.style.height = `${height}px`;
    this.tip.width = this.tip.height = TIP_SIDE * ratio;
    this.tip.style.width = this.tip.style.height = `${TIP_SIDE}px`;
    this.tipDrawn = false;
  }

  destroy(): void {
    for (const canvas of [this.canvas, this.tip]) {
      canvas.remove();
      canvas.width = canvas.height = 0;
    }
  }

  private context(): CanvasRenderingContext2D {
    const context = this.canvas.getContext('2d')!;
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
    context.fillStyle = pen.colour;
    context.fill(new Path2D(outlinePath(strokeOutline(ink, pen.tool, pen.width))));
  }

  /** Adds the newest bit of the stroke under the pen: a dot where it begins, else from the sample before. */
  drawLive(pen: LivePen, from: Spot, to: Spot, pressure: number): void {
    this.segment(this.context(), pen, from, to, pressure);
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
      this.segment(context, pen, [a.x, a.y], [b.x, b.y], pressure);
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
    const context = this.canvas.getContext('2d')!;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, this.canvas.width, this.canvas.height);
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
