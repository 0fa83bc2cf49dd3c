import type { Bounds } from '@lippet/core/ink/ink';
import { backgroundShapes } from '@lippet/core/page/background';
import type { PagePlan } from '@lippet/core/page/document';
import { drawnWords } from '@lippet/core/page/drawnGround';
import { itemBounds } from '@lippet/core/page/geometry';
import { drawItem, type PictureSource } from './drawItem';
import type { DrawnItem } from './itemLayer';
import type { PdfPiece } from '../pictures/pdfPages';

/** What lies under the items of a page. */
export interface Ground {
  /** Draws what meets the region, in page points; `scale` is how many real pixels a point has. */
  draw(context: CanvasRenderingContext2D, region: Bounds, scale: number): void;
  destroy(): void;
}

/** The pictures of one page of a PDF, as far as they are here. */
export interface PdfPictures {
  pieces(region: Bounds, scale: number): PdfPiece[];
  destroy(): void;
}

/** Fetches what a ground is drawn from, and tells when there is something new to draw. */
export interface GroundSources {
  pictures: PictureSource;
  pdfPage: (media: string, page: number, onReady: () => void) => PdfPictures;
}

/** Lines, squares, outline pictures, and what a teacher has drawn and typed on the paper. */
class ShapesGround implements Ground {
  private readonly shapes: { path: Path2D; fill?: string; stroke?: string; width: number }[];

  private readonly words: DrawnItem[];

  constructor(
    { background, width, height }: PagePlan,
    private readonly pictures: PictureSource,
  ) {
    this.words = drawnWords(background.drawn).map((item) => ({ item, bounds: itemBounds(item), path: null }));
    this.shapes = backgroundShapes(background, width, height).map(({ d, fill, stroke, width: line }) => ({
      path: new Path2D(d),
      fill,
      stroke,
      width: line ?? 1,
    }));
  }

  draw(context: CanvasRenderingContext2D): void {
    for (const { path, fill, stroke, width } of this.shapes) {
      if (fill) {
        context.fillStyle = fill;
        context.fill(path);
      }
      if (stroke) {
        context.strokeStyle = stroke;
        context.lineWidth = width;
        context.lineCap = context.lineJoin = 'round';
        context.stroke(path);
      }
    }
    for (const words of this.words) drawItem(context, words, this.pictures);
  }

  destroy(): void {}
}

/** A photo, fitted whole into the page. */
class PhotoGround implements Ground {
  constructor(
    private readonly page: PagePlan,
    private readonly media: string,
    private readonly pictures: PictureSource,
  ) {}

  draw(context: CanvasRenderingContext2D): void {
    const picture = this.pictures(this.media) as ImageBitmap | null;
    if (!picture) return;
    const fit = Math.min(this.page.width / picture.width, this.page.height / picture.height);
    const [width, height] = [picture.width * fit, picture.height * fit];
    context.drawImage(picture, (this.page.width - width) / 2, (this.page.height - height) / 2, width, height);
  }

  destroy(): void {}
}

/** A page of a PDF: at once as it was last drawn, sharply as soon as the worker has drawn what is in view. */
class PdfGround implements Ground {
  constructor(private readonly source: PdfPictures) {}

  draw(context: CanvasRenderingContext2D, region: Bounds, scale: number): void {
    for (const {
      bitmap,
      bounds: { left, top, right, bottom },
    } of this.source.pieces(region, scale)) {
      context.drawImage(bitmap, left, top, right - left, bottom - top);
    }
  }

  destroy(): void {
    this.source.destroy();
  }
}

/** The ground of a page; `onReady` is called when something that was being fetched can be drawn. */
export function makeGround(page: PagePlan, sources: GroundSources, onReady: () => void): Ground {
  const { background } = page;
  const shapes = new ShapesGround(page, sources.pictures);
  if (background.kind !== 'pdf' && background.kind !== 'photo') return shapes;
  const below =
    background.kind === 'pdf'
      ? new PdfGround(sources.pdfPage(background.media, background.page, onReady))
      : new PhotoGround(page, background.media, sources.pictures);
  return {
    draw(context, region, scale) {
      below.draw(context, region, scale);
      shapes.draw(context);
    },
    destroy: () => below.destroy(),
  };
}
