import type { ThreadPlace } from '@lippet/core/contract/threads';
import type { Compute } from '../../compute/compute';
import { DrawnPictures } from '../../media/drawnPictures';
import { pagePicture, type PictureOffer } from '../../media/picture';
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
  private readonly drawnPictures = new DrawnPictures();

  constructor(
    private readonly compute: Compute,
    private readonly media: MediaService,
  ) {}

  /**
   * A picture of a piece, drawn where nobody has it at hand.
   *
   * @param version names what of the piece is shown. What is missing of its files is left out of a picture and comes into
   * it, so they are a part of its tag
   */
  async offer({ id }: HomePiece, version: string, draw: () => Promise<Buffer>): Promise<PictureOffer> {
    const { come, ready } = await this.media.filesOf(id);
    return this.unchanging(`${version}.${come}-${ready}`, draw);
  }

  /** A picture of something that has all its files. */
  unchanging(tag: string, draw: () => Promise<Buffer>): PictureOffer {
    return { tag, draw: () => this.drawnPictures.once(tag, draw) };
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
