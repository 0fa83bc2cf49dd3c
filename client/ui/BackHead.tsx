import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from './LineIcon';
import { TARGET } from './theme';
import { useGoBack } from './useGoBack';

/**
 * Title with the way back; `home` is where it leads when there is nothing to go back to, and `onLeave` is asked first,
 * with what goes back.
 */
export function BackHead({
  title,
  home = '/',
  onLeave,
}: {
  title: string;
  home?: '/' | '/now' | '/to-review' | '/activities' | '/our-class' | '/class' | '/home';
  onLeave?: (leave: () => void) => void;
}) {
  const leave = useGoBack(home);
  return (
    <View style={styles.head}>
      <Pressable
        role="button"
        aria-label="Back"
        onPress={() => (onLeave ? onLeave(leave) : leave())}
        style={styles.target}
      >
        <LineIcon name="back" size={28} />
      </Pressable>
      <Text variant="displaySmall" role="heading" aria-level={1} style={styles.title}>
        {title}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  head: { flexDirection: 'row', alignItems: 'center', gap: 4, marginLeft: -10 },
  target: { width: TARGET.learner, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  title: { flex: 1 },
});
