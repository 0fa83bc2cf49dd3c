import type { Me } from '@lippet/core/contract/signIn';
import { whenWords } from '@lippet/core/schedule/schoolTime';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { keys } from '../api/queries';
import { request } from '../api/request';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { colours, OUTLINE } from '../ui/theme';

/** An evening letter with what is new: where it goes, and those that were written. */
export default function EmailDigest({ me }: { me: Me }) {
  const client = useQueryClient();
  const { data: letters = [] } = useQuery({ queryKey: ['letters'], queryFn: () => request('GET /me/letters') });
  const [address, setAddress] = useState(me.mail ?? '');
  const [problem, setProblem] = useState<string | undefined>();
  const keep = (mail: string | null): void => {
    setProblem(undefined);
    request('PUT /me/mail', { mail }).then(
      (changed) => {
        client.setQueryData(keys.me, changed);
        setAddress(changed.mail ?? '');
      },
      (error: Error) => setProblem(error.message),
    );
  };
  return (
    <View style={styles.box}>
      <Text variant="bodyMedium">
        {me.mail ? `What is new goes to ${me.mail} each evening.` : 'What is new can come by e-mail, once an evening.'}
      </Text>
      <Field
        label="E-mail address"
        value={address}
        onChangeText={setAddress}
        autoCapitalize="none"
        autoComplete="email"
        problem={problem}
      />
      <View style={styles.row}>
        <Button disabled={address.trim() === '' || address.trim() === me.mail} onPress={() => keep(address.trim())}>
          Write to me
        </Button>
        {me.mail && <Button onPress={() => keep(null)}>Write no more</Button>}
      </View>
      {letters.length > 0 && <Notice calm>Letters to you can be read here, too.</Notice>}
      {letters.map(({ id, address: to, subject, words, at, posted }) => (
        <View key={id} role="article" aria-label={subject} style={styles.letter}>
          <Text variant="labelSmall">
            {`To ${to}, ${whenWords(at, Date.now(), me.school.zone)}${posted ? '' : '. Not sent so far'}`}
          </Text>
          <Text variant="titleSmall">{subject}</Text>
          <Text variant="bodyMedium">{words}</Text>
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 12 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
  letter: { gap: 4, padding: 14, backgroundColor: colours.scrap, borderWidth: OUTLINE, borderColor: colours.ink },
});
