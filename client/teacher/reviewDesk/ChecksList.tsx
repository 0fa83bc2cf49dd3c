import type { SendCheck } from '@lippet/core/piece/sendChecks';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Press } from '../../ui/Press';
import { colours, OUTLINE, TARGET } from '../../ui/theme';

/** What was found when a go was sent; each leads to its place. */
export function ChecksList({ checks, onGo }: { checks: readonly SendCheck[]; onGo: (check: SendCheck) => void }) {
  if (checks.length === 0) return null;
  return (
    <View role="group" aria-label="Found when it was sent" style={styles.list}>
      {checks.map((check, i) => (
        <Press
          key={i}
          flat
          aria-label={`${check.words}. Go there`}
          fill={colours.blush}
          onPress={() => onGo(check)}
          style={styles.check}
        >
          <Text variant="bodySmall" style={styles.words}>
            {check.words}
          </Text>
        </Press>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  list: { gap: 6 },
  check: { minHeight: TARGET.adult, justifyContent: 'center', paddingHorizontal: 10, borderWidth: OUTLINE },
  words: { color: colours.ink },
});
