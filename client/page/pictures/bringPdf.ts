import { MEDIA_LIMITS, type MediaHome } from '@lippet/core/contract/media';
import { beginsAsPdf, HEAD_BYTES } from '@lippet/core/media/fileKinds';
import type { Background } from '@lippet/core/page/background';
import { isPageSide } from '@lippet/core/page/pageSide';
import { mediaOutbox } from '../../api/mediaOutbox';
import { pdfWorker } from './pdfPages';

/** A page that a PDF would make. */
export interface PdfPagePlan {
  background: Background;
  width: number;
  height: number;
}

/** pdf.js' names of what is wrong with a file, as sentences. */
const TROUBLES: Record<string, string> = {
  PasswordException: 'That PDF is locked with a password. Save it without one and add it again.',
  InvalidPDFException:
    'That file is not a PDF that can be opened, or it is broken. Save it again and add the new file.',
};

/**
 * Reads a PDF on this device and keeps it for school.
 *
 * @returns its pages, or a sentence that says why it can't be used
 */
export async function bringPdf(home: MediaHome, file: Blob): Promise<PdfPagePlan[] | string> {
  if (file.size > MEDIA_LIMITS.file)
    return `That PDF is too large: at most ${Math.round(MEDIA_LIMITS.file / 1024 / 1024)} MB.`;
  const head = new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer());
  if (!beginsAsPdf(head)) return TROUBLES.InvalidPDFException!;
  const media = crypto.randomUUID();
  const worker = pdfWorker();
  try {
    const count = await worker.bring(media, new Uint8Array(await file.arrayBuffer()));
    if (count === 0 || count > MEDIA_LIMITS.pages) {
      await worker.close(media);
      return count === 0
        ? 'That PDF has no pages.'
        : `That PDF has ${count} pages; at most ${MEDIA_LIMITS.pages} can be used.`;
    }
    const pages: PdfPagePlan[] = [];
    for (let page = 1; page <= count; page++) {
      const { width, height } = await worker.facts(media, page);
      if (!isPageSide(width) || !isPageSide(height)) {
        await worker.close(media);
        return `Page ${page} of that PDF has a size that can’t be used. Leave it out and add the file again.`;
      }
      pages.push({ background: { kind: 'pdf', media, page }, width, height });
    }
    await mediaOutbox.add(media, home, file);
    return pages;
  } catch (error) {
    return TROUBLES[(error as Error).name] ?? 'That file can’t be opened as a PDF here.';
  }
}
