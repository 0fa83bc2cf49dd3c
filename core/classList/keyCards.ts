import { PDFDocument, PDFName, rgb, type PDFPage } from 'pdf-lib';
import type { KeyCard } from '../contract/groups';
import { KEY_DRAWINGS } from '../contract/pictureKey';
import { lineContent, lineLength, mapped, within } from '../pdf/content';
import { PdfFonts } from '../pdf/pdfFonts';
import type { NamedFont } from '../pdf/textRuns';
import type { PdfSources } from '../pdf/write';

/** A4 in points, and how many cards lie on it. */
const PAGE = { width: 595.28, height: 841.89 };
const MARGIN = 28;
const GRID = { columns: 2, rows: 4 };
const INK = rgb(0.11, 0.165, 0.2);
const SOFT = rgb(0.337, 0.392, 0.439);
const WORDS = '#1C2A33';
const SOFT_WORDS = '#566470';

/** A picture of a key, in points: its largest side, what lies between two, and how much of it is drawn on. */
const LARGEST_PICTURE = 66;
const PICTURE_GAP = 12;
const DRAWN_SHARE = 8 / 11;
/** The box that pictures are drawn in. */
const DRAWING_BOX = 24;

/** Words smaller than this, in points, can't be read by the smallest. */
const LEAST = 11;

/** Where a line stands: its left end, how far up from the foot of the page, and how long it may be, in points. */
interface Line {
  fonts: readonly NamedFont[];
  largest: number;
  x: number;
  y: number;
  width: number;
  colour?: string;
}

/** A page of cards: what is written on it comes over what is drawn. */
class CardPage {
  private readonly words: string[] = [];

  constructor(
    readonly page: PDFPage,
    private readonly faces: readonly (readonly NamedFont[])[],
  ) {}

  /**
   * Words in the letters they are written in, from a place up from the foot of the page; where they would run over they
   * become smaller, and are cut at last.
   */
  put(words: string, { fonts, largest, x, y, width, colour = WORDS }: Line): void {
    const letters = [...words];
    let size = largest;
    while (lineLength(letters.join(''), size, fonts) > width && letters.length > 1) {
      if (size > LEAST) size -= 1;
      else letters.pop();
    }
    this.words.push(lineContent(letters.join(''), [x, PAGE.height - y], size, fonts, colour));
  }

  finish(): void {
    const {
      node,
      doc: { context },
    } = this.page;
    for (const { font, name } of this.faces.flat()) node.normalizedEntries().Font.set(PDFName.of(name), font.ref);
    node.addContentStream(
      context.register(context.flateStream(within(mapped([1, 0, 0, -1, 0, PAGE.height]) + this.words.join('')))),
    );
  }
}

/**
 * Cards to cut out, eight on an A4 page: who it is for, and how they sign in.
 * @param font the bytes of a file of those in `fontFiles`
 */
export async function writeKeyCards(cards: readonly KeyCard[], font: PdfSources['font']): Promise<Uint8Array> {
  const out = await PDFDocument.create();
  out.setTitle('Sign-in cards');
  const fonts = new PdfFonts(
    out,
    font,
    cards.map((card) => `${card.name}${card.group}${card.signInName}${card.password ?? ''}`).join(''),
  );
  const [heading, plain] = [await fonts.of('heading'), await fonts.of('interface')];
  const [width, height] = [(PAGE.width - 2 * MARGIN) / GRID.columns, (PAGE.height - 2 * MARGIN) / GRID.rows];
  const perPage = GRID.columns * GRID.rows;
  const pages: CardPage[] = [];
  cards.forEach((card, i) => {
    if (i % perPage === 0) pages.push(new CardPage(out.addPage([PAGE.width, PAGE.height]), [heading, plain]));
    const sheet = pages.at(-1)!;
    const { page } = sheet;
    const [column, row] = [i % GRID.columns, Math.floor((i % perPage) / GRID.columns)];
    const [left, top] = [MARGIN + column * width, PAGE.height - MARGIN - row * height];
    page.drawRectangle({
      x: left,
      y: top - height,
      width,
      height,
      borderColor: SOFT,
      borderWidth: 0.8,
      borderDashArray: [4, 4],
    });
    const inner = width - 36;
    sheet.put(card.name, { fonts: heading, largest: 20, x: left + 18, y: top - 36, width: inner });
    sheet.put(`${card.group} · code ${card.code}`, {
      fonts: plain,
      largest: 11,
      x: left + 18,
      y: top - 56,
      width: inner,
      colour: SOFT_WORDS,
    });
    if (card.pictures) {
      card.pictures.forEach((picture, n) => {
        const side = Math.min(LARGEST_PICTURE, (inner + PICTURE_GAP) / card.pictures!.length - PICTURE_GAP);
        const x = left + 18 + n * (side + PICTURE_GAP);
        page.drawRectangle({ x, y: top - 84 - side, width: side, height: side, borderColor: INK, borderWidth: 1.6 });
        const drawn = side * DRAWN_SHARE;
        page.drawSvgPath(KEY_DRAWINGS[picture], {
          x: x + (side - drawn) / 2,
          y: top - 84 - (side - drawn) / 2,
          scale: drawn / DRAWING_BOX,
          borderColor: INK,
          borderWidth: 1.5,
        });
        sheet.put(picture, {
          fonts: plain,
          largest: 10,
          x: x + 2,
          y: top - 98 - side,
          width: side,
          colour: SOFT_WORDS,
        });
      });
    } else {
      sheet.put('Sign-in name', {
        fonts: plain,
        largest: 10,
        x: left + 18,
        y: top - 88,
        width: inner,
        colour: SOFT_WORDS,
      });
      sheet.put(card.signInName, { fonts: plain, largest: 16, x: left + 18, y: top - 106, width: inner });
      sheet.put('Password', {
        fonts: plain,
        largest: 10,
        x: left + 18,
        y: top - 132,
        width: inner,
        colour: SOFT_WORDS,
      });
      sheet.put(card.password ?? '', { fonts: plain, largest: 18, x: left + 18, y: top - 152, width: inner });
    }
  });
  for (const page of pages) page.finish();
  return out.save();
}
