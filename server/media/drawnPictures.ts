import { LRUCache } from 'lru-cache';

/** Bytes of small pictures that are kept at hand: some thousand pages. */
const AT_HAND = 64 * 1024 * 1024;

/**
 * Small pictures by the tag that says what they show. Each is drawn once, however many ask for it at once, and kept at
 * hand for a while: thirty learners in front of one wall have every piece on it drawn once, not thirty times.
 */
export class DrawnPictures {
  private readonly atHand = new LRUCache<string, Buffer, () => Promise<Buffer>>({
    maxSize: AT_HAND,
    sizeCalculation: (picture) => picture.length,
    fetchMethod: (_tag, _stale, { context: draw }) => draw(),
  });

  /**
   * @param tag changes with what the picture shows
   * @param draw whatever it throws is thrown to all who wait for it, and kept for nobody
   */
  once(tag: string, draw: () => Promise<Buffer>): Promise<Buffer> {
    return this.atHand.forceFetch(tag, { context: draw });
  }
}
