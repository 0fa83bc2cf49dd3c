import { rgb } from 'pdf-lib';
import type { KeyCard } from '../contract/groups';
import { KEY_DRAWINGS, type KeyPicture } from '../contract/pictureKey';
import type { PdfSources } from '../pdf/write';
import { SOFT_WORDS, writeCards, type CardPlace } from '../pdf/cardPages';

const INK = rgb(0.11, 0.165, 0.2);

/** A picture of a key, in points: its largest side, what lies between two, and how much of it is drawn on. */
const LARGEST_PICTURE = 66;
const PICTURE_GAP = 12;
const DRAWN_SHARE = 8 / 11;
/** The box that pictures are drawn in. */
const DRAWING_BOX = 24;

function drawPictures(pictures: readonly KeyPicture[], { sheet, left, top, inner, plain }: CardPlace): void {
  const side = Math.min(LARGEST_PICTURE, (inner + PICTURE_GAP) / pictures.length - PICTURE_GAP);
  const drawn = side * DRAWN_SHARE;
  pictures.forEach((picture, n) => {
    const x = left + n * (side + PICTURE_GAP);
    sheet.page.drawRectangle({ x, y: top - 84 - side, width: side, height: side, borderColor: INK, borderWidth: 1.6 });
    sheet.page.drawSvgPath(KEY_DRAWINGS[picture], {
      x: x + (side - drawn) / 2,
      y: top - 84 - (side - drawn) / 2,
      scale: drawn / DRAWING_BOX,
      borderColor: INK,
      borderWidth: 1.5,
    });
    sheet.put(picture, { fonts: plain, largest: 10, x: x + 2, y: top - 98 - side, width: side, colour: SOFT_WORDS });
  });
}

function drawPassword({ signInName, password }: KeyCard, { sheet, left, top, inner, plain }: CardPlace): void {
  const line = { fonts: plain, x: left, width: inner };
  sheet.put('Sign-in name', { ...line, largest: 10, y: top - 88, colour: SOFT_WORDS });
  sheet.put(signInName, { ...line, largest: 16, y: top - 106 });
  sheet.put('Password', { ...line, largest: 10, y: top - 132, colour: SOFT_WORDS });
  sheet.put(password ?? '', { ...line, largest: 18, y: top - 152 });
}

/**
 * Cards to cut out, eight on an A4 page: who it is for, and how they sign in.
 * @param font the bytes of a file of those in `fontFiles`
 */
export const writeKeyCards = (cards: readonly KeyCard[], font: PdfSources['font']): Promise<Uint8Array> =>
  writeCards(
    {
      title: 'Sign-in cards',
      cards,
      textOf: (card) => `${card.name}${card.group}${card.signInName}${card.password ?? ''}`,
      draw(card, place) {
        const { sheet, left, top, inner, heading, plain } = place;
        sheet.put(card.name, { fonts: heading, largest: 20, x: left, y: top - 36, width: inner });
        sheet.put(`${card.group} · code ${card.code}`, {
          fonts: plain,
          largest: 11,
          x: left,
          y: top - 56,
          width: inner,
          colour: SOFT_WORDS,
        });
        if (card.pictures) drawPictures(card.pictures, place);
        else drawPassword(card, place);
      },
    },
    font,
  );
