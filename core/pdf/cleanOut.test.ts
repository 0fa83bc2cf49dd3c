/** What leaves holds its own pages, and nothing of what was left out. */
import { PDFDict, PDFDocument, PDFName, PDFString, StandardFonts } from 'pdf-lib';
import { inflateSync } from 'node:zlib';
import { PDFRawStream } from 'pdf-lib';
import type { PagePlan } from '../page/document';
import { writePdf, type PdfSources } from './write';

/** All that a document holds, unpacked, as text. */
async function allOf(bytes: Uint8Array): Promise<string> {
  const { context } = await PDFDocument.load(bytes);
  return context
    .enumerateIndirectObjects()
    .map(([, object]) => {
      if (!(object instanceof PDFRawStream)) return String(object);
      const packed = String(object.dict.get(PDFName.of('Filter'))) === '/FlateDecode';
      return `${String(object.dict)} ${Buffer.from(packed ? inflateSync(object.contents) : object.contents).toString('latin1')}`;
    })
    .join('\n');
}

/** Three pages with words and a field each, a script, an attached file, an outline, and links between pages. */
async function busyFile(): Promise<Uint8Array> {
  const document = await PDFDocument.create();
  const font = await document.embedFont(StandardFonts.Helvetica);
  const pages = ['alpha', 'bravo', 'charlie'].map((words) => {
    const page = document.addPage([300, 400]);
    page.drawText(words, { x: 20, y: 200, size: 12, font });
    document.getForm().createTextField(`field.${words}`).addToPage(page, { x: 20, y: 100, width: 90, height: 20 });
    return page;
  });
  document.addJavaScript('greet', 'app.alert("script")');
  await document.attach(Buffer.from('MZ program'), 'game.exe', { mimeType: 'application/x-msdownload' });
  const { context } = document;
  const link = (fields: Record<string, unknown>) =>
    context.register(context.obj({ Type: 'Annot', Subtype: 'Link', Rect: [0, 0, 9, 9], ...fields } as never));
  pages[0]!.node.addAnnot(link({ Dest: [pages[2]!.ref, 'Fit'] }));
  pages[0]!.node.addAnnot(link({ A: { S: 'URI', URI: PDFString.of('https://harbour.example') } }));
  pages[0]!.node.addAnnot(link({ A: { S: 'Launch', F: PDFString.of('game.exe') } }));
  pages[0]!.node.set(PDFName.of('AA'), context.obj({ O: { S: 'JavaScript', JS: PDFString.of('script()') } }));
  document.catalog.set(PDFName.of('Outlines'), context.obj({ First: { Dest: [pages[1]!.ref, 'Fit'] } } as never));
  return document.save();
}

const plan = (page: number): PagePlan => ({
  id: `p${page}`,
  part: 'p',
  width: 300,
  height: 400,
  background: { kind: 'pdf', media: 'busy', page },
});
const hex = (words: string): string => Buffer.from(words, 'latin1').toString('hex').toUpperCase();

it('pages that were left out are gone, with their fields; so are scripts, attached files and what leads there', async () => {
  const bytes = await busyFile();
  const sources: PdfSources = {
    pdf: () => Promise.resolve(bytes),
    picture: () => Promise.resolve(null),
    font: () => Promise.reject(new Error('no font is needed')),
  };
  expect(await allOf(bytes)).toContain(hex('bravo'));
  const out = await writePdf([{ plan: plan(1), items: [] }], sources);
  const held = await allOf(out);
  expect(held).toContain(hex('alpha'));
  expect(held).toContain('harbour.example');
  for (const gone of [hex('bravo'), hex('charlie'), 'script', 'Launch', 'MZ program', 'game.exe', 'Outlines'])
    expect(held).not.toContain(gone);
  const back = await PDFDocument.load(out);
  expect(
    back
      .getForm()
      .getFields()
      .map((field) => field.getName()),
  ).toEqual(['field.alpha']);
  expect(back.catalog.lookupMaybe(PDFName.of('Names'), PDFDict)).toBeUndefined();
});

it('a file whose form, annotations and names are nonsense leaves all the same, and soon', async () => {
  const document = await PDFDocument.create();
  const font = await document.embedFont(StandardFonts.Helvetica);
  const page = document.addPage([300, 400]);
  page.drawText('alpha', { x: 20, y: 200, size: 12, font });
  const { context } = document;
  // Fields within themselves, three times over at each step.
  const kids = context.obj([]);
  const field = context.register(context.obj({ T: PDFString.of('round'), Kids: kids } as never));
  for (let i = 0; i < 3; i++) kids.push(field);
  document.catalog.set(PDFName.of('AcroForm'), context.obj({ Fields: kids } as never));
  page.node.set(
    PDFName.of('Annots'),
    context.obj([5, { Subtype: PDFString.of('Link'), A: 7 }, { Subtype: 'Link', A: 7 }] as never),
  );
  const second = document.addPage([300, 400]);
  second.node.set(PDFName.of('Annots'), context.obj({ not: 'a list' } as never));
  const bytes = await document.save();
  const sources: PdfSources = {
    pdf: () => Promise.resolve(bytes),
    picture: () => Promise.resolve(null),
    font: () => Promise.reject(new Error('no font is needed')),
  };
  const out = await writePdf(
    [1, 2].map((number) => ({ plan: plan(number), items: [] })),
    sources,
  );
  expect((await PDFDocument.load(out)).getPageCount()).toBe(2);
  expect(await allOf(out)).toContain(hex('alpha'));
});
