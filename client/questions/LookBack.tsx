import type { TryView } from '@lippet/core/contract/tries';
import { answerWords, readAnswer, type AskedQuestion } from '@lippet/core/questions/question';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../ui/Button';
import { LineIcon } from '../ui/LineIcon';
import { colours, OUTLINE } from '../ui/theme';
import { questionState, STATE_LOOKS } from './questionState';
import { rightOf, type Tries } from './useTries';

interface Props {
  part: string;
  asked: readonly AskedQuestion[];
  triesAt: (question: string) => readonly TryView[];
  tries: Tries;
  onAgain: () => void;
  onBack: () => void;
}

/** All that one has answered, to be looked at before one goes through it once more. */
export function LookBack({ part, asked, triesAt, tries, onAgain, onBack }: Props) {
  return (
    <ScrollView contentContainerStyle={styles.content}>
      <Text variant="headlineSmall" role="heading" aria-level={2}>
        What you answered
      </Text>
      {asked.map((question, index) => {
        const mine = triesAt(question.id);
        const answer = readAnswer(question, mine.at(-1)?.answer);
        const state = questionState({ answered: answer !== null, tries: mine });
        const { word, icon, fill } = STATE_LOOKS[state];
        const right = state === 'right' ? null : rightOf(tries.shown, part, question.id);
        return (
          <View key={question.id} style={[styles.row, { backgroundColor: fill }]}>
            <View style={styles.sign}>{icon && <LineIcon name={icon} size={24} width={3} />}</View>
            <View style={styles.words}>
              <Text variant="titleMedium">{`${index + 1}  ${question.words}`}</Text>
              <Text variant="bodyLarge">{answer ? answerWords(question, answer) : ''}</Text>
              <Text variant="bodyMedium">{right ? `${word}. Right: ${right}` : word}</Text>
            </View>
          </View>
        );
      })}
      {tries.giving.kind === 'failed' && tries.giving.question === part && (
        <Text variant="bodyMedium" role="alert">
          {tries.giving.why}
        </Text>
      )}
      <View style={styles.ways}>
        <Button kind="main" icon="again" disabled={tries.giving.kind === 'giving'} onPress={onAgain}>
          Once more from the start
        </Button>
        <Button icon="back" onPress={onBack}>
          Stay with these
        </Button>
      </View>
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  content: { padding: 16, gap: 12, width: '100%', maxWidth: 640, alignSelf: 'center' },
  row: { flexDirection: 'row', gap: 12, padding: 12, borderWidth: OUTLINE, borderColor: colours.ink },
  sign: { width: 24, paddingTop: 2 },
  words: { flex: 1, gap: 2 },
  ways: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, paddingVertical: 8 },
});
