import type { Bounds } from '@lippet/core/ink/ink';
import type { PdfWorker } from '../../workers/pdf.worker';
import { workerRemote } from '../../workers/workerRemote';

/** The one worker that parses and draws PDF pages, started on first use. */
export const pdfWorker = workerRemote<PdfWorker>(
  () => new Worker(new URL('../../workers/pdf.worker', window.location.href)),
);

/** A drawn piece of a page. */
export interface PdfPiece {
  bitmap: ImageBitmap;
  bounds: Bounds;
  scale: number;
}

/** The whole page is kept at most this large (pixels), to be shown at once while what is in view is drawn sharply. */
const WHOLE_PIXELS = 1_400_000;
/** What is in view is drawn with this much around it (share of its size), so that a small move needs nothing new. */
const AROUND = 0.15;
/** Drawn again only when it would be this much sharper. */
const SHARPER = 1.15;
const MOST_PIECE_PIXELS = 16_000_000;
/** How long until a page that did not come is asked for again, in milliseconds: twice as long each time, to a limit. */
const AGAIN = { first: 2_000, most: 30_000 };

const covers = (outer: Bounds, inner: Bounds): boolean =>
  outer.left <= inner.left + 0.5 &&
  outer.top <= inner.top + 0.5 &&
  outer.right >= inner.right - 0.5 &&
  outer.bottom >= inner.bottom - 0.5;

/**
 * Draws one page of a PDF for one sheet: first the whole page coarsely, then what is in view as sharply as it is seen.
 * Never more than these two pictures are held. What does not come is asked for until it does, and told meanwhile.
 */
export class PdfPageSource {
  private whole: PdfPiece | null = null;
  private sharp: PdfPiece | null = null;
  private wanted: { bounds: Bounds; scale: number } | null = null;
  private working = false;
  private gone = false;
  /** Runs while the page did not come and is not asked for yet. */
  private again: ReturnType<typeof setTimeout> | null = null;
  private pause = AGAIN.first;

  constructor(
    private readonly media: string,
    private readonly page: number,
    private readonly onReady: () => void,
    private readonly onMissing: (missing: boolean) => void,
  ) {}

  /** What there is to draw of a region just now; begins to make what is missing. */
  pieces(region: Bounds, scale: number): PdfPiece[] {
    const { whole, sharp } = this;
    const have = [whole, sharp].filter((piece) => piece !== null);
    const good = have.some((piece) => piece.scale * SHARPER >= scale && covers(piece.bounds, this.onPage(region)));
    if (!good) {
      this.wanted = { bounds: region, scale };
      if (this.again === null) void this.work();
    }
    return have;
  }

  private size = { width: Infinity, height: Infinity };

  private onPage({ left, top, right, bottom }: Bounds): Bounds {
    return {
      left: Math.max(0, left),
      top: Math.max(0, top),
      right: Math.min(this.size.width, right),
      bottom: Math.min(this.size.height, bottom),
    };
  }

  private async work(): Promise<void> {
    if (this.working) return;
    this.working = true;
    try {
      if (!this.whole) {
        this.size = await pdfWorker().facts(this.media, this.page);
        const { width, height } = this.size;
        const fit = Math.sqrt(WHOLE_PIXELS / (width * height));
        this.keep(
          'whole',
          await this.draw(
            { left: 0, top: 0, right: width, bottom: height },
            Math.min(fit, Math.max(1, this.wanted?.scale ?? 1)),
          ),
        );
      }
      while (this.wanted && !this.gone) {
        const { bounds, scale } = this.wanted;
        this.wanted = null;
        const [dx, dy] = [(bounds.right - bounds.left) * AROUND, (bounds.bottom - bounds.top) * AROUND];
        const region = this.onPage({
          left: bounds.left - dx,
          top: bounds.top - dy,
          right: bounds.right + dx,
          bottom: bounds.bottom + dy,
        });
        const pixels = (region.right - region.left) * (region.bottom - region.top) * scale * scale;
        if (!(pixels > 0) || this.whole!.scale * SHARPER >= scale) continue;
        this.keep(
          'sharp',
          await this.draw(region, pixels > MOST_PIECE_PIXELS ? scale * Math.sqrt(MOST_PIECE_PIXELS / pixels) : scale),
        );
      }
    } catch (error) {
      console.warn('A page of a PDF could not be drawn.', error);
      this.askAgainLater();
    } finally {
      this.working = false;
    }
  }

  /** The network may have been away; the file is opened anew, because what came of it may be broken off. */
  private askAgainLater(): void {
    if (this.gone) return;
    this.onMissing(true);
    // A worker that is lost holds no file open.
    void pdfWorker()
      .close(this.media)
      .catch(() => undefined);
    this.again = setTimeout(() => {
      this.again = null;
      this.onReady();
    }, this.pause);
    this.pause = Math.min(2 * this.pause, AGAIN.most);
  }

  private async draw(bounds: Bounds, scale: number): Promise<PdfPiece> {
    return { bitmap: await pdfWorker().render(this.media, this.page, bounds, scale), bounds, scale };
  }

  private keep(which: 'whole' | 'sharp', piece: PdfPiece): void {
    if (this.gone) return piece.bitmap.close();
    this[which]?.bitmap.close();
    this[which] = piece;
    this.pause = AGAIN.first;
    this.onMissing(false);
    this.onReady();
  }

  destroy(): void {
    this.gone = true;
    if (this.again !== null) clearTimeout(this.again);
    this.whole?.bitmap.close();
    this.sharp?.bitmap.close();
  }
}
