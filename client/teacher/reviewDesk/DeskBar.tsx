import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { colours, OUTLINE } from '../../ui/theme';

interface Props {
  words: string;
  fill: string;
  /** `alert` interrupts whoever listens. */
  role?: 'status' | 'alert';
  /** What can be done about it. */
  children: ReactNode;
}

/** A line above the desk: what has happened, and what can be done about it. */
export function DeskBar({ words, fill, role = 'status', children }: Props) {
  return (
    <View style={[styles.bar, { backgroundColor: fill }]} role={role}>
      <Text variant="labelMedium" style={styles.words}>
        {words}
      </Text>
      {children}
    </View>
  );
}

const styles = StyleSheet.create({
  bar: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: 12,
    paddingHorizontal: 14,
    paddingVertical: 6,
    borderBottomWidth: OUTLINE,
    borderColor: colours.ink,
  },
  words: { flexGrow: 1, flexShrink: 1, flexBasis: 200 },
});
