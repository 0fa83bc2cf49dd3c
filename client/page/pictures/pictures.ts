import { mediaOutbox } from '../../api/mediaOutbox';

/** Pixels that the pictures in hand may have together; those not drawn for longest are let go first. */
const MOST_PIXELS = 40_000_000;

/** How long until a picture that did not come is asked for again, in milliseconds: twice as long each time, to a limit. */
const AGAIN = { first: 1_000, most: 30_000 };

interface Held {
  bitmap: ImageBitmap | null;
  waiting: Set<() => void>;
}

/**
 * An SVG (still on its way to school, which keeps it as pixels) is drawn by the browser at this size on its longer
 * side.
 */
const SVG_SIDE = 1024;

async function decode(blob: Blob): Promise<ImageBitmap> {
  if (!blob.type.includes('svg')) return createImageBitmap(blob);
  const url = URL.createObjectURL(blob);
  try {
    const image = Object.assign(new Image(), { src: url });
    await image.decode();
    const [width, height] = [image.naturalWidth || 300, image.naturalHeight || 300];
    const scale = SVG_SIDE / Math.max(width, height);
    return await createImageBitmap(image, {
      resizeWidth: Math.round(width * scale),
      resizeHeight: Math.round(height * scale),
    });
  } finally {
    URL.revokeObjectURL(url);
  }
}

function tellAll({ waiting }: Held): void {
  for (const tell of waiting) tell();
  waiting.clear();
}

/** The pictures that lie on pages, decoded once for all sheets. */
class Pictures {
  private readonly held = new Map<string, Held>();
  /** How long is waited next for those that did not come. */
  private readonly pauses = new Map<string, number>();

  /**
   * The picture if it is here; else fetches it, and calls `onReady` when it is. One that another device still brings to
   * school comes later: `onReady` is called then as well, and whoever still shows it asks again.
   */
  get(media: string, onReady: () => void): ImageBitmap | null {
    const known = this.held.get(media);
    if (known) {
      this.held.delete(media);
      this.held.set(media, known);
      if (!known.bitmap) known.waiting.add(onReady);
      return known.bitmap;
    }
    const held: Held = { bitmap: null, waiting: new Set([onReady]) };
    this.held.set(media, held);
    void this.fetch(media, held);
    return null;
  }

  private async fetch(media: string, held: Held): Promise<void> {
    try {
      // What is still on its way to school is on this device.
      const blob =
        (await mediaOutbox.blob(media)) ??
        (await fetch(`/api/media/${media}`).then((answer) => (answer.ok ? answer.blob() : null)));
      held.bitmap = blob && (await decode(blob));
    } catch (error) {
      console.warn('A picture could not be shown.', error);
    }
    if (!held.bitmap) {
      this.askAgainLater(media, held);
      return;
    }
    this.pauses.delete(media);
    this.makeRoom();
    tellAll(held);
  }

  private askAgainLater(media: string, held: Held): void {
    const pause = this.pauses.get(media) ?? AGAIN.first;
    this.pauses.set(media, Math.min(2 * pause, AGAIN.most));
    setTimeout(() => {
      this.held.delete(media);
      tellAll(held);
    }, pause);
  }

  private makeRoom(): void {
    let pixels = 0;
    for (const { bitmap } of this.held.values()) pixels += bitmap ? bitmap.width * bitmap.height : 0;
    for (const [media, { bitmap }] of this.held) {
      if (pixels <= MOST_PIXELS || this.held.size === 1) break;
      pixels -= bitmap ? bitmap.width * bitmap.height : 0;
      this.held.delete(media);
    }
  }
}

export const pictures = new Pictures();
