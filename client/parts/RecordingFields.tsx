import { BY_VOICE } from '@lippet/core/parts/partKind';
import type { RecordingSettings } from '@lippet/core/parts/recordingSettings';
import { lengthWords } from '@lippet/core/recording/moments';
import type { ReactNode } from 'react';
import { Field } from '../ui/Field';
import { Pick } from '../ui/Pick';
import { TickBox } from '../ui/TickBox';

/** Lengths to choose from, in seconds. */
const LENGTHS = [15, 30, 60, 90, 120, 300] as const;

interface Props {
  settings: RecordingSettings;
  onSettings: (change: Partial<RecordingSettings>) => void;
  /** What only one of the kinds asks, before the last. */
  children?: ReactNode;
}

/** What is asked of a recording: its length, its title, and whether one may keep it. */
export function RecordingFields({ settings, onSettings, children }: Props) {
  return (
    <>
      <Pick
        label="At most"
        headed
        options={LENGTHS.map((seconds) => ({ value: String(seconds), word: lengthWords(seconds) }))}
        chosen={String(settings.seconds ?? BY_VOICE.seconds)}
        onChoose={(seconds) => onSettings({ seconds: Number(seconds) })}
      />
      <Field
        label="Begin its title, if you like"
        value={settings.titleStart ?? ''}
        onChangeText={(titleStart) => onSettings({ titleStart: titleStart || undefined })}
        maxLength={120}
      />
      {children}
      <TickBox
        word="Learners may keep a copy"
        on={settings.keepCopy !== false}
        onChange={(on) => onSettings({ keepCopy: on ? undefined : false })}
      />
    </>
  );
}
