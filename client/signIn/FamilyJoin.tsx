import type { BodyOf } from '@lippet/core/contract/api';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { KeepChoice } from './KeepChoice';

interface Props {
  /** Throws where it is refused. */
  join: (given: Omit<BodyOf<'POST /family/joins'>, 'also'>) => Promise<void>;
  onBack: () => void;
}

/** Joining by a card for home: the code, and how one signs in from then on. */
export default function FamilyJoin({ join, onBack }: Props) {
  const [code, setCode] = useState('');
  const [name, setName] = useState('');
  const [signInName, setSignInName] = useState('');
  const [password, setPassword] = useState('');
  const [keep, setKeep] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const submit = async (): Promise<void> => {
    setBusy(true);
    setProblem(null);
    try {
      await join({ code, name, signInName, password, keep });
    } catch (error) {
      setProblem((error as Error).message);
      setBusy(false);
    }
  };
  return (
    <View style={styles.column}>
      <Text variant="displayMedium" role="heading" aria-level={1}>
        Join from home
      </Text>
      <Text variant="bodyLarge">The code stands on the card from the teacher.</Text>
      <Field
        label="Code from the card"
        value={code}
        onChangeText={setCode}
        autoCapitalize="characters"
        autoComplete="off"
        maxLength={40}
      />
      <Field label="What are you called?" value={name} onChangeText={setName} autoComplete="name" maxLength={80} />
      <Field
        label="Your e-mail address, or a name to sign in with"
        value={signInName}
        onChangeText={setSignInName}
        autoCapitalize="none"
        autoComplete="username"
        maxLength={80}
      />
      <Text variant="bodySmall">To an address goes a letter each Friday. A name is enough to sign in.</Text>
      <Field
        label="A password of your own, 10 letters or more"
        value={password}
        onChangeText={setPassword}
        secureTextEntry
        autoComplete="new-password"
      />
      {problem && <Notice>{problem}</Notice>}
      <KeepChoice keep={keep} onChange={setKeep} />
      <View style={styles.row}>
        <Button icon="back" onPress={onBack}>
          Back
        </Button>
        <Button
          kind="main"
          icon="forward"
          disabled={busy || [code, name, signInName, password].some((value) => value.trim() === '')}
          onPress={() => void submit()}
        >
          Join
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  column: { gap: 18 },
  row: { flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between', gap: 12 },
});
