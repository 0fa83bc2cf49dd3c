import { TickBox } from '../../ui/TickBox';
import { Pick } from '../../ui/Pick';
import { SheetsRow } from '../page/SheetsRow';
import type { FieldsProps } from '../partKind';

const BY = [
  { value: 'group', word: 'The whole group', icon: 'people' },
  { value: 'crew', word: 'Each crew its own', icon: 'group' },
] as const;

/** The sheets that are filled together, who fills them, and how. */
export function SharedFields({ settings, home, onSettings, onSheet }: FieldsProps<'shared'>) {
  return (
    <>
      <SheetsRow sheets={settings.sheets} home={home} onChange={(sheets) => onSettings({ sheets })} onSheet={onSheet} />
      <Pick
        label="Who fills it together"
        headed
        options={BY}
        chosen={settings.by ?? 'group'}
        onChoose={(by) => onSettings({ by })}
      />
      <TickBox
        word="A place for each"
        below="Laid out by number, with their names"
        on={settings.places === true}
        onChange={(places) => onSettings({ places: places || undefined })}
      />
      <TickBox
        word="First one’s own"
        below="What others made is shown once one has added something"
        on={settings.hides === true}
        onChange={(hides) => onSettings({ hides: hides || undefined })}
      />
    </>
  );
}
