import { TickBox } from '../../ui/TickBox';
import { AnotherWay } from '../AnotherWay';
import type { FieldsProps } from '../partKind';
import { SheetsRow } from './SheetsRow';

/** The sheets that are given out, and what learners may do besides. */
export function PageFields({ settings, home, onSettings, onSheet }: FieldsProps<'page'>) {
  return (
    <>
      <SheetsRow sheets={settings.sheets} home={home} onChange={(sheets) => onSettings({ sheets })} onSheet={onSheet} />
      <TickBox
        word="Learners may add pages"
        on={settings.morePages === true}
        onChange={(morePages) => onSettings({ morePages: morePages || undefined })}
      />
      <AnotherWay settings={settings} onSettings={onSettings} />
    </>
  );
}
