/** Pages with all that lies on them as a PDF: drawn flat, or with what can be an annotation as one. */
import { type PDFDict, PDFDocument, PDFName, PDFNumber, type PDFImage, type PDFPage } from 'pdf-lib';
import { backgroundShapes } from '../page/background';
import type { PagePlan } from '../page/document';
import { drawnWords } from '../page/drawnGround';
import { layerOf, type FieldValue, type Item, type Pin, type Stroke, type TextFont } from '../page/item';
import { MARK_EDGE } from '../ink/tools';
import { inverse, translation } from '../math/matrix';
import { pinsInReadingOrder } from '../page/notes';
import { breakLines } from '../page/textLines';
import { HIGHLIGHT_OPACITY, OTHERS_OPACITY } from '../page/svg';
import { addAnnotation, isAnnotated, type Annotated, type Appearance } from './annotations';
import { cleanOut, forgetOrigin } from './cleanOut';
import {
  lineContent,
  lineLength,
  mapped,
  markContent,
  pictureContent,
  pinContent,
  putEdge,
  putFill,
  putStroke,
  shapeContent,
  textContent,
  within,
  type ContentNames,
} from './content';
import { ContentBytes } from './contentBytes';
import { deflate } from './deflate';
import { fillForm } from './fillForm';
import { openPdf } from './openPdf';
import { userToPage, type PageBox } from './pageSpace';
import { PdfFonts } from './pdfFonts';
import type { PdfStyle } from './style';
import type { NamedFont } from './textRuns';

export interface PdfPage {
  plan: PagePlan;
  /** The work, in drawing order. */
  items: readonly Item[];
  /** The marks of a review, which lie over it; left out where there are none. */
  marks?: readonly Item[];
}

/** All that lies on a page, in drawing order. */
const allOn = ({ items, marks = [] }: PdfPage): Item[] => [...items, ...marks];

/** Whether something is ink of marks that an edge lies around, as `layerOf` has it above the light of a highlighter. */
const hasEdge = (item: Item, marks: ReadonlySet<Item>): item is Stroke =>
  item.kind === 'stroke' && marks.has(item) && layerOf(item) > 0;

/** Where the bytes come from that pages refer to. Each is asked once. */
export interface PdfSources {
  /** A PDF. */
  pdf(media: string): Promise<Uint8Array>;
  /** A picture as PNG or JPEG; null where there is none. */
  picture(media: string): Promise<Uint8Array | null>;
  /** A TrueType file of those in `fontFiles`. */
  font(file: string): Promise<Uint8Array>;
  /** Packs bytes as FlateDecode wants it (RFC 1950), where there is something quicker than the streams of the web. */
  deflate?(bytes: Uint8Array): Promise<Uint8Array>;
}

/** A rectangle of a PDF, whichever two corners it was given by (PDF 32000-1, 7.9.5). */
function corners({ x, y, width, height }: ReturnType<PDFPage['getMediaBox']>): PageBox['box'] {
  return [Math.min(x, x + width), Math.min(y, y + height), Math.max(x, x + width), Math.max(y, y + height)];
}

/** What is seen is where the media box and the crop box overlap; where they don't, the media box. */
function seenBox(media: PageBox['box'], crop: PageBox['box']): PageBox['box'] {
  const seen = [
    Math.max(media[0], crop[0]),
    Math.max(media[1], crop[1]),
    Math.min(media[2], crop[2]),
    Math.min(media[3], crop[3]),
  ] as const;
  return seen[2] > seen[0] && seen[3] > seen[1] ? seen : media;
}

export function pageBox(page: PDFPage): PageBox {
  const unit = page.node.lookup(PDFName.of('UserUnit'));
  return {
    box: seenBox(corners(page.getMediaBox()), corners(page.getCropBox())),
    rotate: page.getRotation().angle,
    userUnit: unit instanceof PDFNumber ? unit.asNumber() : 1,
  };
}

class Writer {
  private readonly images = new Map<string, Promise<PDFImage | null>>();
  /** Content that is being packed while what follows is drawn. */
  private readonly packing: Promise<void>[] = [];
  private readonly states = new Map<string, ReturnType<PDFDocument['context']['register']>>();

  constructor(
    readonly out: PDFDocument,
    private readonly sources: PdfSources,
    private readonly fonts: PdfFonts,
  ) {}

  private async named(face: TextFont, put: (kind: 'Font', name: string, ref: never) => void): Promise<NamedFont[]> {
    const fonts = await this.fonts.of(face);
    for (const { font, name } of fonts) put('Font', name, font.ref as never);
    return fonts;
  }

