import { LIMITS } from '@lippet/core/contract/limits';
import type { HungPiece } from '@lippet/core/contract/work';
import type { Outcome } from '@lippet/core/schedule/pieceState';
import { STATE_WORDS } from '@lippet/core/schedule/pieceState';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Say } from '../ui/Say';
import { Stamp } from '../ui/Stamp';
import { colours, OUTLINE } from '../ui/theme';

interface Props {
  piece: HungPiece;
  /** Whether there is a go that waits for an answer. */
  open: boolean;
  note: string;
  kept: boolean;
  problem: string | null;
  busy: boolean;
  /** Whether another piece waits after this one. */
  more: boolean;
  onNote: (note: string) => void;
  onOutcome: (outcome: Outcome) => void;
}

/** Whose piece it is, the word that came with it, the note back, and the outcome. */
export function AnswerPanel({ piece, open, note, kept, problem, busy, more, onNote, onOutcome }: Props) {
  const first = piece.name.split(' ')[0];
  return (
    <View style={styles.panel}>
      <View style={styles.row}>
        <Stamp state={piece.standing.state} size={40} />
        <View style={styles.words}>
          <Text variant="headlineMedium" role="heading" aria-level={2}>{piece.name}</Text>
          <Text variant="bodySmall" style={{ color: colours.soft }}>
            {piece.go ? `${STATE_WORDS[piece.standing.state]} · go ${piece.go.go}${piece.standing.late ? ' · sent late' : ''}` : 'Not sent yet'}
          </Text>
        </View>
      </View>
      {piece.go?.word && <View style={styles.word}><Text variant="bodyLarge">{`“${piece.go.word}”`}</Text></View>}
      {open ? (
        <>
          <Field label={`Note to ${first}`} value={note} onChangeText={onNote} multiline maxLength={LIMITS.note} />
          <Text variant="bodySmall" style={{ color: colours.soft }} role="status">
            {kept ? `Kept. ${first} sees nothing of it yet.` : 'Keeping …'}
          </Text>
          {problem && <Say>{problem}</Say>}
          <View style={styles.answers}>
            <Button disabled={busy} onPress={() => onOutcome('again')} style={styles.answer}>Another go</Button>
            <Button kind="finish" disabled={busy} onPress={() => onOutcome('finished')} style={styles.answer}>{more ? 'Finished, next' : 'Finished'}</Button>
          </View>
        </>
      ) : (
        <>
          {note ? <View style={styles.word}><Text variant="bodyLarge">{note}</Text></View> : null}
          <Text variant="bodyMedium" style={{ color: colours.soft }}>
            {piece.go ? `You answered this go. It stays as it is.` : `${first} has not sent this yet. What you see is the draft.`}
          </Text>
        </>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  panel: { padding: 16, gap: 12 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 12 },
  words: { flex: 1 },
  word: { backgroundColor: colours.mist, borderWidth: OUTLINE, borderColor: colours.ink, padding: 12 },
  answers: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, marginTop: 4 },
  answer: { flexGrow: 1, minHeight: 52 },
});
