/** Filling the form of a PDF, so that other programs find the values and draw them as they were typed. */
import {
  PDFCheckBox,
  PDFDict,
  type PDFDocument,
  PDFDropdown,
  PDFHexString,
  PDFName,
  PDFOptionList,
  PDFRadioGroup,
  PDFTextField,
  type PDFField,
  type PDFForm,
} from 'pdf-lib';
import type { FieldValue } from '../page/item';
import { breakLines } from '../page/textLines';
import { lineContent, lineLength, mapped, within } from './content';
import { charactersOf, type NamedFont } from './textRuns';

/** Letters in a field of several lines, and the largest and smallest in one of one line, in points. */
const SIZE = { lines: 12, largest: 16, smallest: 6 };
/** How much of a field's height a line of letters takes. */
const LETTER_SHARE = 0.62;
/** Room between a field's edge and its letters, and between its lines, in points and in letters. */
const MARGIN = 2;
const LEADING = 1.2;

const hasAll = (words: string, { font }: NamedFont): boolean =>
  [...words].every((letter) => /\s/u.test(letter) || charactersOf(font).has(letter.codePointAt(0)!));

/** The font that has most of the letters. */
function fontFor(words: string, fonts: readonly NamedFont[]): NamedFont {
  const had = ({ font }: NamedFont): number =>
    [...words].filter((letter) => charactersOf(font).has(letter.codePointAt(0)!)).length;
  return fonts.reduce((best, font) => (had(font) > had(best) ? font : best));
}

/** The form's own resources name every font that a field's appearance may be made anew with (ISO 32000-1, 12.7.2). */
function nameFonts(form: PDFForm, fonts: readonly NamedFont[]): void {
  const { dict } = form.acroForm;
  const { context } = dict;
  const resources = dict.lookupMaybe(PDFName.of('DR'), PDFDict) ?? context.obj({});
  const known = resources.lookupMaybe(PDFName.of('Font'), PDFDict) ?? context.obj({});
  for (const { font } of fonts) known.set(PDFName.of(font.name), font.ref);
  resources.set(PDFName.of('Font'), known);
  dict.set(PDFName.of('DR'), resources);
}

/** The largest size at which a line fits into a field. */
function sizeWithin(line: string, width: number, height: number, fonts: readonly NamedFont[]): number {
  let size = Math.min(SIZE.largest, height * LETTER_SHARE);
  while (size > SIZE.smallest && lineLength(line, size, fonts) > width - 2 * MARGIN) size -= 0.5;
  return size;
}

/** Draws words of several scripts into a field: an appearance that a library makes knows one font only. */
function drawInScripts(field: PDFTextField, value: string, fonts: readonly NamedFont[]): void {
  const { context } = field.acroField.dict;
  for (const widget of field.acroField.getWidgets()) {
    const { width, height } = widget.getRectangle();
    const size = field.isMultiline() ? SIZE.lines : sizeWithin(value, width, height, fonts);
    const lines = field.isMultiline()
      ? breakLines(value, width - 2 * MARGIN, (words) => lineLength(words, size, fonts))
      : [value];
    const first = field.isMultiline() ? MARGIN + size : (height + size * LETTER_SHARE) / 2;
    const drawn = lines.map((line, i) => lineContent(line, [MARGIN, first + i * size * LEADING], size, fonts));
    const resources = context.obj({ Font: Object.fromEntries(fonts.map(({ name, font }) => [name, font.ref])) });
    const appearance = context.flateStream(
      `/Tx BMC\n${within(`0 0 ${width} ${height} re W n\n${mapped([1, 0, 0, -1, 0, height])}${drawn.join('')}`)}EMC\n`,
      { Type: 'XObject', Subtype: 'Form', BBox: context.obj([0, 0, width, height]), Resources: resources },
    );
    widget.setNormalAppearance(context.register(appearance));
  }
}

function fillText(field: PDFTextField, typed: string, fonts: readonly NamedFont[]): void {
  const limit = field.getMaxLength();
  const value = limit === undefined ? typed : typed.slice(0, limit);
  field.setText(value);
  // Left to itself, text of several lines is set as large as its first line allows.
  if (field.isMultiline() && field.acroField.getDefaultAppearance()) field.setFontSize(SIZE.lines);
  const font = fontFor(value, fonts);
  field.updateAppearances(font.font);
  if (!hasAll(value, font)) drawInScripts(field, value, fonts);
}

/**
 * Chooses by the value that the file stands for a choice (ISO 32000-1, 12.7.4.4), which need not be what people read.
 * The library knows choices by what people read, and writes that; so the value is written once it has drawn them.
 */
function choose(field: PDFDropdown | PDFOptionList, value: string, fonts: readonly NamedFont[]): void {
  if (value === '') return field.clear();
  const option = field.acroField
    .getOptions()
    .find((option) => option.value.decodeText() === value || option.display?.decodeText() === value);
  if (!option) return;
  const shown = (option.display ?? option.value).decodeText();
  field.select(shown);
  field.updateAppearances(fontFor(shown, fonts).font);
  field.acroField.dict.set(PDFName.of('V'), PDFHexString.fromText(option.value.decodeText()));
}

function fill(field: PDFField, value: string, fonts: readonly NamedFont[]): void {
  if (field instanceof PDFTextField) fillText(field, value, fonts);
  else if (field instanceof PDFDropdown || field instanceof PDFOptionList) choose(field, value, fonts);
  else if (field instanceof PDFCheckBox) {
    if (value) field.check();
    else field.uncheck();
  } else if (field instanceof PDFRadioGroup) {
    if (field.getOptions().includes(value)) field.select(value);
    else if (value === '') field.clear();
  }
}

/**
 * Fills what was typed into a form. A field that is not there, is read only, or takes no such value, is left as it is.
 *
 * @param fonts at least one; together they have all letters that were typed, where anything has them
 */
export function fillForm(document: PDFDocument, values: readonly FieldValue[], fonts: readonly NamedFont[]): void {
  if (values.length === 0) return;
  const form = document.getForm();
  nameFonts(form, fonts);
  for (const { name, value } of values) {
    const field = form.getFieldMaybe(name);
    if (field && !field.isReadOnly()) fill(field, value, fonts);
  }
  form.updateFieldAppearances(fonts[0]!.font);
}
