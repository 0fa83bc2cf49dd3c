import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { request } from '../api/request';
import { Badge } from '../ui/Badge';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { Press } from '../ui/Press';

/** Others who stay signed in on this device: one press changes to them. And a way for one more to do so. */
export function OthersHere({ onChange }: { onChange: (personId: string) => Promise<void> }) {
  const [problem, setProblem] = useState<string | null>(null);
  const { data: people = [] } = useQuery({
    queryKey: ['device', 'people'],
    queryFn: () => request('GET /device/people'),
  });
  const to = (id: string): void => void onChange(id).catch((error: Error) => setProblem(error.message));
  return (
    <View style={styles.column} role="group" aria-label="Others on this device">
      {problem && <Notice>{problem}</Notice>}
      {people.map(({ id, name, badge }) => (
        <Press key={id} aria-label={`Change to ${name}`} onPress={() => to(id)} style={styles.person}>
          <Badge name={name} colour={badge} size={36} />
          <Text variant="titleMedium">{name}</Text>
        </Press>
      ))}
      <Button icon="plus" to="/sign-in?also=1">
        Somebody else uses this device, too
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  column: { gap: 12, alignItems: 'flex-start' },
  person: { flexDirection: 'row', alignItems: 'center', gap: 12, padding: 8, paddingRight: 18 },
});
