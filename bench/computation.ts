/** What is computed without an interface: bytes of ink, a PDF out, colouring in. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { deflateRawSync, inflateSync } from 'node:zlib';
import { PDFDocument, StandardFonts, type PDFArray, type PDFRawStream } from 'pdf-lib';
import { decodeInk, encodeInk, INK_GRID } from '@lippet/core/ink/codec';
import { fillRegion, type Raster } from '@lippet/core/page/fill';
import type { Item } from '@lippet/core/page/item';
import { IDENTITY } from '@lippet/core/math/matrix';
import { writePdf, type PdfPage } from '@lippet/core/pdf/write';
import { quickDeflate } from '@lippet/server/compute/quickDeflate';
import { handwriting } from './drawnPage';
import { byRatio, byValue, median, type Figure } from './figure';

const STROKES = 3_000;
const RUNS = 5;

/** Bytes a point, against the same columns (on the same grid) as 32-bit numbers through deflate, stroke by stroke. */
export function inkBytes(): Figure {
  let [bytes, floor, points] = [0, 0, 0];
  for (const { ink } of handwriting(STROKES)) {
    const encoded = encodeInk(ink);
    const back = decodeInk(encoded);
    ink.x.forEach((x, i) => {
      const off = Math.max(Math.abs(x - back.x[i]!), Math.abs(ink.y[i]! - back.y[i]!));
      if (off > INK_GRID) throw new Error(`The codec is off by ${off} pt, more than it promises.`);
    });
    const columns = Int32Array.from(
      [...ink.x]
        .map((v) => Math.round(v / INK_GRID))
        .concat(
          [...ink.y].map((v) => Math.round(v / INK_GRID)),
          [...ink.pressure].map((v) => Math.round(v * 255)),
          [...ink.time].map(Math.round),
        ),
    );
    bytes += encoded.length;
    floor += deflateRawSync(Buffer.from(columns.buffer)).length;
    points += ink.x.length;
  }
  return byValue('ink-bytes', 'bytes', bytes / points, floor / points, 4);
}

/** A file of twenty pages of text, as a teacher would hand out. */
async function twentyPages(): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  for (let i = 0; i < 20; i++) {
    const page = pdf.addPage([595, 842]);
    for (let line = 0; line < 45; line++)
      page.drawText(
        `${i + 1}.${line + 1} The ferry keeps to the deep water along the quay, and bends round the island at the mill.`,
        { x: 50, y: 790 - line * 16, size: 11, font },
      );
  }
  return pdf.save();
}

async function timed(work: () => Promise<unknown>): Promise<number> {
  const begun = performance.now();
  await work();
  return performance.now() - begun;
}

/** What was added to each page of a file, unpacked: the last of its content streams. */
async function addedOperators(annotated: Uint8Array): Promise<Uint8Array[]> {
  const pdf = await PDFDocument.load(annotated);
  return pdf
    .getPages()
    .slice(0, 20)
    .map(({ node }) => {
      const contents = node.Contents() as PDFArray;
      return inflateSync((contents.lookup(contents.size() - 1) as PDFRawStream).contents);
    });
}

/** Adds operators as they are to the pages of a file. */
async function withOperators(source: Uint8Array, operators: readonly Uint8Array[]): Promise<Uint8Array> {
  const pdf = await PDFDocument.load(source);
  const { context } = pdf;
  pdf.getPages().forEach(({ node }, i) => node.addContentStream(context.register(context.flateStream(operators[i]!))));
  return pdf.save();
}

/**
 * The annotated file out (150 strokes, a mark, words and a pin on every page) as the server writes it, against loading
 * the file, adding the same finished operators to its pages, and saving it.
 */
