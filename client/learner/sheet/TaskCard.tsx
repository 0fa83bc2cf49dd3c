import { useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { colours, OUTLINE, TARGET } from '../../ui/theme';

interface Props {
  task: string;
  goal: string | null;
}

/** The task on a phone: two lines above the sheet, all of it at a tap. */
export function TaskStrip({ task, goal }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <Pressable role="button" aria-expanded={open} aria-label={`${open ? 'Less of' : 'All of'} the task`} onPress={() => setOpen(!open)} style={styles.strip}>
      <View style={styles.words}>
        <Text variant="bodyLarge" numberOfLines={open ? undefined : 2} style={styles.task}>{task}</Text>
        {open && goal && <Text variant="bodySmall" style={{ color: colours.ink }}>{`Aim: ${goal}`}</Text>}
      </View>
      <Text variant="labelMedium">{open ? 'Less' : 'More'}</Text>
    </Pressable>
  );
}

/** The task in full, beside the sheet. */
export function TaskPanel({ task, goal, title, below }: Props & { title: string; below: string }) {
  return (
    <ScrollView style={styles.panel} contentContainerStyle={styles.panelContent} role="complementary" aria-label="Task">
      <Text variant="displaySmall" role="heading" aria-level={1}>{title}</Text>
      <Text variant="bodySmall">{below}</Text>
      <Text variant="bodyLarge" style={styles.panelTask}>{task}</Text>
      {goal && (
        <>
          <Text variant="headlineSmall" role="heading" aria-level={2}>Aim</Text>
          <Text variant="bodyLarge">{goal}</Text>
        </>
      )}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  strip: {
    flexDirection: 'row', alignItems: 'center', gap: 12, backgroundColor: colours.mist, borderWidth: OUTLINE, borderColor: colours.ink,
    paddingHorizontal: 12, paddingVertical: 6, minHeight: TARGET.learner,
  },
  words: { flex: 1, gap: 4 },
  task: { fontSize: 17, lineHeight: 23 },
  panel: { flexGrow: 0, width: 300, backgroundColor: colours.mist },
  panelContent: { padding: 18, gap: 12 },
  panelTask: { fontSize: 19, lineHeight: 28 },
});
