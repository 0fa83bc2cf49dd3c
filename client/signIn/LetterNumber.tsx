import type { BodyOf } from '@lippet/core/contract/api';
import { SIGN_IN_LETTER } from '@lippet/core/contract/signIn';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { forgetAskedLetter, type AskedLetter } from '../stores/askedLetter';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { KeepChoice } from './KeepChoice';

interface Props {
  letter: AskedLetter;
  /** These throw where it is refused. */
  askForLetter: (asked: BodyOf<'POST /sign-in-letters'>) => Promise<void>;
  open: (given: { number: string; keep: boolean }) => Promise<void>;
}

/** The number from a letter, which signs in. */
export default function LetterNumber({ letter, askForLetter, open }: Props) {
  const [number, setNumber] = useState('');
  const [keep, setKeep] = useState(false);
  const [told, setTold] = useState<{ problem: string } | 'busy' | 'sent again' | null>(null);
  const attempt = async (work: () => Promise<void>): Promise<void> => {
    if (told === 'busy') return;
    setTold('busy');
    try {
      await work();
    } catch (error) {
      setTold({ problem: (error as Error).message });
    }
  };
  const signIn = (): Promise<void> => attempt(() => open({ number, keep }));
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
        A number is on its way to {letter.address}. Type it here. If nothing comes, look whether that is the address
        that you joined with.
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
        <Button
          kind="main"
          icon="forward"
          disabled={told === 'busy' || number.trim() === ''}
          onPress={() => void signIn()}
        >
          Sign in
        </Button>
      </View>
      <Button icon="letter" disabled={told === 'busy'} onPress={() => void sendAgain()} style={styles.again}>
        Send another letter
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  column: { gap: 18 },
  again: { alignSelf: 'flex-start' },
  row: { flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between', gap: 12 },
});
