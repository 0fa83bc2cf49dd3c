import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { HearSign } from '../readAloud/HearSign';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { colours, OUTLINE } from '../ui/theme';

interface Props {
  minutes: number;
  questions: number;
  /** Why it could not be begun; null for nothing. */
  trouble: string | null;
  busy: boolean;
  onBegin: () => void;
}

/** What somebody knows before the clock begins. */
export function BeginTime({ minutes, questions, trouble, busy, onBegin }: Props) {
  const asked = questions === 1 ? 'one question' : `${questions} questions`;
  const words = `You have ${minutes} minutes for ${asked}. The clock is at school: it goes on when you close this.`;
  return (
    <View style={styles.box}>
      <View style={styles.row}>
        <Text variant="headlineSmall" role="heading" aria-level={2} style={styles.words}>
          {`${minutes} minutes`}
        </Text>
        <HearSign text={words} label="how long it takes" />
      </View>
      <Text variant="bodyLarge">{words}</Text>
      <Text variant="bodyLarge">What is there at the end is handed in by itself.</Text>
      {trouble && <Notice>{trouble}</Notice>}
      <Button kind="main" icon="tide" disabled={busy} onPress={onBegin} style={styles.way}>
        Begin now
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  box: {
    margin: 16,
    padding: 18,
    gap: 14,
    maxWidth: 640,
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  row: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  words: { flexShrink: 1 },
  way: { alignSelf: 'flex-start' },
});
