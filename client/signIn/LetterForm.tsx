import type { BodyOf } from '@lippet/core/contract/api';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { useOneAtATime } from '../ui/useOneAtATime';

interface Props {
  /** Throws where it is refused. */
  askForLetter: (asked: BodyOf<'POST /sign-in-letters'>) => Promise<void>;
  onBack: () => void;
}

/** Asks for a letter with a number, for whoever joined with an address and no password. */
export default function LetterForm({ askForLetter, onBack }: Props) {
  const [address, setAddress] = useState('');
  const [problem, setProblem] = useState<string | undefined>();
  const [isBusy, run] = useOneAtATime();
  const submit = async (): Promise<void> => {
    setProblem(undefined);
    try {
      await askForLetter({ address, card: null });
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <View style={styles.column}>
      <Text variant="displayMedium" role="heading" aria-level={1}>
        Sign in with a letter
      </Text>
      <Text variant="bodyLarge">For those at home who joined with an address, and have no password.</Text>
      <Field
        label="Your e-mail address"
        value={address}
        onChangeText={setAddress}
        autoCapitalize="none"
        autoComplete="email"
        inputMode="email"
        maxLength={200}
        onSubmitEditing={() => void run(submit)}
        problem={problem}
      />
      <View style={styles.row}>
        <Button icon="back" onPress={onBack}>
          Back
        </Button>
        <Button kind="main" icon="forward" disabled={isBusy || address.trim() === ''} onPress={() => void run(submit)}>
          Send me a letter
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  column: { gap: 18 },
  row: { flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between', gap: 12 },
});
