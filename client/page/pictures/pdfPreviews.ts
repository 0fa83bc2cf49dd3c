import type { PagePlan } from '@lippet/core/page/document';
import { pdfWorker } from './pdfPages';

/** Small pictures that are kept; the one that was used longest ago goes first. */
const MOST = 120;
/** How wide a picture is that is drawn on this device, in pixels: as large as one is shown. */
const WIDTH = 400;
/** A page that can't be drawn just now is asked for again after so long, in milliseconds. */
const AGAIN = 4_000;

interface Preview {
  picture: CanvasImageSource | null;
  waiting: Set<() => void>;
}

async function fromSchool(address: string): Promise<CanvasImageSource> {
  const image = Object.assign(new Image(), { src: address });
  await image.decode();
  return image;
}

/** Drawn by the worker, which has files that are still on their way to school. */
function onThisDevice(media: string, number: number, { width, height }: PagePlan): Promise<CanvasImageSource> {
  const bounds = { left: 0, top: 0, right: width, bottom: height };
  return pdfWorker().render(media, number, bounds, WIDTH / width);
}

/** Small pictures of the pages of PDFs: from school, and from this device where school has none yet. */
class PdfPreviews {
  private readonly kept = new Map<string, Preview>();

  /** The picture if it is here; else fetches it, and calls `onReady` when it is, or may be asked for again. */
  get(page: PagePlan, onReady: () => void): CanvasImageSource | null {
    const { background } = page;
    if (background.kind !== 'pdf') return null;
    const key = `${background.media} ${background.page}`;
    const preview = this.kept.get(key) ?? this.begin(key, background.media, background.page, page);
    this.kept.delete(key);
    this.kept.set(key, preview);
    if (this.kept.size > MOST) this.kept.delete(this.kept.keys().next().value!);
    if (!preview.picture) preview.waiting.add(onReady);
    return preview.picture;
  }

  private begin(key: string, media: string, number: number, page: PagePlan): Preview {
    const preview: Preview = { picture: null, waiting: new Set() };
    const ready = (): void => {
      for (const tell of preview.waiting) tell();
      preview.waiting.clear();
    };
    fromSchool(`/api/media/${media}/preview?page=${number}`)
      .catch(() => onThisDevice(media, number, page))
      .then(
        (picture) => {
          preview.picture = picture;
          ready();
        },
        () => {
          // Neither here nor at school yet: whoever still shows the page asks anew.
          setTimeout(() => {
            if (this.kept.get(key) === preview) this.kept.delete(key);
            ready();
          }, AGAIN);
        },
      );
    return preview;
  }
}

export const pdfPreviews = new PdfPreviews();
