/** Takes out of a PDF what does not belong to its pages: pages that were left out, scripts, attached programs. */
import { PDFArray, PDFDict, type PDFDocument, PDFName, PDFRef, PDFStream, type PDFObject, type PDFPage } from 'pdf-lib';

/** What a catalogue may say of a document: how it is read, its form, its layers. Names, outlines and actions lead elsewhere. */
const CATALOGUE = ['Type', 'Pages', 'Version', 'AcroForm', 'OCProperties', 'Lang', 'ViewerPreferences'];
/** What a form may hold; calculation orders and forms in XML are programs. */
const FORM = ['Fields', 'NeedAppearances', 'DR', 'DA', 'Q'];
/** Annotations that play, run or carry something (ISO 32000-1, 12.5.6). */
const CARRIERS = ['FileAttachment', 'Sound', 'Movie', 'Screen', '3D', 'RichMedia'];
/** What a page or a field does by itself, and how it hangs together with others. */
const ACTIONS = ['AA', 'A', 'PA'];
const PAGE_EXTRAS = ['AA', 'B', 'PieceInfo', 'StructParents', 'Metadata', 'AF'];

// A file may have anything anywhere: what is not of the kind that it should be is nothing.
function dictAt(dict: PDFDict, key: string): PDFDict | undefined {
  const found = dict.lookup(PDFName.of(key));
  return found instanceof PDFDict ? found : undefined;
}

function arrayAt(dict: PDFDict, key: string): PDFArray | undefined {
  const found = dict.lookup(PDFName.of(key));
  return found instanceof PDFArray ? found : undefined;
}

const nameOf = (dict: PDFDict, key: string): string => {
  const found = dict.lookup(PDFName.of(key));
  return found instanceof PDFName ? found.asString().slice(1) : '';
};

function keepOnly(dict: PDFDict, keys: readonly string[]): void {
  for (const key of dict.keys()) if (!keys.includes(key.asString().slice(1))) dict.delete(key);
}

/** Whether a link leads to a web address. */
function leadsOut(annotation: PDFDict): boolean {
  const action = dictAt(annotation, 'A');
  return action !== undefined && nameOf(action, 'S') === 'URI';
}

/** Leaves what is seen on a page. */
function cleanPage(page: PDFPage): void {
  const { node } = page;
  for (const key of PAGE_EXTRAS) node.delete(PDFName.of(key));
  const annotations = arrayAt(node, 'Annots');
  if (!annotations) return;
  for (let i = annotations.size() - 1; i >= 0; i--) {
    const annotation = annotations.lookup(i);
    if (!(annotation instanceof PDFDict)) annotations.remove(i);
    else cleanAnnotation(annotation, () => annotations.remove(i));
  }
}

function cleanAnnotation(annotation: PDFDict, remove: () => void): void {
  const kind = nameOf(annotation, 'Subtype');
  if (CARRIERS.includes(kind)) return remove();
  // Where a link leads within the document may be left out by now.
  if (kind === 'Link' && !leadsOut(annotation)) return remove();
  if (kind !== 'Link') for (const key of ACTIONS) annotation.delete(PDFName.of(key));
  annotation.delete(PDFName.of('StructParent'));
  // Of a field it is the name; of all else whoever put it there.
  if (kind !== 'Widget') annotation.delete(PDFName.of('T'));
}

/** All widgets that lie on pages. */
function widgetsOn(pages: readonly PDFPage[]): Set<PDFObject> {
  const widgets = new Set<PDFObject>();
  for (const { node } of pages) {
    const annotations = arrayAt(node, 'Annots');
    for (let i = 0; i < (annotations?.size() ?? 0); i++) widgets.add(annotations!.lookup(i) as PDFObject);
  }
  return widgets;
}

/**
 * Leaves those fields that are seen on a page.
 * @param known lists that were gone through: a file that lies has fields within themselves
 * @returns whether any is left
 */
function keepFields(fields: PDFArray, seen: ReadonlySet<PDFObject>, known = new Set<PDFArray>()): boolean {
  if (known.has(fields)) return false;
  known.add(fields);
  for (let i = fields.size() - 1; i >= 0; i--) {
    const field = fields.lookup(i);
    const kids = field instanceof PDFDict ? arrayAt(field, 'Kids') : undefined;
    const kept = field instanceof PDFDict && (seen.has(field) || (kids !== undefined && keepFields(kids, seen, known)));
    if (kept) field.delete(PDFName.of('AA'));
    else fields.remove(i);
  }
  return fields.size() > 0;
}

function cleanForm(document: PDFDocument, pages: readonly PDFPage[]): void {
  const form = dictAt(document.catalog, 'AcroForm');
  const fields = form && arrayAt(form, 'Fields');
  if (!form || !fields || !keepFields(fields, widgetsOn(pages))) document.catalog.delete(PDFName.of('AcroForm'));
  else keepOnly(form, FORM);
}

/** What an object refers to. */
function childrenOf(object: PDFObject): PDFObject[] {
  if (object instanceof PDFDict) return object.values();
  if (object instanceof PDFArray) return object.asArray();
  if (object instanceof PDFStream) return object.dict.values();
  return [];
}

/** Drops every object that nothing leads to any more. */
function dropUnreached({ context }: PDFDocument): void {
  const reached = new Set<string>();
  const waiting: PDFObject[] = Object.values(context.trailerInfo).filter((object) => object !== undefined);
  for (let object = waiting.pop(); object; object = waiting.pop()) {
    if (!(object instanceof PDFRef)) {
      waiting.push(...childrenOf(object));
      continue;
    }
    if (reached.has(object.toString())) continue;
    reached.add(object.toString());
    const found = context.lookup(object);
    if (found) waiting.push(found);
  }
  for (const [ref] of context.enumerateIndirectObjects()) if (!reached.has(ref.toString())) context.delete(ref);
}

/**
 * Takes away what a file says of itself: who wrote it, with which program, when and under what title. A file that leaves
 * may be seen by people who are not to know whose it is. To be called before anything of our own is said.
 */
export function forgetOrigin(document: PDFDocument): void {
  document.context.trailerInfo.Info = undefined;
}

/**
 * Leaves in a document its pages, what is seen on them, and their form fields: nothing of pages that were taken out, no
 * scripts, no attached files. To be called last, once all that was drawn and embedded is written into it.
 */
export function cleanOut(document: PDFDocument): void {
  const pages = document.getPages();
  keepOnly(document.catalog, CATALOGUE);
  for (const page of pages) cleanPage(page);
  cleanForm(document, pages);
  dropUnreached(document);
}
