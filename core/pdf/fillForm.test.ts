/** Forms that are filled here are read back by other programs: pdf-lib tells values, poppler draws and tells words. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PDFArray, PDFDict, PDFDocument, PDFName, PDFString, type PDFHexString } from 'pdf-lib';
import type { PagePlan } from '../page/document';
import type { FieldValue } from '../page/item';
import { IDENTITY } from '../math/matrix';
import { writePdf, type PdfSources } from './write';

const folder = mkdtempSync(join(tmpdir(), 'lippet-form-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const saved = (bytes: Uint8Array): string => {
  const path = join(folder, `${Math.random()}.pdf`);
  writeFileSync(path, bytes);
  return path;
};
/** What poppler reads on the pages, and what it complains of. */
function poppler(bytes: Uint8Array): { words: string; complaints: string } {
  const path = saved(bytes);
  const words = execFileSync('pdftotext', ['-layout', path, '-']).toString();
  const complaints = execFileSync('sh', ['-c', `pdftoppm -r 40 "${path}" "${path}" 2>&1`]).toString();
  return { words, complaints };
}

const sources = (pdfs: Record<string, Uint8Array>): PdfSources => ({
  pdf: (media) => Promise.resolve(pdfs[media]!),
  picture: () => Promise.resolve(null),
  font: (file) => Promise.resolve(readFileSync(join(__dirname, '../../client/public/fonts', file))),
});
const page = (
  media: string,
  number: number,
  values: Record<string, string>,
): { plan: PagePlan; items: FieldValue[] } => ({
  plan: {
    id: `${media}${number}`,
    part: 'p',
    width: 300,
    height: 400,
    background: { kind: 'pdf', media, page: number },
  },
  items: Object.entries(values).map(([name, value]) => ({
    id: `field:${name}`,
    kind: 'field',
    name,
    value,
    order: '',
    at: 0,
    matrix: IDENTITY,
  })),
});

/** A PDF whose second page has a form. */
async function withForm(words: string, change: (document: PDFDocument) => void = () => undefined): Promise<Uint8Array> {
  const document = await PDFDocument.create();
  document.addPage([300, 400]).drawText(words, { x: 20, y: 200, size: 12 });
  const second = document.addPage([300, 400]);
  const form = document.getForm();
  form.createTextField('name').addToPage(second, { x: 20, y: 340, width: 200, height: 24 });
  const from = form.createDropdown('from');
  from.addOptions(['Old Quay', 'Mill Slip']);
  from.addToPage(second, { x: 20, y: 240, width: 120, height: 24 });
  change(document);
  return document.save();
}

/** The choices of `from`, each with a value that is not what people read. */
function giveValues(document: PDFDocument): void {
  const pairs = [
    ['q', 'Old Quay'],
    ['m', 'Mill Slip'],
  ].map((pair) => pair.map((word) => PDFString.of(word)));
  document
    .getForm()
    .getDropdown('from')
    .acroField.dict.set(PDFName.of('Opt'), document.context.obj(pairs as never));
}

it('what was typed into the form of any file leaves with its page', async () => {
  const pdfs = { first: await withForm('First file'), second: await withForm('Second file') };
  const out = await writePdf(
    [page('first', 1, {}), page('first', 2, { name: 'Nell Garrick' }), page('second', 2, { name: 'Kit Marchetti' })],
    sources(pdfs),
  );
  const { words, complaints } = poppler(out);
  expect([words.includes('Nell Garrick'), words.includes('Kit Marchetti'), complaints]).toEqual([true, true, '']);
  // Those of the first file stay fields.
  expect((await PDFDocument.load(out)).getForm().getTextField('name').getText()).toBe('Nell Garrick');
});

it('a choice leaves as the value that the file has for it, and shows what people read', async () => {
  const out = await writePdf([page('form', 2, { from: 'm' })], sources({ form: await withForm('', giveValues) }));
  const { dict } = (await PDFDocument.load(out)).getForm().getDropdown('from').acroField;
  expect((dict.lookup(PDFName.of('V')) as PDFHexString).decodeText()).toBe('m');
  expect(poppler(out).words).toContain('Mill Slip');
});

it('words of several scripts all stand in one field, ticks and stars too', async () => {
  const typed = 'Nell Нелл Νελ ✓ ★';
  const out = await writePdf([page('form', 2, { name: typed })], sources({ form: await withForm('') }));
  expect((await PDFDocument.load(out)).getForm().getTextField('name').getText()).toBe(typed);
  const { words, complaints } = poppler(out);
  for (const word of typed.split(' ')) expect(words).toContain(word);
  expect(complaints).toBe('');
});

it('the form names every font that its fields are set in, so that other programs can set them anew', async () => {
  const out = await PDFDocument.load(
    await writePdf([page('form', 2, { name: 'Nell' })], sources({ form: await withForm('') })),
  );
  const form = out.catalog.lookup(PDFName.of('AcroForm'), PDFDict);
  const named = form.lookup(PDFName.of('DR'), PDFDict).lookup(PDFName.of('Font'), PDFDict);
  const field = form.lookup(PDFName.of('Fields'), PDFArray).lookup(0, PDFDict);
  const [, font] = /\/(\S+) /.exec(String(field.lookup(PDFName.of('DA'))))!;
  expect(named.has(PDFName.of(font!))).toBe(true);
});

it('what is read only stays as it is', async () => {
  const form = await withForm('', (document) => {
    const field = document.getForm().getTextField('name');
    field.setText('Harbour office');
    field.enableReadOnly();
  });
  const out = await writePdf([page('form', 2, { name: 'Somebody' })], sources({ form }));
  expect((await PDFDocument.load(out)).getForm().getTextField('name').getText()).toBe('Harbour office');
});

it('a field that lies on no page keeps nothing else from leaving', async () => {
  const second = await withForm('Second file', (document) => {
    const widget = document.getForm().getDropdown('from').acroField.getWidgets()[0]!.dict;
    widget.delete(PDFName.of('P'));
    const page = document.getPages()[1]!;
    const annotations = page.node.lookup(PDFName.of('Annots'), PDFArray);
    annotations.remove(1);
  });
  const out = await writePdf(
    [page('first', 1, {}), page('second', 2, { name: 'Kit Marchetti' })],
    sources({ first: await withForm('First file'), second }),
  );
  expect(poppler(out).words).toContain('Kit Marchetti');
});
