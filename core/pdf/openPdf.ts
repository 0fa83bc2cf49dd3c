import { PDFArray, PDFDocument, PDFName } from 'pdf-lib';

/** The PDF below the work can't be taken apart, so nothing can be written onto it. */
export class PdfSourceError extends Error {
  override name = 'PdfSourceError';
}

/** @throws PdfSourceError if it can't be taken apart */
export async function openPdf(bytes: Uint8Array): Promise<PDFDocument> {
  try {
    const document = await PDFDocument.load(bytes, { updateMetadata: false });
    // A file without a page tree is only found out here. What stands for annotations and is no list holds none.
    for (const { node } of document.getPages())
      if (!(node.lookup(PDFName.of('Annots')) instanceof PDFArray)) node.delete(PDFName.of('Annots'));
    return document;
  } catch {
    throw new PdfSourceError(
      'The PDF below this work is written in a way that can’t be added to. Take the pages out as pictures instead.',
    );
  }
}
