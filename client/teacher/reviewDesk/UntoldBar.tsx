import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../../ui/Button';
import { colours, OUTLINE } from '../../ui/theme';
import type { Untold } from './telling';

/**
 * Stands above the desk until everybody in it has been told: the teacher has gone on meanwhile, and is not pulled away
 * from what is in hand.
 */
export function UntoldBar({ untold, onOpen }: { untold: readonly Untold[]; onOpen: (personId: string) => void }) {
  const first = untold[0];
  if (!first) return null;
  return (
    <View style={styles.bar} role="alert">
      <Text
        variant="labelMedium"
        style={styles.words}
      >{`Not told yet: ${untold.map(({ name }) => name).join(', ')}. ${first.why}`}</Text>
      <Button icon="eye" onPress={() => onOpen(first.personId)}>{`Back to ${first.name}`}</Button>
    </View>
  );
}

const styles = StyleSheet.create({
  bar: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: 12,
    paddingHorizontal: 14,
    paddingVertical: 6,
    backgroundColor: colours.blush,
    borderBottomWidth: OUTLINE,
    borderColor: colours.ink,
  },
  words: { flexGrow: 1, flexBasis: 240 },
});
