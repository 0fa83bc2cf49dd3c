import { ALWAYS_SHOWN, leftWords } from '@lippet/core/questions/setTime';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../ui/Button';
import { LineIcon } from '../ui/LineIcon';
import { colours, OUTLINE } from '../ui/theme';

const MINUTE = 60_000;

/** What is left of the time: calm, and hidden by whoever it makes restless until few minutes are left. */
export function SetClock({ left }: { left: number }) {
  const [hidden, setHidden] = useState(false);
  const few = left <= ALWAYS_SHOWN * MINUTE;
  const shown = few || !hidden;
  return (
    <View style={styles.line}>
      <LineIcon name="tide" size={22} />
      <Text variant="titleMedium" role="timer" style={styles.words}>
        {shown ? leftWords(left) : 'The clock is hidden'}
      </Text>
      {!few && (
        <Button label={hidden ? 'Show the clock' : 'Hide the clock'} onPress={() => setHidden(!hidden)}>
          {hidden ? 'Show' : 'Hide'}
        </Button>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  line: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 10,
    paddingHorizontal: 12,
    paddingVertical: 6,
    backgroundColor: colours.mist,
    borderBottomWidth: OUTLINE,
    borderColor: colours.ink,
  },
  words: { flexGrow: 1, flexShrink: 1 },
});
