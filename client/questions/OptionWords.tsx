import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { HearSign } from '../readAloud/HearSign';

/** What an option says, beside the sign that says it aloud. */
export function OptionWords({ words }: { words: string }) {
  return (
    <View style={styles.row}>
      <Text variant="bodyLarge" style={styles.words}>
        {words}
      </Text>
    </View>
  );
}

/** Hears an option; beside the option, and not in it, so that it does something of its own. */
export const HearOption = ({ words }: { words: string }) => <HearSign text={words} label={words} />;

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', flexShrink: 1 },
  words: { flexShrink: 1 },
});
