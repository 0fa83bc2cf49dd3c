import type { AnySettings } from '@lippet/core/parts/partKind';
import { TickBox } from '../ui/TickBox';

interface Props {
  settings: AnySettings;
  onSettings: (change: Partial<AnySettings>) => void;
}

/** Whether photos of paper, or a voice, are an answer as well. */
export function AnotherWay({ settings, onSettings }: Props) {
  return (
    <TickBox
      word="Another way is fine"
      below="Photos of paper, or a voice, in place of this"
      on={settings.onPaper !== false}
      onChange={(on) => onSettings({ onPaper: on ? undefined : false })}
    />
  );
}
