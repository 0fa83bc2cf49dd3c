import { PDFDict, PDFName, type PDFPage } from 'pdf-lib';
import { cleanOut, forgetOrigin } from './cleanOut';
import { openPdf } from './openPdf';

/** What is left of a page: where it lies in the file, and how large it is. */
const EMPTY_PAGE = ['Type', 'Parent', 'MediaBox', 'CropBox', 'Rotate', 'UserUnit'];

function empty({ node, doc }: PDFPage): void {
  for (const key of node.keys()) if (!EMPTY_PAGE.includes(key.asString().slice(1))) node.delete(key);
  node.set(PDFName.of('Resources'), PDFDict.withContext(doc.context));
}

/**
 * A PDF in which only some pages have anything on them. The others are there, empty, so that each page keeps its
 * number; nothing of what they held is left in the file.
 *
 * @param kept numbers of pages, from 1
 * @throws PdfSourceError if the file can't be taken apart
 */
export async function leavePagesOut(bytes: Uint8Array, kept: ReadonlySet<number>): Promise<Uint8Array> {
  const document = await openPdf(bytes);
  document.getPages().forEach((page, index) => {
    if (!kept.has(index + 1)) empty(page);
  });
  forgetOrigin(document);
  cleanOut(document);
  return document.save({ useObjectStreams: true, updateFieldAppearances: false });
}
