import { LIMITS } from '@lippet/core/contract/limits';
import { FELT, FELT_WORDS } from '@lippet/core/contract/pieces';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { NoteButton } from '../../capture/SayNote';
import type { SpokenNote } from '../../capture/spokenNote';
import { VoiceButton } from '../../recording/VoiceButton';
import { Button } from '../../ui/Button';
import { FeltShape } from '../../ui/FeltSign';
import { Field } from '../../ui/Field';
import { Press } from '../../ui/Press';
import { colours } from '../../ui/theme';
import type { Saying } from './useSaidWithGo';

interface Props {
  saying: Saying;
  note: SpokenNote;
  teacher: string;
  /** It is on its way: what is said with it stays as it is. */
  locked: boolean;
}

/** A word with a go: how it was, something to read, something to hear. */
export function WordWithIt({ saying, note, teacher, locked }: Props) {
  return (
    <>
      <Text variant="headlineSmall" role="heading" aria-level={2}>
        A word with it
      </Text>
      <View role="radiogroup" aria-label="How it was for you" style={styles.row}>
        {FELT.map((felt) => (
          <Press
            key={felt}
            role="radio"
            aria-checked={saying.felt === felt}
            aria-label={FELT_WORDS[felt]}
            disabled={locked}
            flat={saying.felt === felt}
            fill={saying.felt === felt ? colours.ochre : colours.scrap}
            onPress={() => saying.setFelt(saying.felt === felt ? null : felt)}
            style={styles.felt}
          >
            <FeltShape felt={felt} />
            <Text variant="labelMedium">{FELT_WORDS[felt]}</Text>
          </Press>
        ))}
      </View>
      <Field
        label={`For ${teacher} to read`}
        value={saying.word}
        onChangeText={saying.setWord}
        multiline
        maxLength={LIMITS.word}
      />
      {saying.voice && (
        <View style={styles.row}>
          <VoiceButton voice={saying.voice} label="what you said" />
          {!locked && (
            <Button icon="bin" onPress={() => saying.setVoice(null)}>
              Throw it away
            </Button>
          )}
        </View>
      )}
      {!saying.voice && !locked && <NoteButton note={note} onSaid={saying.setVoice} />}
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, alignItems: 'center' },
  felt: { minWidth: 92, padding: 8, alignItems: 'center', gap: 4 },
});
