/** News that the server sends beside the updates of a live document. */
export interface SyncNews {
  /**
   * `frozen`: sent, or released: nothing more is taken. `open`: it takes updates again; connect anew. `said`: what
   * stands beside the document has changed. `here`: who has it open. `full`: the last change was not taken, because the
   * document would hold more than one may, or because it touches what is somebody else's.
   */
  kind: 'frozen' | 'open' | 'said' | 'here' | 'full';
  /** With `full`: what there was too much of. */
  why?: 'too-large' | 'too-deep' | 'too-many' | 'no-room' | 'not-yours';
  /** With `here`: everybody who has the document open, each once. */
  people?: { id: string; name: string }[];
}

/** Where the socket is, on the same origin. */
export const SYNC_PATH = '/sync';
/** Where a socket says that there is something new. */
export const NEWS_PATH = '/news';
/**
 * Of news that comes thick and fast, only so often is asked what there is, in milliseconds: while a class answers, there
 * is something new several times a second.
 */
export const NEWS_PACE = 400;
