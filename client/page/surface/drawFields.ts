import type { PagePlan } from '@lippet/core/page/document';
import type { FieldValue } from '@lippet/core/page/item';
import type { FormField } from '@lippet/core/pdf/formFields';
import { colours, faces } from '../../ui/theme';
import { pdfWorker } from '../pictures/pdfPages';

/** Fields of PDF pages, by file and page; asked for once. */
const known = new Map<string, readonly FormField[] | Promise<void>>();
const MOST = 60;

function fieldsOf(page: PagePlan, onReady: () => void): readonly FormField[] {
  const { background } = page;
  if (background.kind !== 'pdf') return [];
  const key = `${background.media} ${background.page}`;
  const found = known.get(key);
  if (Array.isArray(found)) return found;
  if (!found) {
    const asked = pdfWorker()
      .fields(background.media, background.page)
      .then(
        (fields) => {
          known.set(key, fields);
          onReady();
        },
        () => void known.delete(key),
      );
    known.set(key, asked);
    if (known.size > MOST) known.delete(known.keys().next().value!);
  }
  return [];
}

function drawValue(context: CanvasRenderingContext2D, field: FormField, value: string): void {
  const { kind, left, top, width, height, multiline, onValue } = field;
  context.fillStyle = context.strokeStyle = colours.ink;
  if (kind === 'tick' || kind === 'radio') {
    if (value !== onValue) return;
    context.lineWidth = Math.max(1.5, height / 8);
    context.beginPath();
    context.moveTo(left + width * 0.2, top + height * 0.55);
    context.lineTo(left + width * 0.42, top + height * 0.78);
    context.lineTo(left + width * 0.82, top + height * 0.22);
    context.stroke();
    return;
  }
  const size = Math.max(6, Math.min(multiline ? 14 : height * 0.62, 16));
  const words = field.options.find((option) => option.value === value)?.word ?? value;
  context.font = `${size}px ${faces.interface}`;
  context.textBaseline = 'top';
  words
    .split('\n')
    .forEach((line, i) =>
      context.fillText(line, left + 3, top + (multiline ? 3 : (height - size) / 2) + i * size * 1.25),
    );
}

/** Draws what was typed into the form of a PDF page, in page points; `onReady` when its fields have become known. */
export function drawFields(
  context: CanvasRenderingContext2D,
  page: PagePlan,
  values: readonly FieldValue[],
  onReady: () => void,
): void {
  if (values.length === 0) return;
  for (const field of fieldsOf(page, onReady)) {
    const value = values.find(({ name }) => name === field.name)?.value;
    if (!value) continue;
    context.save();
    context.beginPath();
    context.rect(field.left, field.top, field.width, field.height);
    context.clip();
    drawValue(context, field, value);
    context.restore();
  }
}
