import type { MarkView } from '@lippet/core/review/rubric';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Hear } from '../readAloud/Hear';
import { colours, OUTLINE } from '../ui/theme';

/** What the teacher says by the rubric: each line in words, and the mark with how it comes about. */
export function MarkCard({ marked: { mark, lines, explained } }: { marked: MarkView }) {
  const sentences = lines.map(({ title, words }) => `${title}: ${words}.`).join(' ');
  return (
    <View style={styles.card} role="group" aria-label="What good work shows">
      {mark && <Text variant="headlineSmall" role="heading" aria-level={2}>{`Mark: ${mark.words}`}</Text>}
      {lines.map(({ id, title, words }) => (
        <View key={id} style={styles.line}>
          <Text variant="labelLarge">{title}</Text>
          <Text variant="bodyLarge">{words}</Text>
        </View>
      ))}
      {lines.length > 0 && <Hear text={sentences} label="what good work shows" small />}
      {explained.length > 1 && <Text variant="bodySmall">{`The mark comes from: ${explained.join('; ')}.`}</Text>}
    </View>
  );
}

const styles = StyleSheet.create({
  card: { gap: 10, padding: 12, backgroundColor: colours.scrap, borderWidth: OUTLINE, borderColor: colours.ink },
  line: { gap: 2 },
});
