import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon, type LineName } from './LineIcon';
import { colours } from './theme';

/** An icon with its word below, as small as what a finger can press. */
export function UnderIcon({ icon, children, colour = colours.ink }: { icon: LineName; children: string; colour?: string }) {
  return (
    <View style={styles.box}>
      <LineIcon name={icon} size={22} colour={colour} />
      <Text variant="labelSmall" numberOfLines={1} style={[styles.word, { color: colour }]}>{children}</Text>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { alignItems: 'center', gap: 1 },
  word: { fontSize: 13, lineHeight: 16 },
});
