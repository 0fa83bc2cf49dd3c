import { LRUCache } from 'lru-cache';
import type { WholePiece } from '../../compute/toSend';

/** What was found in a piece that has come to rest, should it be sent as it is. */
export interface LookedAhead {
  /** The newest update of what was looked over. */
  through: string;
  /** Counts the times that the parts of its activity had been given out. */
  revision: number;
  /** All that the document holds (`documentExtent`). */
  extent: Uint8Array;
  whole: WholePiece;
}

/** So many bytes of pieces are kept at most, of all schools. */
const MOST_BYTES = 64 * 1024 * 1024;
/** About what one takes besides its document, in bytes. */
const BESIDES = 4 * 1024;

/**
 * What was found in pieces that came to rest a moment ago. A class sends in the same second what it finished before:
 * what was read then is not read once more by thirty at once. Nothing depends on it: what is not here, or is of another
 * state of the piece, is looked over when it is sent.
 */
export class LookedAheadPieces {
  private readonly pieces = new LRUCache<string, LookedAhead>({
    maxSize: MOST_BYTES,
    sizeCalculation: ({ whole, extent }) => BESIDES + extent.length + (whole.document?.length ?? 0),
  });

  keep(pieceId: string, found: LookedAhead): void {
    this.pieces.set(pieceId, found);
  }

  /** What was found in pieces whose newest updates these are, by id. */
  asTheyAre(through: ReadonlyMap<string, string>): Map<string, LookedAhead> {
    const found = new Map<string, LookedAhead>();
    for (const [id, newest] of through) {
      const ahead = this.pieces.get(id);
      if (ahead?.through === newest) found.set(id, ahead);
    }
    return found;
  }

  drop(pieceId: string): void {
    this.pieces.delete(pieceId);
  }
}
