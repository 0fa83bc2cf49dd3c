import { lengthWords, timeWords } from '@lippet/core/recording/moments';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { colours, OUTLINE } from '../ui/theme';
import type { RecorderState } from './recorder';

function leftWords({ phase, seconds }: RecorderState, limit: number): string {
  if (phase === 'ready') return `Up to ${lengthWords(limit)}`;
  const left = Math.ceil(limit - seconds);
  return left <= 10 ? `${left} seconds left` : `${timeWords(seconds)} of ${timeWords(limit)}`;
}

/** How long it is and may be; near its end, how much is left. */
export function BoothClock({ state, limit }: { state: RecorderState; limit: number }) {
  const { phase } = state;
  const words = leftWords(state, limit);
  return (
    <View style={styles.time}>
      {phase === 'recording' && <View style={styles.lamp} />}
      <Text variant="headlineMedium" testID="recorded" role="timer" style={styles.light}>
        {phase === 'paused' ? `Paused, ${words}` : words}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  light: { color: colours.scrap },
  time: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  lamp: { width: 14, height: 14, backgroundColor: colours.vermilion, borderWidth: OUTLINE, borderColor: colours.scrap },
});
