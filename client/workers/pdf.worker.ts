/**
 * PDF pages, away from the main thread. Both halves of pdf.js run in this one worker: the one that parses, and the
 * one that draws (onto an OffscreenCanvas, letters as paths, so it needs no document). A file is fetched in pieces
 * as its pages are asked for.
 */
import type { Bounds } from '@lippet/core/ink/ink';
import type { Matrix } from '@lippet/core/math/matrix';
import { textFlow, type TextFlow, type TextRun } from '@lippet/core/pdf/textFlow';
import { readFormFields, type FormField } from '@lippet/core/pdf/formFields';
import { expose, transfer } from 'comlink';
import { createStore, get } from 'idb-keyval';
import { getDocument, type PDFDocumentProxy, type PDFPageProxy } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { OUTBOX } from '../api/outboxPlace';
import { PixelFilters, withPixelFilters } from './pdfFilters';
// Makes itself known to the half above, which then starts no worker of its own.
import 'pdfjs-dist/legacy/build/pdf.worker.mjs';

/** Files that pdf.js needs now and then, copied beside the interface when it is built. */
const ASSETS = `${self.location.origin}/pdf/`;
/** Files kept open; the one used longest ago is closed first. */
const MOST_OPEN = 3;
/** Pages of a file that stay parsed. */
const MOST_PAGES = 6;

// The build puts this in place of `import.meta`, which pdf.js' decoders of scans ask for; Expo fills it in windows
// only.
Object.assign(self, { __ExpoImportMetaRegistry: { url: self.location.href } });

class WorkerCanvases {
  create(width: number, height: number) {
    const canvas = new OffscreenCanvas(Math.max(1, width), Math.max(1, height));
    return { canvas, context: withPixelFilters(canvas.getContext('2d', { willReadFrequently: true })!) };
  }
  reset({ canvas }: { canvas: OffscreenCanvas }, width: number, height: number): void {
    Object.assign(canvas, { width, height });
  }
  destroy(made: { canvas: OffscreenCanvas | null; context: unknown }): void {
    if (made.canvas) made.canvas.width = made.canvas.height = 0;
    Object.assign(made, { canvas: null, context: null });
  }
}

/** A page's size in page points and how the file's own space lies on it. */
export interface PdfPageFacts {
  width: number;
  height: number;
  toPage: Matrix;
}

class OpenFile {
  private readonly pages = new Map<number, Promise<PDFPageProxy>>();

  private constructor(readonly document: PDFDocumentProxy) {}

  static async open(source: { url: URL } | { data: Uint8Array }): Promise<OpenFile> {
    const loading = getDocument({
      ...source,
      disableFontFace: true,
      useSystemFonts: false,
      isEvalSupported: false,
      enableXfa: false,
      stopAtErrors: false,
      verbosity: 0,
      disableAutoFetch: true,
      disableStream: true,
      rangeChunkSize: 65_536,
      cMapUrl: `${ASSETS}cmaps/`,
      cMapPacked: true,
      standardFontDataUrl: `${ASSETS}standard_fonts/`,
      wasmUrl: `${ASSETS}wasm/`,
      iccUrl: `${ASSETS}iccs/`,
      useWorkerFetch: true,
      CanvasFactory: WorkerCanvases,
      FilterFactory: PixelFilters,
      ownerDocument: { fonts: undefined },
    } as never);
    return new OpenFile(await loading.promise);
  }

  async page(number: number): Promise<PDFPageProxy> {
    const known = this.pages.get(number) ?? this.document.getPage(number);
    this.pages.delete(number);
    this.pages.set(number, known);
    if (this.pages.size > MOST_PAGES) {
      const [oldest, promise] = this.pages.entries().next().value!;
      this.pages.delete(oldest);
      void promise.then((page) => page.cleanup());
    }
    return known;
  }

  close(): void {
    void this.document.loadingTask.destroy();
  }
}

const files = new Map<string, Promise<OpenFile>>();

function fileOf(media: string): Promise<OpenFile> {
  const open = files.get(media) ?? openMedia(media);
  files.delete(media);
  files.set(media, open);
  // One that failed is tried anew next time: the network may have been away.
  open.catch(() => files.delete(media));
  if (files.size > MOST_OPEN) closeFile(files.keys().next().value!);
  return open;
}

/** What is still on its way to school is on this device. */
async function openMedia(media: string): Promise<OpenFile> {
  const waiting = await get<{ blob: Blob }>(media, createStore(OUTBOX.database, OUTBOX.store));
  return OpenFile.open(
    waiting
      ? { data: new Uint8Array(await waiting.blob.arrayBuffer()) }
      : { url: new URL(`/api/media/${media}`, self.location.origin) },
  );
}

function closeFile(media: string): void {
  const open = files.get(media);
  files.delete(media);
  void open?.then(
    (file) => file.close(),
    () => undefined,
  );
}

const toPageOf = (page: PDFPageProxy): Matrix => page.getViewport({ scale: 1 }).transform as unknown as Matrix;

const pdf = {
  /** Opens a file that is not at school yet, under the id that it will have there. @returns its number of pages */
  async bring(media: string, data: Uint8Array): Promise<number> {
    const open = OpenFile.open({ data });
    files.set(media, open);
    open.catch(() => files.delete(media));
    return (await open).document.numPages;
  },

  async facts(media: string, number: number): Promise<PdfPageFacts> {
    const page = await (await fileOf(media)).page(number);
    const { width, height } = page.getViewport({ scale: 1 });
    return { width, height, toPage: toPageOf(page) };
  },

  /** Draws a region of a page (in page points) at `scale` pixels for each point. */
  async render(
    media: string,
    number: number,
    { left, top, right, bottom }: Bounds,
    scale: number,
  ): Promise<ImageBitmap> {
    const page = await (await fileOf(media)).page(number);
    const canvas = new OffscreenCanvas(
      Math.max(1, Math.ceil((right - left) * scale)),
      Math.max(1, Math.ceil((bottom - top) * scale)),
    );
    const viewport = page.getViewport({ scale, offsetX: -left * scale, offsetY: -top * scale });
    // Fields are drawn by the sheet itself, as controls over the page: 2 is pdf.js' way of leaving them out.
    await page.render({
      canvasContext: canvas.getContext('2d') as never,
      canvas: null,
      viewport,
      annotationMode: 2,
      background: '#FFFEFA',
    } as never).promise;
    const bitmap = canvas.transferToImageBitmap();
    return transfer(bitmap, [bitmap]);
  },

  /** The words of a page in reading order. */
  async words(media: string, number: number): Promise<TextFlow> {
    const page = await (await fileOf(media)).page(number);
    const { items, styles } = await page.getTextContent({ disableNormalization: false });
    const runs = items.flatMap((item): TextRun[] => {
      if (!('str' in item) || item.str.trim() === '') return [];
      const style = styles[item.fontName];
      const sane = style && style.ascent > 0.3 && style.ascent < 1.5;
      return [
        {
          text: item.str,
          transform: item.transform as unknown as Matrix,
          width: item.width,
          ascent: sane ? style.ascent : 0.8,
          descent: sane ? Math.max(-0.5, style.descent) : -0.2,
        },
      ];
    });
    return textFlow(runs, toPageOf(page));
  },

  async fields(media: string, number: number): Promise<FormField[]> {
    const page = await (await fileOf(media)).page(number);
    return readFormFields(await page.getAnnotations({ intent: 'display' }), toPageOf(page));
  },

  close: closeFile,
};
export type PdfWorker = typeof pdf;

expose(pdf);
