import { applyTo, type Matrix } from '../math/matrix';

/** A form field of a PDF page that can be filled in. */
export interface FormField {
  name: string;
  kind: 'text' | 'tick' | 'choice' | 'radio';
  /** In page points. */
  left: number;
  top: number;
  width: number;
  height: number;
  /** What the file itself holds. */
  value: string;
  /** What can be chosen. */
  options: readonly { value: string; word: string }[];
  multiline: boolean;
  readOnly: boolean;
  /** The value that a tick box or a radio button stands for when it is on. */
  onValue: string;
  /** What the file calls it for people, else its name. */
  label: string;
  maxLength: number | null;
}

/** A widget as pdf.js tells of it; only what is used here. */
export interface Widget {
  subtype?: string;
  fieldType?: string;
  fieldName?: string;
  fieldValue?: unknown;
  alternativeText?: string;
  rect?: readonly number[];
  options?: readonly { exportValue?: string; displayValue?: string }[];
  multiLine?: boolean;
  readOnly?: boolean;
  checkBox?: boolean;
  radioButton?: boolean;
  pushButton?: boolean;
  exportValue?: string;
  buttonValue?: string;
  hidden?: boolean;
  maxLen?: number;
}

function kindOf({ fieldType, checkBox, radioButton, pushButton }: Widget): FormField['kind'] | null {
  if (fieldType === 'Tx') return 'text';
  if (fieldType === 'Ch') return 'choice';
  if (fieldType !== 'Btn' || pushButton) return null;
  if (radioButton) return 'radio';
  return checkBox ? 'tick' : null;
}

/** The fields among a page's annotations, in page points; signatures, buttons and what has no name are left out. */
export function readFormFields(annotations: readonly Widget[], toPage: Matrix): FormField[] {
  const fields: FormField[] = [];
  for (const widget of annotations) {
    const kind = widget.subtype === 'Widget' ? kindOf(widget) : null;
    const { rect, fieldName: name } = widget;
    if (!kind || !name || widget.hidden || rect?.length !== 4) continue;
    const a = applyTo(toPage, rect[0]!, rect[1]!);
    const b = applyTo(toPage, rect[2]!, rect[3]!);
    const value = Array.isArray(widget.fieldValue)
      ? String(widget.fieldValue[0] ?? '')
      : String(widget.fieldValue ?? '');
    fields.push({
      name,
      kind,
      left: Math.min(a.x, b.x),
      top: Math.min(a.y, b.y),
      width: Math.abs(a.x - b.x),
      height: Math.abs(a.y - b.y),
      value: value === 'Off' ? '' : value,
      multiline: widget.multiLine === true,
      readOnly: widget.readOnly === true,
      options: (widget.options ?? []).map(({ exportValue, displayValue }) => ({
        value: exportValue ?? displayValue ?? '',
        word: displayValue ?? exportValue ?? '',
      })),
      onValue: widget.exportValue ?? widget.buttonValue ?? 'on',
      label: widget.alternativeText?.trim() || name,
      maxLength: widget.maxLen && widget.maxLen > 0 ? widget.maxLen : null,
    });
  }
  return fields;
}