export async function pdfOut(): Promise<Figure> {
  const source = await twentyPages();
  const strokes = handwriting(STROKES);
  const common = { order: 'a1', at: 0, matrix: IDENTITY };
  const pages = Array.from({ length: 20 }, (_, k): PdfPage => {
    const ink = strokes.slice(k * 150, (k + 1) * 150).map(({ tool, colour, width, ink: drawn }, i): Item => ({
      ...common,
      id: `s${i}`,
      kind: 'stroke',
      tool,
      colour,
      width,
      ink: drawn,
    }));
    const more: Item[] = [
      {
        ...common,
        id: 'm',
        kind: 'mark',
        style: 'highlight',
        colour: '#F0AE2E',
        quads: [[50, 40, 300, 40, 300, 54, 50, 54]],
        text: 'The ferry',
        note: '',
      },
      {
        ...common,
        id: 't',
        kind: 'text',
        text: 'Why?',
        lines: ['Why?'],
        width: 100,
        size: 20,
        font: 'reading',
        colour: '#1C2A33',
        align: 'left',
        spot: null,
        matrix: [1, 0, 0, 1, 400, 300],
      },
      { ...common, id: 'p', kind: 'pin', voice: null, note: 'Look again', matrix: [1, 0, 0, 1, 500, 500] },
    ];
    return {
      plan: { id: `p${k}`, part: 'a', width: 595, height: 842, background: { kind: 'pdf', media: 'm', page: k + 1 } },
      items: [...ink, ...more],
    };
  });
  const sources = {
    pdf: () => Promise.resolve(source),
    picture: () => Promise.resolve(null),
    font: (file: string) => Promise.resolve(readFileSync(join('client', 'public', 'fonts', file))),
    deflate: quickDeflate,
  };
  const operators = await addedOperators(await writePdf(pages, sources));
  const [ours, floor]: number[][] = [[], []];
  for (let i = 0; i <= RUNS; i++) {
    const one = await timed(() => writePdf(pages, sources));
    const other = await timed(() => withOperators(source, operators));
    if (i > 0) {
      ours!.push(one);
      floor!.push(other);
    }
  }
  return byRatio('pdf-out', 'ms', median(ours!), median(floor!), 2);
}

/** A page of handwriting as pixels, with lines across it that leave one large region and many small. */
function writtenRaster(): Raster {
  const scale = 1.6;
  const [width, height] = [Math.round(595 * scale), Math.round(842 * scale)];
  const data = new Uint8ClampedArray(width * height * 4).fill(255);
  for (const { ink } of handwriting(STROKES)) {
    for (let i = 1; i < ink.x.length; i++) {
      const steps = Math.ceil(Math.hypot(ink.x[i]! - ink.x[i - 1]!, ink.y[i]! - ink.y[i - 1]!) * scale * 2);
      for (let s = 0; s <= steps; s++) {
        const t = steps === 0 ? 0 : s / steps;
        const [x, y] = [
          Math.round((ink.x[i - 1]! + t * (ink.x[i]! - ink.x[i - 1]!)) * scale),
          Math.round((ink.y[i - 1]! + t * (ink.y[i]! - ink.y[i - 1]!)) * scale),
        ];
        for (let k = 0; k < 4; k++) {
          const index = ((y + (k >> 1)) * width + x + (k & 1)) * 4;
          if (index >= 0 && index + 3 < data.length) data.fill(28, index, index + 3);
        }
      }
    }
  }
  return { data, width, height, scale };
}

/** The bare thing: a flood through pixels of one colour, without gaps closed and without outlines. */
function bareFlood({ data, width, height }: Raster, seed: number): number {
  const seen = new Uint8Array(width * height);
  const stack = [seed];
  let count = 0;
  while (stack.length > 0) {
    const i = stack.pop()!;
    if (i < 0 || i >= seen.length || seen[i] || data[4 * i] !== data[4 * seed]) continue;
    seen[i] = 1;
    count++;
    if (i % width > 0) stack.push(i - 1);
    if (i % width < width - 1) stack.push(i + 1);
    stack.push(i - width, i + width);
  }
  return count;
}

/** `fill`: the region around a tap on a written A4 page, in milliseconds. */
export async function fill(): Promise<Figure> {
  const raster = writtenRaster();
  const [ours, floor]: number[][] = [[], []];
  for (let i = 0; i <= RUNS; i++) {
    const one = await timed(() => Promise.resolve(fillRegion(raster, 10, 10)));
    const other = await timed(() => Promise.resolve(bareFlood(raster, 16 * raster.width + 16)));
    if (i > 0) {
      ours!.push(one);
      floor!.push(other);
    }
  }
  return byValue('fill', 'ms', median(ours!), median(floor!), 300);
}
