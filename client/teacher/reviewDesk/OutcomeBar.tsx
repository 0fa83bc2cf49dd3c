import type { Outcome } from '@lippet/core/piece/pieceState';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE } from '../../ui/theme';

interface Props {
  /** The learner's first name. */
  name: string;
  /** What was decided and is not told yet. */
  held: Outcome | null;
  busy: boolean;
  /** There is little room, as on a phone that lies on its side. */
  small: boolean;
  /** What stands before the outcomes, where there is room for one row alone. */
  before?: ReactNode;
  /** Another piece waits after this one. */
  more: boolean;
  /** Why it could not be told. */
  problem: string | null;
  onOutcome: (outcome: Outcome) => void;
  /** Lets go of what is held. */
  onLetGo: () => void;
}

/** What becomes of the piece: always in reach, whatever lies above. */
export function OutcomeBar({ name, held, busy, small, before, more, problem, onOutcome, onLetGo }: Props) {
  const answer = [styles.answer, small && styles.small];
  return (
    <View style={styles.bar} role="group" aria-label={`What becomes of ${name}’s piece`}>
      {problem && <Notice>{problem}</Notice>}
      {held && (
        <View style={styles.row}>
          <Text
            variant="labelMedium"
            style={styles.words}
          >{`Held: ${held === 'again' ? 'another go' : 'finished'}. ${name} sees nothing yet.`}</Text>
          <Button disabled={busy} onPress={onLetGo}>
            Let it go
          </Button>
        </View>
      )}
      <View style={[styles.row, small && styles.abreast]}>
        {before}
        <Button disabled={busy} onPress={() => onOutcome('again')} style={answer}>
          Another go
        </Button>
        <Button kind="finish" disabled={busy} onPress={() => onOutcome('finished')} style={answer}>
          {more && !small ? 'Finished, next' : 'Finished'}
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  bar: {
    gap: 10,
    paddingHorizontal: 14,
    paddingTop: 10,
    paddingBottom: 14,
    backgroundColor: colours.paper,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
  },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 12 },
  words: { flex: 1 },
  abreast: { gap: 8 },
  answer: { flexGrow: 1, minHeight: 52 },
  small: { minHeight: 48, paddingHorizontal: 6 },
});
