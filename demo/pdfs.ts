/** The PDFs of the made-up school, drawn by us: a harbour map with text in two columns, and a form to fill in. */
import { PDFDocument, rgb, StandardFonts, type PDFFont, type PDFPage } from 'pdf-lib';
import { A4, HARBOUR_MAP } from './pictures';

const INK = rgb(0x1c / 255, 0x2a / 255, 0x33 / 255);

const PLACES = ['Keeper’s Rock', 'Old Quay', 'Mill Slip', 'North Landing'];
const ABOUT = [
  'The harbour lies open to the south. Ferries keep to the deep water, which runs close along the quay and then bends round the island.',
  'At low tide the sand bank in the middle falls dry. A boat that takes the short way then has to wait for the flood.',
  'Keeper’s Rock carries the old light. The mill on the island was turned by the tide and ground the barley of the whole coast.',
  'The last ferry leaves the quay an hour before sunset. Whoever misses it sleeps at the landing, in the hut with the blue door.',
];

interface Column {
  font: PDFFont;
  x: number;
  y: number;
  width: number;
  size: number;
}

/** Text in lines no wider than `width`, from the top down. @returns the y below it */
function paragraph(page: PDFPage, text: string, { font, x, y, width, size }: Column): number {
  let line = '';
  let top = y;
  const put = (): void => {
    page.drawText(line, { x, y: top, size, font, color: INK });
    top -= size * 1.4;
    line = '';
  };
  for (const word of text.split(' ')) {
    if (line && font.widthOfTextAtSize(`${line} ${word}`, size) > width) put();
    line = line ? `${line} ${word}` : word;
  }
  put();
  return top - size * 0.5;
}

function shapes(page: PDFPage, scale: number, x: number, top: number): void {
  if (HARBOUR_MAP.kind !== 'picture') return;
  const colour = (hex: string) =>
    rgb(...([1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16) / 255) as [number, number, number]));
  for (const { d, fill, stroke, width } of HARBOUR_MAP.shapes) {
    page.drawSvgPath(d, {
      x,
      y: top,
      scale,
      ...(fill ? { color: colour(fill) } : {}),
      ...(stroke ? { borderColor: colour(stroke), borderWidth: width ?? 1 } : {}),
    });
  }
}

/** Page 1: the map. Page 2: what is told of it, in two columns. Page 3, turned: the ferry form. */
export async function harbourPdf(): Promise<Uint8Array> {
  const pdf = await PDFDocument.create({ updateMetadata: false });
  const [plain, bold] = [
    await pdf.embedFont(StandardFonts.Helvetica),
    await pdf.embedFont(StandardFonts.HelveticaBold),
  ];
  const map = pdf.addPage([A4.width, A4.height]);
  shapes(map, 1, 0, A4.height);
  (
    [
      [292, 505],
      [412, 270],
      [492, 190],
      [132, 666],
    ] as const
  ).forEach(([x, y], i) => map.drawText(String(i + 1), { x, y, size: 16, font: bold, color: INK }));
  map.drawText('Fennick Island harbour', { x: 40, y: A4.height - 46, size: 20, font: bold, color: INK });

  const about = pdf.addPage([A4.width, A4.height]);
  about.drawText('About the harbour', { x: 50, y: 770, size: 22, font: bold, color: INK });
  [0, 2].forEach((from, column) => {
    let y = 730;
    for (const text of ABOUT.slice(from, from + 2))
      y = paragraph(about, text, { font: plain, x: 50 + column * 260, y, width: 230, size: 13 });
  });
  about.drawText('Places to find', { x: 50, y: 420, size: 16, font: bold, color: INK });
  PLACES.forEach((place, i) =>
    about.drawText(`${i + 1}  ${place}`, { x: 50, y: 392 - i * 24, size: 14, font: plain, color: INK }),
  );

  const ticket = pdf.addPage([A4.height / 2, A4.width]);
  ticket.drawText('Ferry ticket', { x: 30, y: 540, size: 20, font: bold, color: INK });
  const form = pdf.getForm();
  const label = (text: string, y: number): void =>
    ticket.drawText(text, { x: 30, y, size: 12, font: plain, color: INK });
  label('Name', 500);
  form.createTextField('name').addToPage(ticket, { x: 130, y: 492, width: 250, height: 26, font: plain });
  label('From', 450);
  const from = form.createDropdown('from');
  from.addOptions(PLACES);
  from.addToPage(ticket, { x: 130, y: 442, width: 250, height: 26, font: plain });
  label('With a bicycle', 400);
  form.createCheckBox('bicycle').addToPage(ticket, { x: 130, y: 394, width: 22, height: 22 });
  label('Why you travel', 350);
  const why = form.createTextField('why');
  why.enableMultiline();
  why.addToPage(ticket, { x: 130, y: 270, width: 250, height: 96, font: plain });
  return pdf.save();
}

/** Sizes of its pages in page points, as they are seen. */
export const HARBOUR_PAGES = [A4, A4, { width: A4.height / 2, height: A4.width }] as const;
