import type { ThreadPlace } from '@lippet/core/contract/threads';
import type { Compute } from '../../compute/compute';
import { pagePicture } from '../../media/picture';
import { notFound } from '../../problems/problem';
import type { MediaService } from '../media/media';
import type { HomePiece } from '../media/namedMedia';

/** What of a piece is drawn small. */
interface PieceAsShown {
  /** Its document, as Yjs updates. */
  updates: readonly Uint8Array[];
  marks?: Uint8Array | null;
  /** A place on one of its pages. */
  place?: ThreadPlace;
  /** Id of another page than the first. */
  page?: string;
  /** In pixels; as small as in a list unless said. */
  width?: number;
}

/** Small pictures of pieces and goes. */
export class PagePictureService {
  constructor(
    private readonly compute: Compute,
    private readonly media: MediaService,
  ) {}

  /** How many of its files have come: what is missing is left out of its picture, and comes into it. */
  arrived({ id }: HomePiece): Promise<number> {
    return this.media.countOf(id);
  }

  /**
   * Its first page as WebP, or the one with the place.
   * @throws ProblemError `not-found` where it has none
   */
  async of(piece: HomePiece, shown: PieceAsShown): Promise<Buffer> {
    const picture = await this.maybe(piece, shown);
    if (!picture) throw notFound();
    return picture;
  }

  /** The same; null where it has none. */
  maybe(piece: HomePiece, shown: PieceAsShown): Promise<Buffer | null> {
    return pagePicture(this.compute, { ...shown, pictures: this.media.picturesOf(piece) });
  }
}
