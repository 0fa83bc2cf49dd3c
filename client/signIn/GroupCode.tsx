import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { keys } from '../api/queries';
import { request } from '../api/request';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { colours } from '../ui/theme';

/**
 * Asks once which group's device this is. One field that the server judges: the form library comes with
 * the password form, so that a first visit does not wait for it.
 */
export function GroupCode({ onTeacher, onFamily }: { onTeacher: () => void; onFamily: () => void }) {
  const client = useQueryClient();
  const [code, setCode] = useState('');
  const [problem, setProblem] = useState<string | undefined>();
  const [busy, setBusy] = useState(false);
  const submit = async (): Promise<void> => {
    if (busy) return;
    setBusy(true);
    setProblem(undefined);
    try {
      client.setQueryData(keys.device, await request('POST /device', { code }));
    } catch (error) {
      setProblem((error as Error).message);
      setBusy(false);
    }
  };
  return (
    <View style={styles.column}>
      <Text variant="displayMedium" role="heading" aria-level={1}>
        Which group is this?
      </Text>
      <Text variant="bodyLarge">Type the code from your teacher’s card. This device will remember it.</Text>
      <Field
        label="Group code"
        value={code}
        onChangeText={setCode}
        autoCapitalize="characters"
        autoComplete="off"
        maxLength={20}
        onSubmitEditing={() => void submit()}
        problem={problem}
      />
      <Button kind="main" large icon="forward" onPress={() => void submit()} disabled={busy}>
        Go on
      </Button>
      <View style={styles.rule} />
      <Button icon="people" onPress={onTeacher}>
        I sign in with a name
      </Button>
      <Button icon="now" onPress={onFamily}>
        I have a card for home
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  column: { gap: 18 },
  rule: { borderTopWidth: 2, borderColor: colours.line, borderStyle: 'dashed', marginTop: 8 },
});
