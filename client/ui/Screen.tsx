import type { ReactNode } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { colours } from './theme';

interface Props {
  children: ReactNode;
  /** For what lies side by side. */
  wide?: boolean;
  /** For what can use all the room that there is, such as a large table. */
  full?: boolean;
}

/** A scrolling screen of one column, no wider than is good to read. */
export function Screen({ children, wide = false, full = false }: Props) {
  return (
    <ScrollView style={styles.ground} contentContainerStyle={styles.content} role="main">
      <View style={[styles.column, wide && styles.wide, full && styles.full]}>{children}</View>
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  ground: { flex: 1, backgroundColor: colours.paper },
  content: { padding: 18, paddingTop: 22, paddingBottom: 40, alignItems: 'center' },
  column: { width: '100%', maxWidth: 640, gap: 14 },
  wide: { maxWidth: 1120 },
  full: { maxWidth: 'none' as never },
});
