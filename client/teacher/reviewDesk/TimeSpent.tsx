import type { PartView } from '@lippet/core/parts/part';
import { spentWords, timeSpent } from '@lippet/core/review/timeSpent';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type * as Y from 'yjs';
import { colours } from '../../ui/theme';

/** How long was spent on each part, in how many sittings. */
export function TimeSpent({ doc, parts }: { doc: Y.Doc; parts: readonly PartView[] }) {
  const spent = useMemo(
    () =>
      timeSpent(
        doc,
        parts.map(({ id }) => id),
      ),
    [doc, parts],
  );
  if (spent.length === 0) return null;
  return (
    <View style={styles.list}>
      {spent.length > 1 && (
        <Text variant="labelSmall" style={styles.line}>
          Time spent
        </Text>
      )}
      <View role="list" aria-label="Time spent" style={styles.list}>
        {spent.map((row) => (
          <Text
            key={row.part}
            role="listitem"
            variant="bodySmall"
            style={styles.line}
          >{`${spent.length > 1 ? `${parts.find(({ id }) => id === row.part)!.title}: ` : 'Time spent: '}${spentWords(row)}`}</Text>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  list: { gap: 2 },
  line: { color: colours.soft },
});
