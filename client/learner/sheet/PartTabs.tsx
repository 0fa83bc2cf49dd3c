import type { PartView } from '@lippet/core/contract/work';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from '../../ui/LineIcon';
import { Press } from '../../ui/Press';
import { colours, OUTLINE, TARGET } from '../../ui/theme';

interface Props {
  parts: readonly PartView[];
  current: string;
  done: ReadonlySet<string>;
  onChoose: (id: string) => void;
}

/** The steps of an activity; a tick for what is complete. One part needs no steps. */
export function PartTabs({ parts, current, done, onChoose }: Props) {
  if (parts.length < 2) return null;
  return (
    <ScrollView horizontal showsHorizontalScrollIndicator={false} style={styles.scroll} contentContainerStyle={styles.row} role="tablist" aria-label="Parts">
      {parts.map((part, i) => {
        const here = part.id === current;
        const complete = done.has(part.id);
        return (
          <Press
            key={part.id} role="tab" aria-selected={here} flat fill={here ? colours.ink : complete ? colours.ochre : colours.scrap}
            aria-label={`Part ${i + 1}, ${part.title}${complete ? ', done' : ''}${part.required ? '' : ', if you like'}`}
            onPress={() => onChoose(part.id)} style={styles.tab}
          >
            <View style={[styles.number, { backgroundColor: here ? colours.ochre : colours.scrap }]}>
              {complete ? <LineIcon name="tick" size={16} width={3.5} /> : <Text variant="labelSmall">{i + 1}</Text>}
            </View>
            <Text variant="labelMedium" style={{ color: here ? colours.scrap : colours.ink }}>{part.title}</Text>
          </Press>
        );
      })}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  scroll: { flexGrow: 0 },
  row: { gap: 10, paddingHorizontal: 2 },
  tab: { flexDirection: 'row', alignItems: 'center', gap: 8, paddingHorizontal: 10, minHeight: TARGET.learner },
  number: { width: 22, height: 22, borderWidth: OUTLINE, borderColor: colours.ink, alignItems: 'center', justifyContent: 'center' },
});
