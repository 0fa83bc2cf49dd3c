import type { BodyOf } from '@lippet/core/contract/api';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Pick } from '../ui/Pick';
import { KeepChoice } from './KeepChoice';

type NextTime = 'password' | 'letter';

const NEXT_TIME: readonly { value: NextTime; word: string }[] = [
  { value: 'password', word: 'A password' },
  { value: 'letter', word: 'A letter to my address' },
];

/** What is typed, whichever way one signs in. */
type Typed = Record<'code' | 'name' | 'signInName' | 'password', string>;

const EMPTY: Typed = { code: '', name: '', signInName: '', password: '' };

interface Props {
  /** These throw where it is refused. */
  join: (given: Omit<BodyOf<'POST /family/joins'>, 'also'>) => Promise<void>;
  askForLetter: (asked: BodyOf<'POST /sign-in-letters'>) => Promise<void>;
  onBack: () => void;
}

/** Joining by a card for home: the code, and how one signs in from then on. */
export default function FamilyJoin({ join, askForLetter, onBack }: Props) {
  const [typed, setTyped] = useState(EMPTY);
  const [nextTime, setNextTime] = useState<NextTime>('password');
  const [keep, setKeep] = useState(false);
  const [told, setTold] = useState<{ problem: string } | 'busy' | null>(null);
  const byLetter = nextTime === 'letter';
  const type = (field: keyof Typed) => (value: string) => setTyped((before) => ({ ...before, [field]: value }));
  const submit = async (): Promise<void> => {
    const { code, name, signInName, password } = typed;
    setTold('busy');
    try {
      if (byLetter) await askForLetter({ address: signInName, card: { code, name } });
      else await join({ code, name, signInName, password, keep });
    } catch (error) {
      setTold({ problem: (error as Error).message });
    }
  };
  const needed = [typed.code, typed.name, typed.signInName, ...(byLetter ? [] : [typed.password])];
  return (
    <View style={styles.column}>
      <Text variant="displayMedium" role="heading" aria-level={1}>
        Join from home
      </Text>
      <Text variant="bodyLarge">The code stands on the card from the teacher.</Text>
      <Field
        label="Code from the card"
        value={typed.code}
        onChangeText={type('code')}
        autoCapitalize="characters"
        autoComplete="off"
        maxLength={40}
      />
      <Field
        label="What are you called?"
        value={typed.name}
        onChangeText={type('name')}
        autoComplete="name"
        maxLength={80}
      />
      <Pick label="Next time I sign in with" headed options={NEXT_TIME} chosen={nextTime} onChoose={setNextTime} />
      {byLetter ? (
        <AddressField value={typed.signInName} onChangeText={type('signInName')} />
      ) : (
        <NameAndPassword typed={typed} type={type} />
      )}
      {told !== null && told !== 'busy' && <Notice>{told.problem}</Notice>}
      {!byLetter && <KeepChoice keep={keep} onChange={setKeep} />}
      <View style={styles.row}>
        <Button icon="back" onPress={onBack}>
          Back
        </Button>
        <Button
          kind="main"
          icon="forward"
          disabled={told === 'busy' || needed.some((value) => value.trim() === '')}
          onPress={() => void submit()}
        >
          {byLetter ? 'Send me a letter' : 'Join'}
        </Button>
      </View>
    </View>
  );
}

function AddressField({ value, onChangeText }: { value: string; onChangeText: (value: string) => void }) {
  return (
    <>
      <Field
        label="Your e-mail address"
        value={value}
        onChangeText={onChangeText}
        autoCapitalize="none"
        autoComplete="email"
        inputMode="email"
        maxLength={200}
      />
      <Text variant="bodySmall">
        A number goes there each time that you sign in, and a letter each Friday. There is no password to forget.
      </Text>
    </>
  );
}

interface NameAndPasswordProps {
  typed: Typed;
  type: (field: keyof Typed) => (value: string) => void;
}

function NameAndPassword({ typed, type }: NameAndPasswordProps) {
  return (
    <>
      <Field
        label="Your e-mail address, or a name to sign in with"
        value={typed.signInName}
        onChangeText={type('signInName')}
        autoCapitalize="none"
        autoComplete="username"
        maxLength={80}
      />
      <Text variant="bodySmall">To an address goes a letter each Friday. A name is enough to sign in.</Text>
      <Field
        label="A password of your own, 10 letters or more"
        value={typed.password}
        onChangeText={type('password')}
        secureTextEntry
        autoComplete="new-password"
      />
    </>
  );
}

const styles = StyleSheet.create({
  column: { gap: 18 },
  row: { flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between', gap: 12 },
});
