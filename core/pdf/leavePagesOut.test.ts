import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PDFDocument, StandardFonts } from 'pdf-lib';
import { leavePagesOut } from './leavePagesOut';
import { PdfSourceError } from './openPdf';

async function threePages(): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  for (const words of ['the question', 'the solution', 'the map']) {
    const page = pdf.addPage([300, 400]);
    page.drawText(words, { x: 40, y: 300, size: 20, font });
    pdf.getForm().createTextField(words).addToPage(page, { x: 20, y: 200, width: 100, height: 20 });
  }
  await pdf.attach(new Uint8Array(4), 'answers.txt');
  return pdf.save();
}

/** What poppler reads on each page. */
function wordsOf(bytes: Uint8Array): string[] {
  const folder = mkdtempSync(join(tmpdir(), 'lippet-'));
  try {
    const path = join(folder, 'a.pdf');
    writeFileSync(path, bytes);
    const text = execFileSync('pdftotext', [path, '-'], { encoding: 'utf8' });
    return text
      .split('\f')
      .slice(0, -1)
      .map((page) => page.trim());
  } finally {
    rmSync(folder, { recursive: true });
  }
}

describe('a PDF of which pages are left out', () => {
  it('keeps the numbers of its pages, and nothing of those that are left out', async () => {
    const left = await leavePagesOut(await threePages(), new Set([1, 3]));
    expect(wordsOf(left)).toEqual(['the question', '', 'the map']);
    const opened = await PDFDocument.load(left);
    expect(opened.getPages().map((page) => page.getSize())).toEqual(Array(3).fill({ width: 300, height: 400 }));
    expect(
      opened
        .getForm()
        .getFields()
        .map((field) => field.getName()),
    ).toEqual(['the question', 'the map']);
    // Unpacked, so that every stream of the file can be read: neither the words nor what was attached is in it.
    const whole = opened.context.enumerateIndirectObjects().map(([, object]) => object.toString());
    expect(whole.join('\n')).not.toMatch(/solution|answers\.txt/);
  });

  it('says so where the file can’t be taken apart', async () => {
    await expect(leavePagesOut(new TextEncoder().encode('%PDF-1.7 nothing'), new Set([1]))).rejects.toThrow(
      PdfSourceError,
    );
  });
});