  private image(media: string): Promise<PDFImage | null> {
    const known = this.images.get(media) ?? this.embedImage(media);
    this.images.set(media, known);
    return known;
  }

  private async embedImage(media: string): Promise<PDFImage | null> {
    const bytes = await this.sources.picture(media);
    if (!bytes) return null;
    return bytes[0] === 0x89 ? this.out.embedPng(bytes) : this.out.embedJpg(bytes);
  }

  private state(name: string, fields: Record<string, unknown>) {
    const ref =
      this.states.get(name) ??
      this.out.context.register(this.out.context.obj({ Type: PDFName.of('ExtGState'), ...fields } as never));
    this.states.set(name, ref);
    return ref;
  }

  /** Resources of a page, or of an appearance, under names of ours. */
  private resources(put: (kind: 'ExtGState' | 'Font' | 'XObject', name: string, ref: never) => void): ContentNames {
    put('ExtGState', 'LipMul', this.state('multiply', { BM: PDFName.of('Multiply') }) as never);
    put(
      'ExtGState',
      'LipHigh',
      this.state('highlight', { BM: PDFName.of('Multiply'), ca: PDFNumber.of(HIGHLIGHT_OPACITY) }) as never,
    );
    const opacity = PDFNumber.of(OTHERS_OPACITY);
    put('ExtGState', 'LipFaint', this.state('faint', { ca: opacity, CA: opacity }) as never);
    return { multiply: 'LipMul', highlight: 'LipHigh', faint: 'LipFaint' };
  }

  /**
   * Puts content that draws one item, in page points; `put` is told of what it refers to. What others made on a sheet that
   * was filled together is faint, as it is on the screen.
   */
  private async draw(
    to: ContentBytes,
    item: Item,
    names: ContentNames,
    put: (kind: 'Font' | 'XObject', name: string, ref: never) => void,
    pinNumber: number,
  ): Promise<void> {
    if (!item.others) return this.drawFully(to, item, names, put, pinNumber);
    to.text(`q\n/${names.faint} gs\n`);
    await this.drawFully(to, item, names, put, pinNumber);
    to.text('Q\n');
    return undefined;
  }

  private async drawFully(
    to: ContentBytes,
    item: Item,
    names: ContentNames,
    put: (kind: 'Font' | 'XObject', name: string, ref: never) => void,
    pinNumber: number,
  ): Promise<void> {
    switch (item.kind) {
      case 'stroke':
        return putStroke(to, item, names);
      case 'fill':
        return putFill(to, item, names);
      case 'mark':
        to.text(markContent(item, names));
        return;
      case 'text':
        to.text(textContent(item, await this.named(item.font, put)));
        return;
      case 'picture': {
        const image = await this.image(item.media);
        if (!image) return;
        const name = `Lip${item.media.replace(/[^0-9a-zA-Z]/g, '')}`;
        put('XObject', name, image.ref as never);
        to.text(pictureContent(item, name));
        return;
      }
      case 'pin':
        to.text(pinContent(item.matrix, pinNumber, await this.named('interface', put)));
        return;
      case 'field':
        return;
    }
  }

