import { useRouter } from 'expo-router';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from './LineIcon';
import { TARGET } from './theme';

/** Title with the way back; `home` is where it leads when there is nothing to go back to. */
export function BackHead({
  title,
  home = '/',
}: {
  title: string;
  home?: '/' | '/now' | '/to-review' | '/activities' | '/our-class' | '/class';
}) {
  const router = useRouter();
  return (
    <View style={styles.head}>
      <Pressable
        role="button"
        aria-label="Back"
        onPress={() => (router.canGoBack() ? router.back() : router.replace(home))}
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
