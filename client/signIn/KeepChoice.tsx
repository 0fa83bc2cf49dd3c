import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from '../ui/LineIcon';
import { colours, OUTLINE, TARGET } from '../ui/theme';

/** "Keep me signed in": for one's own device only. */
export function KeepChoice({ keep, onChange }: { keep: boolean; onChange: (keep: boolean) => void }) {
  return (
    <Pressable role="checkbox" aria-checked={keep} onPress={() => onChange(!keep)} style={styles.row}>
      <View style={[styles.box, keep && styles.chosen]}>{keep && <LineIcon name="tick" size={22} width={3} />}</View>
      <View style={styles.words}>
        <Text variant="labelLarge">Keep me signed in</Text>
        <Text variant="bodySmall" style={{ color: colours.soft }}>Only on your own device</Text>
      </View>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 12, minHeight: TARGET.learner },
  box: { width: 30, height: 30, borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap, alignItems: 'center', justifyContent: 'center' },
  chosen: { backgroundColor: colours.ochre },
  words: { flexShrink: 1 },
});