  /** Draws a page's background (of a page that is no PDF's) and items onto a PDF page. */
  async page(page: PDFPage, { plan, items: work, marks = [] }: PdfPage, style: PdfStyle): Promise<Pin[]> {
    const items = [...work, ...marks];
    const marked = new Set(marks);
    const toUser = inverse(userToPage(pageBox(page)))!;
    const { context } = this.out;
    // What the page's own content leaves behind (a moved origin, a clip) must not reach what is drawn over it.
    page.node.wrapContentStreams(context.register(context.stream('q\n')), context.register(context.stream('\nQ\n')));
    const put = (kind: string, name: string, ref: never): void => {
      const known = page.node.normalizedEntries();
      (known as unknown as Record<string, PDFDict>)[kind]!.set(PDFName.of(name), ref);
    };
    const names = this.resources(put);
    const pins = pinsInReadingOrder(items);
    const content = new ContentBytes().text(`q\n${mapped(toUser)}`);
    const later: (Omit<Appearance, 'content'> & { item: Annotated; appearance: ContentBytes })[] = [];
    if (plan.background.kind === 'photo') {
      const image = await this.image(plan.background.media);
      if (image) {
        const fit = Math.min(plan.width / image.width, plan.height / image.height);
        const [width, height] = [image.width * fit, image.height * fit];
        put('XObject', 'LipGround', image.ref as never);
        content.text(
          pictureContent(
            {
              matrix: translation((plan.width - width) / 2, (plan.height - height) / 2),
              width,
              height,
              crop: [0, 0, 1, 1],
            },
            'LipGround',
          ),
        );
      }
    }
    content.text(backgroundShapes(plan.background, plan.width, plan.height).map(shapeContent).join(''));
    for (const words of drawnWords(plan.background.drawn)) await this.draw(content, words, names, put, 0);
    for (const item of items) {
      // Flat, all edges lie below all marks. An annotation carries its own, and takes it along where it is deleted.
      if (style === 'flat' && item === marks[0])
        for (const mark of marks) if (hasEdge(mark, marked)) putEdge(content, mark);
      const number = pins.findIndex(({ id }) => id === item.id) + 1;
      if (style === 'annotations' && isAnnotated(item)) {
        const resources = context.obj({ ExtGState: {}, Font: {}, XObject: {} });
        const putOwn = (kind: string, name: string, ref: never): void =>
          (resources.lookup(PDFName.of(kind)) as PDFDict).set(PDFName.of(name), ref);
        const own = this.resources(putOwn);
        const alone = new ContentBytes();
        if (hasEdge(item, marked)) putEdge(alone, item);
        await this.draw(alone, item, own, putOwn, number);
        later.push({ item, appearance: alone, resources, reach: hasEdge(item, marked) ? MARK_EDGE.reach : 0 });
      } else {
        await this.draw(content, item, names, put, number);
      }
    }
    this.put(page, content.text('Q\n'));
    for (const { item, appearance, resources, reach } of later)
      addAnnotation(page, item, toUser, { content: appearance.written(), resources, reach });
    return pins;
  }

  private pack(content: ContentBytes): Promise<Uint8Array> {
    return (this.sources.deflate ?? deflate)(content.written());
  }

  /** Adds content behind what a page has. */
  private put(page: PDFPage, content: ContentBytes): void {
    const { context } = this.out;
    const ref = context.nextRef();
    page.node.addContentStream(ref);
    this.packing.push(
      this.pack(content).then((bytes) => context.assign(ref, context.stream(bytes, { Filter: 'FlateDecode' }))),
    );
  }

  /** Waits until all content is packed. */
  async packed(): Promise<void> {
    await Promise.all(this.packing);
  }

  /** The notes of pins, drawn flat on pages of their own behind the work. */
  async notes(pages: readonly { number: number; pins: readonly Pin[] }[]): Promise<void> {
    if (pages.every(({ pins }) => pins.length === 0)) return;
    const measure = await this.fonts
      .of('interface')
      .then((fonts) => (words: string) => lineLength(words, NOTES.size, fonts));
    const lines = pages.flatMap(({ number, pins }) =>
      pins.flatMap(({ note }, i) => [
        { words: `Page ${number}, pin ${i + 1}`, x: NOTES.left },
        ...breakLines(note, NOTES.width, measure).map((words) => ({ words, x: NOTES.left + NOTES.indent })),
        { words: '', x: 0 },
      ]),
    );
    for (let from = 0; from < lines.length; from += NOTES.lines) {
      const page = this.out.addPage([595, 842]);
      const fonts = await this.named('interface', (_, name, ref) =>
        page.node.normalizedEntries().Font.set(PDFName.of(name), ref),
      );
      const content = lines
        .slice(from, from + NOTES.lines)
        .map(({ words, x }, i) =>
          words ? lineContent(words, [x, NOTES.top + i * NOTES.leading], NOTES.size, fonts) : '',
        );
      this.put(page, new ContentBytes().text(within(mapped([1, 0, 0, -1, 0, 842]) + content.join(''))));
    }
  }
}

/** How notes are set on A4, in points. */
const NOTES = { left: 50, top: 60, indent: 14, width: 480, size: 11, leading: 17, lines: 44 };

/** All that stands on these pages in letters. */
function wordsOf(item: { kind: string } & Partial<{ lines: readonly string[]; note: string; value: string }>): string {
  return item.lines?.join('') ?? item.note ?? item.value ?? '';
}

function wordsOn(pages: readonly PdfPage[]): string {
  const words = pages.flatMap((page) => [...drawnWords(page.plan.background.drawn), ...allOn(page)].map(wordsOf));
  return words.join('');
}

