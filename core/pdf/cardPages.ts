import { PDFDocument, PDFName, rgb, type PDFImage, type PDFPage } from 'pdf-lib';
import { lineContent, lineLength, mapped, within } from './content';
import { PdfFonts } from './pdfFonts';
import type { NamedFont } from './textRuns';
import type { PdfSources } from './write';

/** A4 in points, and how many cards lie on it. */
const PAGE = { width: 595.28, height: 841.89 };
const MARGIN = 28;
const GRID = { columns: 2, rows: 4 };
/** What stays free at the left and right of a card, in points. */
const PADDING = 18;
const SOFT = rgb(0.337, 0.392, 0.439);
const WORDS = '#1C2A33';
export const SOFT_WORDS = '#566470';

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
export class CardPage {
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

/** Where a card lies, in points up from the foot of the page, with the letters that it is written in. */
export interface CardPlace {
  sheet: CardPage;
  left: number;
  top: number;
  inner: number;
  heading: readonly NamedFont[];
  plain: readonly NamedFont[];
  /** What stands on it; null for nothing. */
  picture: PDFImage | null;
}

interface Cards<T> {
  title: string;
  cards: readonly T[];
  /** All that is written on a card, so that the letters for it are there. */
  textOf: (card: T) => string;
  /** A JPEG that stands on a card; null for none. */
  pictureOf?: (card: T) => Uint8Array | null;
  draw: (card: T, place: CardPlace) => void;
}

/**
 * Cards to cut out, eight on an A4 page.
 * @param font the bytes of a file of those in `fontFiles`
 */
export async function writeCards<T>(
  { title, cards, textOf, pictureOf = () => null, draw }: Cards<T>,
  font: PdfSources['font'],
): Promise<Uint8Array> {
  const out = await PDFDocument.create();
  out.setTitle(title);
  const fonts = new PdfFonts(out, font, cards.map(textOf).join(''));
  const [heading, plain] = [await fonts.of('heading'), await fonts.of('interface')];
  const [width, height] = [(PAGE.width - 2 * MARGIN) / GRID.columns, (PAGE.height - 2 * MARGIN) / GRID.rows];
  const perPage = GRID.columns * GRID.rows;
  const pages: CardPage[] = [];
  for (const [i, card] of cards.entries()) {
    if (i % perPage === 0) pages.push(new CardPage(out.addPage([PAGE.width, PAGE.height]), [heading, plain]));
    const sheet = pages.at(-1)!;
    const [column, row] = [i % GRID.columns, Math.floor((i % perPage) / GRID.columns)];
    const [left, top] = [MARGIN + column * width, PAGE.height - MARGIN - row * height];
    sheet.page.drawRectangle({
      x: left,
      y: top - height,
      width,
      height,
      borderColor: SOFT,
      borderWidth: 0.8,
      borderDashArray: [4, 4],
    });
    const bytes = pictureOf(card);
    const picture = bytes && (await out.embedJpg(bytes));
    draw(card, { sheet, left: left + PADDING, top, inner: width - 2 * PADDING, heading, plain, picture });
  }
  for (const page of pages) page.finish();
  return out.save();
}
