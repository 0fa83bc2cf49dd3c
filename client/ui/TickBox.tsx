import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from './LineIcon';
import { colours, OUTLINE, TARGET } from './theme';

interface Props {
  word: string;
  /** What it is called for those who can't see where it stands; else its word. */
  name?: string;
  /** What it means, where the word does not say it. */
  below?: string;
  on: boolean;
  onChange: (on: boolean) => void;
  disabled?: boolean;
}

/** One thing that is so, or not. */
export function TickBox({ word, name = word, below, on, onChange, disabled = false }: Props) {
  return (
    <Pressable
      role="checkbox"
      aria-checked={on}
      aria-label={name}
      aria-disabled={disabled}
      disabled={disabled}
      onPress={() => onChange(!on)}
      style={styles.row}
    >
      <View style={[styles.box, on && styles.chosen, disabled && styles.disabled]}>
        {on && <LineIcon name="tick" size={22} width={3} />}
      </View>
      <View style={styles.words}>
        <Text variant="labelLarge">{word}</Text>
        {below && (
          <Text variant="bodySmall" style={{ color: colours.soft }}>
            {below}
          </Text>
        )}
      </View>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 12, minHeight: TARGET.learner },
  box: {
    width: 30,
    height: 30,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
    alignItems: 'center',
    justifyContent: 'center',
  },
  chosen: { backgroundColor: colours.ochre },
  disabled: { borderStyle: 'dashed' },
  words: { flexShrink: 1 },
});