/** What was typed into the forms of the PDFs below the work, by the file that holds the form. */
function formValues(pages: readonly PdfPage[]): Map<string, FieldValue[]> {
  const values = new Map<string, FieldValue[]>();
  for (const { plan, items } of pages) {
    if (plan.background.kind !== 'pdf') continue;
    const { media } = plan.background;
    values.set(media, [...(values.get(media) ?? []), ...items.filter((item) => item.kind === 'field')]);
  }
  return values;
}

/**
 * Makes drawings of a form's fields. Of a form that is not put together as it should be that can't be done: there the
 * fields stay on their pages as they look.
 */
function drawForGood(document: PDFDocument): void {
  try {
    document.getForm().flatten({ updateFieldAppearances: false });
  } catch {
    // Thrown where a field says of no page that it lies there. What was filled in is drawn on the page all the same.
  }
}

/**
 * The PDFs that pages are taken from. The first one is the document that is written, so its form fields stay fields; of
 * every other, and of pages that are wanted again, copies come in. What is copied leaves its form behind: there the
 * fields are filled and drawn for good before.
 */
class PageSources {
  private readonly opened = new Map<string, Promise<PDFDocument>>();
  private readonly used = new Set<number>();
  private readonly values: Map<string, FieldValue[]>;

  constructor(
    private readonly out: PDFDocument,
    private readonly base: { media: string; pages: readonly PDFPage[] } | null,
    private readonly sources: PdfSources,
    pages: readonly PdfPage[],
  ) {
    this.values = formValues(pages);
  }

  async pageFor({ plan }: PdfPage): Promise<PDFPage> {
    const { background } = plan;
    if (background.kind !== 'pdf') return this.out.addPage([plan.width, plan.height]);
    const index = background.page - 1;
    const own = this.base?.media === background.media ? this.base.pages[index] : undefined;
    if (own && !this.used.has(index)) {
      this.used.add(index);
      return this.out.addPage(own);
    }
    const [copy] = await this.out.copyPages(await this.open(background.media), [index]);
    return this.out.addPage(copy);
  }

  private open(media: string): Promise<PDFDocument> {
    const opened = this.opened.get(media) ?? this.sources.pdf(media).then((bytes) => this.filled(media, bytes));
    this.opened.set(media, opened);
    return opened;
  }

  private async filled(media: string, bytes: Uint8Array): Promise<PDFDocument> {
    const document = await openPdf(bytes);
    const values = this.values.get(media) ?? [];
    if (values.length === 0) return document;
    const words = values.map(({ value }) => value).join('');
    const fonts = new PdfFonts(document, (file) => this.sources.font(file), words);
    fillForm(document, values, await fonts.of('interface'));
    drawForGood(document);
    // Fonts are written into a document as it is saved; what is copied out of it before lacks them.
    await document.flush();
    return document;
  }

  /** Fills the form of the document that is written. */
  async fillBase(fonts: PdfFonts): Promise<void> {
    const values = this.base ? (this.values.get(this.base.media) ?? []) : [];
    if (values.length > 0) fillForm(this.out, values, await fonts.of('interface'));
  }
}

/**
 * Writes pages as one PDF. The first PDF among the backgrounds is the base, so its form fields stay fields.
 *
 * @throws PdfSourceError (see openPdf) if a PDF below the work can't be added to
 */
export async function writePdf(
  pages: readonly PdfPage[],
  sources: PdfSources,
  { style = 'flat' as PdfStyle, title = '' } = {},
): Promise<Uint8Array> {
  const first = pages.map(({ plan }) => plan.background).find((background) => background.kind === 'pdf');
  const out = first
    ? await openPdf(await sources.pdf(first.media))
    : await PDFDocument.create({ updateMetadata: false });
  forgetOrigin(out);
  const fonts = new PdfFonts(out, (file) => sources.font(file), wordsOn(pages));
  const writer = new Writer(out, sources, fonts);
  const base = first ? { media: first.media, pages: out.getPages() } : null;
  for (let i = out.getPageCount() - 1; i >= 0; i--) out.removePage(i);
  const taken = new PageSources(out, base, sources, pages);
  const noted: { number: number; pins: Pin[] }[] = [];
  for (const [i, page] of pages.entries()) {
    const pdfPage = await taken.pageFor(page);
    noted.push({ number: i + 1, pins: await writer.page(pdfPage, page, style) });
  }
  if (style === 'flat') await writer.notes(noted);
  await taken.fillBase(fonts);
  await writer.packed();
  if (title) out.setTitle(title);
  out.setProducer('Lippet');
  await out.flush();
  cleanOut(out);
  return out.save({ useObjectStreams: true, updateFieldAppearances: false });
}
