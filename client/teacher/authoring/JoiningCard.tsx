import type { Face } from '@lippet/core/contract/class';
import { STATE_WORDS } from '@lippet/core/piece/pieceState';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { request } from '../../api/request';
import { useChange } from '../../api/useChange';
import { Dialog } from '../../ui/Dialog';
import { Badge } from '../../ui/Badge';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE } from '../../ui/theme';

/** Others may join one activity by a code and a name; whoever did can be told to be one of the class. */
export function JoiningCard({ activityId }: { activityId: string }) {
  const key = ['joining', activityId];
  const { data, error, refetch } = useQuery({
    queryKey: key,
    queryFn: () => request('GET /activities/:id/joining', { id: activityId }),
  });
  const [matching, setMatching] = useState<Face | null>(null);
  const { problem, change } = useChange(key);
  const run = (action: () => Promise<unknown>): void => void change(action).then((done) => done && setMatching(null));
  if (error && !data) return <Notice again={() => void refetch()}>{error.message}</Notice>;
  if (!data) return null;
  const { code, guests, learners } = data;
  return (
    <View style={styles.card} role="region" aria-label="Joining by a code">
      <Text variant="headlineSmall" role="heading" aria-level={2}>
        Others can join by a code
      </Text>
      {code ? (
        <View style={styles.row}>
          <View style={styles.grow}>
            <Text variant="bodyMedium">
              They type this code where a group’s code is asked for, and say what they are called.
            </Text>
            <Text variant="displaySmall" selectable testID="join-code">
              {code}
            </Text>
          </View>
          <Button icon="lock" onPress={() => run(() => request('DELETE /activities/:id/joining', { id: activityId }))}>
            Nobody more
          </Button>
        </View>
      ) : (
        <View style={styles.row}>
          <Text variant="bodyMedium" style={styles.grow}>
            For a guest, or a child who is on no list yet. They see this activity and nothing else.
          </Text>
          <Button icon="people" onPress={() => run(() => request('PUT /activities/:id/joining', { id: activityId }))}>
            Make a code
          </Button>
        </View>
      )}
      {guests.map((guest) => (
        <View key={guest.id} style={styles.row}>
          <Badge name={guest.name} colour={guest.badge} size={36} />
          <View style={styles.grow}>
            <Text variant="titleSmall">{guest.name}</Text>
            <Text variant="bodySmall" style={{ color: colours.soft }}>
              {STATE_WORDS[guest.state]}
            </Text>
          </View>
          {learners.length > 0 && (
            <Button label={`Who is this? ${guest.name}`} onPress={() => setMatching(guest)}>
              Who is this?
            </Button>
          )}
        </View>
      ))}
      {problem && !matching && <Notice>{problem}</Notice>}
      <Dialog
        visible={matching !== null}
        title={`Who is ${matching?.name ?? ''}?`}
        problem={problem}
        onClose={() => setMatching(null)}
        answers={<Button onPress={() => setMatching(null)}>Not now</Button>}
      >
        <Text variant="bodyMedium">
          What they made becomes the work of the one you choose, and they sign in as that one from then on.
        </Text>
        <View style={styles.names}>
          {learners.map(({ id, name, group }) => (
            <Button
              key={`${id} ${group}`}
              label={`${name}, ${group}`}
              onPress={() =>
                run(() =>
                  request(
                    'POST /activities/:id/joining/:guest/match',
                    { id: activityId, guest: matching!.id },
                    { person: id },
                  ),
                )
              }
            >
              {name}
            </Button>
          ))}
        </View>
      </Dialog>
    </View>
  );
}

const styles = StyleSheet.create({
  card: {
    gap: 12,
    padding: 14,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    borderStyle: 'dashed',
    backgroundColor: colours.paper,
  },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 12 },
  grow: { flexGrow: 1, flexShrink: 1, flexBasis: 200 },
  names: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
});
