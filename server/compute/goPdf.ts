import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { documentOf, markItems, pageItems, readPages } from '@lippet/core/page/document';
import { readItems } from '@lippet/core/page/item';
import { JPEG_QUALITY, pictureForm } from '@lippet/core/pdf/pictureForm';
import type { PdfStyle } from '@lippet/core/pdf/style';
import { PdfSourceError } from '@lippet/core/pdf/openPdf';
import { writePdf, type PdfPage, type PdfSources } from '@lippet/core/pdf/write';
import { quickDeflate } from './quickDeflate';

/** A frozen go, and the marks on it. */
export interface GoDocuments {
  document: Uint8Array;
  /** Of a review, as one Yjs update; null for none. */
  marks: Uint8Array | null;
}

/** A frozen go, and what its pages need. */
export interface GoPdfTask extends GoDocuments {
  style: PdfStyle;
  /** Where the files lie that its pages name, by media id; what is not here any more is not among them. */
  paths: Readonly<Record<string, string>>;
  fontsRoot: string;
}

/** A PDF, or why there can never be one, in a sentence. */
export type GoPdf = { bytes: Uint8Array } | { unfit: string };

function pagesOf({ document, marks }: GoDocuments): PdfPage[] {
  const doc = documentOf(document);
  const over = documentOf(marks);
  return readPages(doc).map((plan) => ({
    plan,
    items: readItems(pageItems(doc, plan.id)!),
    marks: readItems(markItems(over, plan.id)),
  }));
}

/** Ids of the files that the pages of a go name. */
export function mediaOfPages(documents: GoDocuments): string[] {
  return pagesOf(documents).flatMap(({ plan: { background }, items, marks = [] }) => [
    ...('media' in background ? [background.media] : []),
    ...[...items, ...marks].flatMap((item) => (item.kind === 'picture' ? [item.media] : [])),
  ]);
}

function sourcesOf({ paths, fontsRoot }: GoPdfTask): PdfSources {
  const media = async (id: string): Promise<Buffer> => {
    const path = paths[id];
    if (path === undefined) throw new PdfSourceError('A PDF or a picture below this work is not at school any more.');
    return readFile(path);
  };
  return {
    pdf: media,
    picture: async (id) => {
      if (paths[id] === undefined) return null;
      const bytes = await media(id);
      // Most threads never need it.
      const { default: sharp } = await import('sharp');
      const picture = sharp(bytes);
      const packed =
        pictureForm(bytes) === 'jpeg'
          ? picture.jpeg({ quality: 100 * JPEG_QUALITY, chromaSubsampling: '4:4:4' })
          : picture.png();
      return packed.toBuffer();
    },
    font: (file) => readFile(join(fontsRoot, file)),
    deflate: quickDeflate,
  };
}

/** Writes the pages of a go as a PDF, with its marks on them. */
export async function goPdf(task: GoPdfTask): Promise<GoPdf> {
  try {
    return { bytes: await writePdf(pagesOf(task), sourcesOf(task), { style: task.style }) };
  } catch (error) {
    // Between threads an error is no more than its words.
    if (error instanceof PdfSourceError) return { unfit: error.message };
    throw error;
  }
}
