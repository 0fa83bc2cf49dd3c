import { yupResolver } from '@hookform/resolvers/yup';
import { LIMITS } from '@lippet/core/contract/limits';
import type { Tappable } from '@lippet/core/contract/signIn';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import * as yup from 'yup';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { KeepChoice } from './KeepChoice';
import { useSession } from './useSession';

const schema = yup.object({
  signInName: yup.string().trim().required('Type your sign-in name.').max(LIMITS.name),
  password: yup.string().required('Type your password.').max(LIMITS.password),
});

interface Props {
  /** Tapped already; null for somebody who types their name. */
  person: Tappable | null;
  /** Whoever is signed in stays so. */
  also: boolean;
  onBack: () => void;
  /** To a letter in place of a password. */
  onLetter: () => void;
}

/** Name and password; with a person already tapped, the password alone. */
export default function PasswordForm({ person, also, onBack, onLetter }: Props) {
  const { signIn } = useSession();
  const [keep, setKeep] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { control, handleSubmit, formState } = useForm({
    resolver: yupResolver(schema),
    defaultValues: { signInName: person ? person.name : '', password: '' },
  });
  const submit = handleSubmit(async ({ signInName, password }) => {
    setProblem(null);
    try {
      await signIn({ ...(person ? { personId: person.id } : { signInName }), password, keep, also });
    } catch (error) {
      setProblem((error as Error).message);
    }
  });
  return (
    <View style={styles.column}>
      <Text variant="displayMedium" role="heading" aria-level={1}>
        {person ? `Hello ${person.name.split(' ')[0]}.` : 'Sign in with your name'}
      </Text>
      {!person && (
        <Controller
          control={control}
          name="signInName"
          render={({ field }) => (
            <Field
              label="Sign-in name"
              value={field.value}
              onChangeText={field.onChange}
              onBlur={field.onBlur}
              autoCapitalize="none"
              autoComplete="username"
              problem={formState.errors.signInName?.message}
            />
          )}
        />
      )}
      <Controller
        control={control}
        name="password"
        render={({ field }) => (
          <Field
            label="Password"
            value={field.value}
            onChangeText={field.onChange}
            onBlur={field.onBlur}
            secureTextEntry
            autoComplete="current-password"
            onSubmitEditing={() => void (formState.isSubmitting || submit())}
            problem={formState.errors.password?.message}
          />
        )}
      />
      {problem && <Notice>{problem}</Notice>}
      <KeepChoice keep={keep} onChange={setKeep} />
      <View style={styles.row}>
        <Button icon="back" onPress={onBack}>
          {person ? `Not ${person.name.split(' ')[0]}` : 'Back'}
        </Button>
        <Button kind="main" icon="forward" onPress={() => void submit()} disabled={formState.isSubmitting}>
          Sign in
        </Button>
      </View>
      {!person && (
        <Button icon="letter" onPress={onLetter} style={styles.letter}>
          I have no password: send me a letter
        </Button>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  column: { gap: 18 },
  row: { flexDirection: 'row', justifyContent: 'space-between', gap: 12 },
  letter: { alignSelf: 'flex-start' },
});
