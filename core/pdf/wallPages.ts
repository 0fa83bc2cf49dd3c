import { SOFT_WORDS, writeCards } from './cardPages';
import type { PdfSources } from './write';

/** A piece as it hangs on a wall. */
export interface PrintedPiece {
  title: string;
  /** Whose it is; empty where that is not told. */
  name: string;
  /** What it looks like, as JPEG; null for nothing. */
  picture: Uint8Array | null;
}

/** How much room a picture has on its card, in points, and how far down it begins. */
const PICTURE = { height: 128, top: 56 };

/**
 * A wall to be printed: eight pieces on an A4 page, each with its picture, its title and whose it is.
 * @param font the bytes of a file of those in `fontFiles`
 */
export const writeWall = (
  wall: { title: string; pieces: readonly PrintedPiece[] },
  font: PdfSources['font'],
): Promise<Uint8Array> =>
  writeCards(
    {
      title: wall.title,
      cards: wall.pieces,
      textOf: ({ title, name }) => title + name,
      pictureOf: ({ picture }) => picture,
      draw({ title, name }, { sheet, left, top, inner, heading, plain, picture }) {
        sheet.put(title, { fonts: heading, largest: 15, x: left, y: top - 28, width: inner });
        sheet.put(name, { fonts: plain, largest: 11, x: left, y: top - 44, width: inner, colour: SOFT_WORDS });
        if (!picture) return;
        const { width, height } = picture.scaleToFit(inner, PICTURE.height);
        const x = left + (inner - width) / 2;
        sheet.page.drawImage(picture, { x, y: top - PICTURE.top - height, width, height });
      },
    },
    font,
  );
