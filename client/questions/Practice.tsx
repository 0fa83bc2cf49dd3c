import { isComplete, type Answer } from '@lippet/core/questions/question';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { HearSign } from '../readAloud/HearSign';
import { Button } from '../ui/Button';
import { colours, OUTLINE } from '../ui/theme';
import { questionUi } from './registry';
import { TryResult } from './TryResult';
import type { Practising } from './usePractice';

interface Props {
  now: Practising;
  busy: boolean;
  onAnswer: (answer: Answer | null) => void;
  onGive: () => void;
}

/** The same question with other numbers: it can only help. */
export function Practice({ now, busy, onAnswer, onGive }: Props) {
  const { view, answer, tried } = now;
  const { Answering } = questionUi(view.asked.kind);
  return (
    <View style={styles.box}>
      <View style={styles.asked}>
        <Text variant="titleMedium" role="heading" aria-level={3} style={styles.words}>
          {view.asked.words}
        </Text>
        <HearSign text={view.asked.words} label="the question like it" />
      </View>
      <Answering
        key={view.variant}
        question={view.asked as never}
        answer={answer as never}
        onAnswer={tried ? null : (next: object | null) => onAnswer(next as Answer | null)}
      />
      {tried ? (
        <TryResult tries={[tried]} left={0} practised />
      ) : (
        <Button
          kind="main"
          icon="tick"
          disabled={busy || !answer || !isComplete(view.asked, answer)}
          onPress={onGive}
          style={styles.way}
        >
          Give this one
        </Button>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 12, padding: 12, backgroundColor: colours.mist, borderWidth: OUTLINE, borderColor: colours.ink },
  asked: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  words: { flexShrink: 1 },
  way: { alignSelf: 'flex-start' },
});
