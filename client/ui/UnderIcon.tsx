import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon, type LineName } from './LineIcon';
import { colours } from './theme';

interface Props {
  icon: LineName;
  children: string;
  colour?: string;
  /** What can't be pressed now is pale; its word can still be read. */
  off?: boolean;
}

/** An icon with its word below, as small as what a finger can press. */
export function UnderIcon({ icon, children, colour = colours.ink, off = false }: Props) {
  return (
    <View style={styles.box}>
      <View style={off && styles.off}>
        <LineIcon name={icon} size={22} colour={colour} />
      </View>
      <Text variant="labelSmall" numberOfLines={1} style={[styles.word, { color: off ? colours.soft : colour }]}>
        {children}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { alignItems: 'center', gap: 1 },
  off: { opacity: 0.35 },
  word: { fontSize: 13, lineHeight: 16 },
});
