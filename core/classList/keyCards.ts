import fontkit from '@pdf-lib/fontkit';
import { PDFDocument, rgb, type PDFFont, type PDFPage } from 'pdf-lib';
import type { KeyCard } from '../contract/groups';
import { KEY_DRAWINGS } from '../contract/pictureKey';

/** A4 in points, and how many cards lie on it. */
const PAGE = { width: 595.28, height: 841.89 };
const MARGIN = 28;
const GRID = { columns: 2, rows: 4 };
const INK = rgb(0.11, 0.165, 0.2);
const SOFT = rgb(0.337, 0.392, 0.439);

export interface CardFonts {
  heading: Uint8Array;
  interface: Uint8Array;
}

/** Words in letters of one font, cut where they would run over. */
function put(page: PDFPage, words: string, font: PDFFont, size: number, x: number, y: number, width: number, color = INK): void {
  const known = new Set(font.getCharacterSet());
  let shown = [...words].map((letter) => (known.has(letter.codePointAt(0)!) ? letter : '?')).join('');
  while (shown.length > 1 && font.widthOfTextAtSize(shown, size) > width) shown = shown.slice(0, -1);
  page.drawText(shown, { x, y, size, font, color });
}

/** Cards to cut out, eight on an A4 page: who it is for, and how they sign in. */
export async function writeKeyCards(cards: readonly KeyCard[], fonts: CardFonts): Promise<Uint8Array> {
  const out = await PDFDocument.create();
  out.registerFontkit(fontkit);
  out.setTitle('Sign-in cards');
  const [heading, plain] = [await out.embedFont(fonts.heading, { subset: true }), await out.embedFont(fonts.interface, { subset: true })];
  const [width, height] = [(PAGE.width - 2 * MARGIN) / GRID.columns, (PAGE.height - 2 * MARGIN) / GRID.rows];
  const each = GRID.columns * GRID.rows;
  let page: PDFPage | null = null;
  cards.forEach((card, i) => {
    if (i % each === 0) page = out.addPage([PAGE.width, PAGE.height]);
    const [column, row] = [i % GRID.columns, Math.floor((i % each) / GRID.columns)];
    const [left, top] = [MARGIN + column * width, PAGE.height - MARGIN - row * height];
    page!.drawRectangle({ x: left, y: top - height, width, height, borderColor: SOFT, borderWidth: 0.8, borderDashArray: [4, 4] });
    const inner = width - 36;
    put(page!, card.name, heading, 20, left + 18, top - 36, inner);
    put(page!, `${card.group} · code ${card.code}`, plain, 11, left + 18, top - 56, inner, SOFT);
    if (card.pictures) {
      card.pictures.forEach((picture, n) => {
        const x = left + 18 + n * 78;
        page!.drawRectangle({ x, y: top - 150, width: 66, height: 66, borderColor: INK, borderWidth: 1.6 });
        page!.drawSvgPath(KEY_DRAWINGS[picture], { x: x + 9, y: top - 93, scale: 2, borderColor: INK, borderWidth: 1.5 });
        put(page!, picture, plain, 10, x + 2, top - 164, 66, SOFT);
      });
    } else {
      put(page!, 'Sign-in name', plain, 10, left + 18, top - 88, inner, SOFT);
      put(page!, card.signInName, plain, 16, left + 18, top - 106, inner);
      put(page!, 'Password', plain, 10, left + 18, top - 132, inner, SOFT);
      put(page!, card.password ?? '', plain, 18, left + 18, top - 152, inner);
    }
  });
  return out.save();
}
