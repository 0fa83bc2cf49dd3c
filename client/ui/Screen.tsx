import type { ReactNode } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { colours } from './theme';

/** A scrolling screen of one column, no wider than is good to read. */
export function Screen({ children, wide = false }: { children: ReactNode; wide?: boolean }) {
  return (
    <ScrollView style={styles.ground} contentContainerStyle={styles.content} role="main">
      <View style={[styles.column, wide && styles.wide]}>{children}</View>
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  ground: { flex: 1, backgroundColor: colours.paper },
  content: { padding: 18, paddingTop: 22, paddingBottom: 40, alignItems: 'center' },
  column: { width: '100%', maxWidth: 640, gap: 14 },
  wide: { maxWidth: 1120 },
});
