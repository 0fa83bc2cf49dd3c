import type { PartWithWork } from '@lippet/core/contract/activities';
import type { PartPlan } from '@lippet/core/parts/part';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../../ui/Button';
import { colours, OUTLINE } from '../../ui/theme';

interface Props {
  parts: readonly PartWithWork[];
  workIn: Readonly<Record<string, readonly string[]>>;
  onPutBack: (part: PartPlan) => void;
}

/** Parts that are not asked for any more, though somebody has made something in them: each can come back. */
export function TakenOutParts({ parts, workIn, onPutBack }: Props) {
  if (parts.length === 0) return null;
  return (
    <View role="group" aria-label="Taken out" style={styles.box}>
      <Text variant="labelMedium">Taken out</Text>
      {parts.map(({ part }) => (
        <View key={part.id} style={styles.row}>
          <View style={styles.words}>
            <Text variant="titleMedium">{part.title}</Text>
            <Text variant="bodySmall">{`With work by ${(workIn[part.id] ?? []).join(', ')}, which stays with them.`}</Text>
          </View>
          <Button icon="undo" label={`Put it back: ${part.title}`} onPress={() => onPutBack(part)}>
            Put it back
          </Button>
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 10, padding: 14, borderWidth: OUTLINE, borderStyle: 'dashed', borderColor: colours.ink },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 12 },
  words: { flex: 1, minWidth: 180, gap: 2 },
});
