import { memo } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import type { LineName } from '../../ui/LineIcon';
import { UnderIcon } from '../../ui/UnderIcon';
import { TARGET } from '../../ui/theme';
import type { Can, DocumentEditor } from '../document/documentEditor';
import type { Surface } from './surface';

const NOTHING = createStore<Can>(() => ({ undo: false, redo: false }));

interface Props {
  editor: DocumentEditor | null;
  surface: Surface | null;
  /** False where there is no page to look at. */
  paged?: boolean;
  /** Whether something can be drawn here; what was sent is only looked at. */
  editable?: boolean;
  /** Gives the sheet all the room, or takes it back. */
  full?: { on: boolean; toggle: () => void };
}

interface HistoryButton {
  word: string;
  short: string;
  icon: LineName;
  on: boolean;
  act: () => void;
}

/** Undo, redo, the whole page, and all the room. */
export const HistoryButtons = memo(function HistoryButtons({
  editor,
  surface,
  paged = true,
  editable = true,
  full,
}: Props) {
  const can = useStore(editor?.can ?? NOTHING);
  const steps: HistoryButton[] = [
    { word: 'Undo', short: 'Undo', icon: 'undo', on: can.undo, act: () => editor?.undo() },
    { word: 'Redo', short: 'Redo', icon: 'redo', on: can.redo, act: () => editor?.redo() },
  ];
  const buttons: HistoryButton[] = [
    ...(editable ? steps : []),
    ...(paged
      ? [{ word: 'Whole page', short: 'Page', icon: 'fit' as const, on: true, act: () => surface?.renderer.fit() }]
      : []),
    ...(full
      ? [
          {
            word: full.on ? 'Leave full screen' : 'Full screen',
            short: full.on ? 'Leave' : 'Full',
            icon: full.on ? ('close' as const) : ('full' as const),
            on: true,
            act: full.toggle,
          },
        ]
      : []),
  ];
  return (
    <View style={styles.row}>
      {buttons.map(({ word, short, icon, on, act }) => (
        <Pressable key={word} role="button" aria-label={word} disabled={!on} onPress={act} style={styles.button}>
          <UnderIcon icon={icon} off={!on}>
            {short}
          </UnderIcon>
        </Pressable>
      ))}
    </View>
  );
});

const styles = StyleSheet.create({
  row: { flexDirection: 'row' },
  button: { width: TARGET.learner, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
});
