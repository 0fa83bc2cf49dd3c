import { LIMITS } from '@lippet/core/contract/limits';
import { openName, TYPED_NAME } from '@lippet/core/review/keptNotes';
import type { Outcome } from '@lippet/core/piece/pieceState';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { TickBox } from '../../ui/TickBox';
import { colours, OUTLINE } from '../../ui/theme';

interface Props {
  count: number;
  busy: boolean;
  /** @param outcome null says the note alone @returns whether it was done */
  onAnswer: (note: string, outcome: Outcome | null, hold: boolean) => Promise<boolean>;
}

/** The same note, and the same outcome, for several pieces at a time. */
export function ManyBar({ count, busy, onAnswer }: Props) {
  const [note, setNote] = useState('');
  const [hold, setHold] = useState(false);
  const pieces = `${count} ${count === 1 ? 'piece' : 'pieces'}`;
  const answer = async (outcome: Outcome | null): Promise<void> => {
    if (await onAnswer(openName(note.trim()), outcome, hold)) setNote('');
  };
  return (
    <View style={styles.bar} role="region" aria-label={`Answer ${pieces}`}>
      <Text variant="titleSmall">{`${pieces} chosen`}</Text>
      <Field label="A note to all of them" value={note} onChangeText={setNote} maxLength={LIMITS.note} />
      <View style={styles.row}>
        <Button icon="people" onPress={() => setNote(`${note}${TYPED_NAME}`)}>
          Put in their name
        </Button>
        <Button
          disabled={busy || note.trim() === ''}
          label={`Add the note to ${pieces}`}
          onPress={() => void answer(null)}
        >
          Add the note
        </Button>
        <Button disabled={busy} label={`Another go for ${pieces}`} onPress={() => void answer('again')}>
          Another go
        </Button>
        <Button kind="finish" disabled={busy} label={`Finished for ${pieces}`} onPress={() => void answer('finished')}>
          Finished
        </Button>
        <TickBox word="Hold it, tell later" on={hold} onChange={setHold} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  bar: { padding: 12, gap: 10, backgroundColor: colours.paper, borderTopWidth: OUTLINE, borderColor: colours.ink },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 14 },
});
