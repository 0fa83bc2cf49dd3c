import type { PartView } from '@lippet/core/parts/part';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../../ui/Button';
import { LineIcon } from '../../ui/LineIcon';
import { colours, OUTLINE } from '../../ui/theme';

/** A part that can't be begun yet: which one comes first, and the way there. */
export function WaitingPanel({ first, onGo }: { first: PartView; onGo: () => void }) {
  return (
    <View style={styles.panel} role="status">
      <LineIcon name="lock" size={72} />
      <Text variant="headlineMedium" style={styles.words}>{`First comes “${first.title}”`}</Text>
      <Text variant="bodyLarge" style={styles.words}>
        This part opens when that one is done.
      </Text>
      <Button kind="main" large icon="forward" onPress={onGo}>{`Go to ${first.title}`}</Button>
    </View>
  );
}

const styles = StyleSheet.create({
  panel: {
    flex: 1,
    alignItems: 'center',
    justifyContent: 'center',
    gap: 16,
    padding: 24,
    backgroundColor: colours.desk,
    borderTopWidth: OUTLINE,
    borderColor: colours.ink,
  },
  words: { textAlign: 'center' },
});
