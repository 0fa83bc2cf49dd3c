import type { SendCheck } from '@lippet/core/piece/sendChecks';
import { Pressable, StyleSheet } from 'react-native';
import { Text } from 'react-native-paper';
import { colours, OUTLINE, TARGET } from '../../ui/theme';

/** Where a check leads to. */
const LEAD_WORDS: Record<SendCheck['kind'], string> = {
  part: 'Go there',
  spot: 'Go there',
  answer: 'Go there',
  choice: 'Go there',
  page: 'Look at it',
  photo: 'Look at it',
  recording: 'Hear it',
  note: 'Tick it off',
};

interface Props {
  checks: readonly SendCheck[];
  disabled: boolean;
  onGo: (check: SendCheck) => void;
}

/** What was found before sending, each leading to its place. */
export function SendFlaws({ checks, disabled, onGo }: Props) {
  return checks.map((check, i) => (
    <Pressable
      key={i}
      role="button"
      aria-label={`${check.words}. ${LEAD_WORDS[check.kind]}`}
      disabled={disabled}
      onPress={() => onGo(check)}
      style={styles.flaw}
    >
      <Text variant="labelMedium" style={styles.words}>
        {check.words}
      </Text>
      <Text variant="labelMedium">{LEAD_WORDS[check.kind]}</Text>
    </Pressable>
  ));
}

const styles = StyleSheet.create({
  flaw: {
    flexDirection: 'row',
    justifyContent: 'space-between',
    alignItems: 'center',
    gap: 12,
    minHeight: TARGET.learner,
    paddingHorizontal: 12,
    backgroundColor: colours.blush,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  words: { flex: 1, gap: 2 },
});
