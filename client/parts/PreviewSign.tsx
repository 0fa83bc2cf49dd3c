import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon, type LineName } from '../ui/LineIcon';
import { colours, OUTLINE } from '../ui/theme';

interface Props {
  icon: LineName;
  /** What stands where the answer will be. */
  words: string;
  wide: boolean;
  /** Ways to begin, above it. */
  openings?: readonly string[];
  /** A smaller line below it. */
  below?: string | null;
}

/** Stands where an answer without a page will be, in the form's preview. */
export function PreviewSign({ icon, words, wide, openings = [], below = null }: Props) {
  return (
    <View style={styles.box}>
      {openings.filter(Boolean).map((opening, i) => (
        <View key={i} style={styles.opening}>
          <Text variant="labelMedium">{opening}</Text>
        </View>
      ))}
      <LineIcon name={icon} size={wide ? 84 : 60} />
      <Text variant="titleMedium">{words}</Text>
      {below && <Text variant="bodySmall">{below}</Text>}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { alignItems: 'center', gap: 12, padding: 16 },
  opening: { borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap, padding: 8 },
});
