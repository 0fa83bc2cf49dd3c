import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { colours, OUTLINE } from '../../ui/theme';
import { SHEET_KEYS, SHEET_TOOLS, TOOLS } from './toolList';

/** Every key of the sheet, and what it does. */
export function KeyList() {
  const all = [
    ...TOOLS.filter(({ tool }) => SHEET_TOOLS.includes(tool)).map(({ key, word, does }) => ({
      key,
      does: `${word}: ${does.toLowerCase()}`,
    })),
    ...SHEET_KEYS,
  ];
  return (
    <ScrollView style={styles.list} tabIndex={0} role="group" aria-label="All keys">
      {all.map(({ key, does }) => (
        <View key={key} style={styles.row}>
          <View style={styles.key}>
            <Text variant="labelMedium">{key}</Text>
          </View>
          <Text variant="bodyMedium" style={styles.words}>
            {does}
          </Text>
        </View>
      ))}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  list: { maxHeight: 420 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 14, paddingVertical: 4 },
  key: {
    minWidth: 96,
    minHeight: 34,
    paddingHorizontal: 8,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
    alignItems: 'center',
    justifyContent: 'center',
  },
  words: { flex: 1 },
});
