import { fieldItemId, MAX_TEXT, type FieldValue } from '@lippet/core/page/item';
import type { FormField } from '@lippet/core/pdf/formFields';
import { useQuery } from '@tanstack/react-query';
import type { CSSProperties } from 'react';
import { StyleSheet, View } from 'react-native';
import { colours, faces } from '../../ui/theme';
import { pdfWorker } from '../pictures/pdfPages';
import type { Surface } from '../surface/surface';
import { useRows } from '../surface/useRows';
import { useOnScreen } from './useOnScreen';

/** The form fields of a PDF page, to be filled in where they stand. */
export function FormFields({ surface, editable }: { surface: Surface; editable: boolean }) {
  const { background } = surface.page;
  const [media, page] = background.kind === 'pdf' ? [background.media, background.page] : ['', 0];
  const { data: fields = [] } = useQuery({
    queryKey: ['fields', media, page],
    queryFn: () => pdfWorker().fields(media, page),
    enabled: media !== '',
    staleTime: Infinity,
  });
  const { at, scale } = useOnScreen(surface);
  // What can't be filled in is drawn by the page itself, but for lists to choose from, which pdf.js leaves out.
  const shown = fields.filter(({ readOnly, kind }) => !readOnly || kind === 'choice');
  const rowOf = useRows();
  if (shown.length === 0) return null;
  const values = new Map(
    surface.allItems
      .filter((item): item is FieldValue => item.kind === 'field')
      .map(({ name, value }) => [name, value]),
  );
  const fill = (name: string, value: string, typed: boolean): void =>
    surface.change(
      [
        {
          page: surface.page.id,
          id: fieldItemId(name),
          after: { kind: 'field', name, value, order: '', at: Date.now() },
        },
      ],
      typed ? rowOf(name) : null,
    );
  return (
    <View style={styles.all} role="form" aria-label="Form">
      {shown.map((field, i) => (
        <View
          key={`${field.name}-${i}`}
          style={[
            styles.field,
            { ...at(field.left, field.top), width: field.width * scale, height: field.height * scale },
          ]}
        >
          <Control
            field={field}
            value={values.get(field.name) ?? field.value}
            disabled={!editable || field.readOnly}
            scale={scale}
            onFill={(value) => fill(field.name, value, field.kind === 'text')}
          />
        </View>
      ))}
    </View>
  );
}

const plain = (disabled: boolean): CSSProperties => ({
  width: '100%',
  height: '100%',
  boxSizing: 'border-box',
  border: `1.5px solid ${disabled ? colours.line : colours.sea}`,
  background: 'rgba(220, 232, 234, 0.55)',
  color: colours.ink,
  fontFamily: faces.interface,
  padding: '0 3px',
  margin: 0,
  borderRadius: 0,
});

function Control({
  field,
  value,
  disabled,
  scale,
  onFill,
}: {
  field: FormField;
  value: string;
  disabled: boolean;
  scale: number;
  onFill: (value: string) => void;
}) {
  const { kind, label, multiline, height, options, onValue, maxLength } = field;
  const common = { 'aria-label': label, disabled };
  if (kind === 'tick' || kind === 'radio') {
    const on = value === onValue;
    return (
      <input
        {...common}
        type={kind === 'tick' ? 'checkbox' : 'radio'}
        checked={on}
        onChange={() => onFill(on && kind === 'tick' ? '' : onValue)}
        style={{ width: '100%', height: '100%', margin: 0, accentColor: colours.sea }}
      />
    );
  }
  const size = Math.max(8, Math.min(multiline ? 14 : height * 0.62, 16) * scale);
  if (kind === 'choice') {
    return (
      <select
        {...common}
        value={value}
        onChange={(event) => onFill(event.target.value)}
        style={{ ...plain(disabled), fontSize: size }}
      >
        <option value="" />
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.word}
          </option>
        ))}
      </select>
    );
  }
  const text = {
    ...common,
    value,
    maxLength: maxLength ?? MAX_TEXT,
    style: { ...plain(disabled), fontSize: size, resize: 'none' as const, lineHeight: 1.25 },
  };
  return multiline ? (
    <textarea {...text} onChange={(event) => onFill(event.target.value)} />
  ) : (
    <input {...text} type="text" onChange={(event) => onFill(event.target.value)} />
  );
}

const styles = StyleSheet.create({
  all: { ...StyleSheet.absoluteFill, pointerEvents: 'box-none' },
  field: { position: 'absolute' },
});
