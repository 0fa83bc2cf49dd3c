import type { ActivityCard } from '@lippet/core/contract/activities';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { colours, OUTLINE } from '../ui/theme';

const WORDS: Partial<Record<ActivityCard['state'], string>> = { draft: 'Draft', archived: 'Put away' };

/** What is to be known of an activity beside its name; null for one that is set as it stands. */
export const tagOf = ({ state, changed }: ActivityCard): string | null => WORDS[state] ?? (changed ? 'Changed' : null);

export function ActivityTag({ activity }: { activity: ActivityCard }) {
  const word = tagOf(activity);
  return (
    word && (
      <View style={styles.tag}>
        <Text variant="labelSmall">{word}</Text>
      </View>
    )
  );
}

const styles = StyleSheet.create({
  tag: {
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.ochre,
    paddingHorizontal: 8,
    paddingVertical: 1,
  },
});
