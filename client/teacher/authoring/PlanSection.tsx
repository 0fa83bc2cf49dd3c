import type { PlanPlace } from '@lippet/core/contract/definitionTroubles';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { PanelFaults } from '../../ui/Faults';
import { LineIcon } from '../../ui/LineIcon';
import { Scrap } from '../../ui/Scrap';
import { colours, OUTLINE } from '../../ui/theme';
import { useEditing } from './editing';

export const SECTIONS = [
  { place: 'title', word: 'What it is' },
  { place: 'task', word: 'The task' },
  { place: 'parts', word: 'To work on' },
  { place: 'materials', word: 'To look at' },
  { place: 'rubric', word: 'What good work shows' },
  { place: 'partners', word: 'Partners' },
  { place: 'groups', word: 'For whom, and when' },
] as const satisfies readonly { place: PlanPlace; word: string }[];

interface Props {
  place: PlanPlace;
  /** What is still missing in it. */
  troubles: readonly string[];
  /** Troubles are shown only once they were asked for: an empty form is no mistake. */
  shown: boolean;
  children: ReactNode;
}

/** One part of the form, under its number. */
export function PlanSection({ place, troubles, shown, children }: Props) {
  const enter = useEditing((editing) => editing.enter);
  const index = SECTIONS.findIndex((section) => section.place === place);
  const { word } = SECTIONS[index]!;
  return (
    <Scrap style={styles.scrap}>
      <View
        id={`plan-${place}`}
        role="region"
        aria-label={word}
        onFocus={() => enter({ place })}
        style={styles.content}
      >
        <View style={styles.head}>
          <View style={styles.number} aria-hidden>
            <Text variant="labelMedium" style={{ color: colours.scrap }}>
              {index + 1}
            </Text>
          </View>
          <Text variant="headlineMedium" role="heading" aria-level={2}>
            {word}
          </Text>
        </View>
        {shown &&
          troubles.map((trouble) => (
            <View key={trouble} role="alert" style={styles.trouble}>
              <LineIcon name="ask" size={18} />
              <Text variant="labelMedium" style={styles.words}>
                {trouble}
              </Text>
            </View>
          ))}
        <PanelFaults>{children}</PanelFaults>
      </View>
    </Scrap>
  );
}

const styles = StyleSheet.create({
  scrap: { padding: 18, paddingTop: 16 },
  content: { gap: 16 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 12, marginRight: 18 },
  number: { width: 30, height: 30, backgroundColor: colours.ink, alignItems: 'center', justifyContent: 'center' },
  trouble: {
    flexDirection: 'row',
    gap: 10,
    alignItems: 'center',
    backgroundColor: colours.blush,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    padding: 8,
  },
  words: { flex: 1 },
});
