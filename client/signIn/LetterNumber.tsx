import { SIGN_IN_LETTER } from '@lippet/core/contract/signIn';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { forgetAskedLetter, type AskedLetter } from '../stores/askedLetter';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { KeepChoice } from './KeepChoice';
import { useSession } from './useSession';

interface Props {
  letter: AskedLetter;
  /** Whoever is signed in stays so. */
  also: boolean;
}

/** The number from a letter, which signs in. */
export default function LetterNumber({ letter, also }: Props) {
  const { askForLetter, openLetter } = useSession();
  const [number, setNumber] = useState('');
  const [keep, setKeep] = useState(false);
  const [told, setTold] = useState<{ problem: string } | 'busy' | 'sent again' | null>(null);
  const attempt = async (work: () => Promise<void>): Promise<void> => {
    setTold('busy');
    try {
      await work();
    } catch (error) {
      setTold({ problem: (error as Error).message });
    }
  };
  const signIn = (): Promise<void> => attempt(() => openLetter(letter.id, { number, keep, also }));
  const sendAgain = (): Promise<void> =>
    attempt(async () => {
      await askForLetter(letter);
      setNumber('');
      setTold('sent again');
    });
  return (
    <View style={styles.column}>
      <Text variant="displayMedium" role="heading" aria-level={1}>
        Look into your letters
      </Text>
      <Text variant="bodyLarge">
        A number is on its way to {letter.address}. Leave this open, and type it here. Where nothing comes within a few
        minutes, look whether the address is right, and the one that you gave when you joined.
      </Text>
      <Field
        label="The number from the letter"
        value={number}
        onChangeText={setNumber}
        autoComplete="one-time-code"
        inputMode="numeric"
        maxLength={SIGN_IN_LETTER.digits + 4}
        onSubmitEditing={() => void signIn()}
      />
      {told !== null && typeof told === 'object' && <Notice>{told.problem}</Notice>}
      {told === 'sent again' && <Notice calm>Another letter is on its way. The number in the new one counts.</Notice>}
      <KeepChoice keep={keep} onChange={setKeep} />
      <View style={styles.row}>
        <Button icon="back" onPress={forgetAskedLetter}>
          Back
        </Button>
        <Button disabled={told === 'busy'} onPress={() => void sendAgain()}>
          Send another letter
        </Button>
        <Button
          kind="main"
          icon="forward"
          disabled={told === 'busy' || number.trim() === ''}
          onPress={() => void signIn()}
        >
          Sign in
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  column: { gap: 18 },
  row: { flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between', gap: 12 },
});
