import type { ChildCard } from '@lippet/core/contract/family';
import type { Me } from '@lippet/core/contract/signIn';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { keys } from '../api/queries';
import { request } from '../api/request';
import { CalendarAddress } from '../learner/calendar/CalendarAddress';
import { Badge } from '../ui/Badge';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { LineIcon } from '../ui/LineIcon';
import { Notice } from '../ui/Notice';
import { Opening } from '../ui/Opening';
import { PersonHead } from '../ui/PersonHead';
import { Press } from '../ui/Press';
import { Screen } from '../ui/Screen';
import { colours } from '../ui/theme';
import { useOneAtATime } from '../ui/useOneAtATime';
import { HomeSheet } from './HomeSheet';
import { useChildren, useHome } from './useHome';

/** Home: a family's children, and how it goes with each. */
export default function HomeDesk({ me }: { me: Me }) {
  const { data: children, error, refetch } = useChildren();
  const [chosen, setChosen] = useState<string | null>(null);
  const [adding, setAdding] = useState(false);
  const child = children?.find(({ id }) => id === chosen) ?? children?.[0];
  if (!children && !error) return <Opening />;
  return (
    <Screen wide>
      <PersonHead me={me} title="Home" below={child && `${child.groups.join(', ')} · ${child.school}`} />
      {error && <Notice again={() => void refetch()}>{error.message}</Notice>}
      <View style={styles.row}>
        {(children ?? []).map((one) => (
          <ChildPress key={one.id} child={one} on={one.id === child?.id} onPress={() => setChosen(one.id)} />
        ))}
        <Button icon="plus" onPress={() => setAdding(!adding)}>
          Another child
        </Button>
      </View>
      {(adding || children?.length === 0) && <AddChild onAdded={() => setAdding(false)} />}
      {child && <Child key={child.id} child={child} />}
      <CalendarAddress />
    </Screen>
  );
}

function ChildPress({ child, on, onPress }: { child: ChildCard; on: boolean; onPress: () => void }) {
  const { name, badge, unseen } = child;
  return (
    <Press
      flat={on}
      fill={on ? colours.ochre : colours.scrap}
      aria-pressed={on}
      aria-label={unseen > 0 ? `${name}, ${unseen} not seen yet` : name}
      onPress={onPress}
      style={styles.child}
    >
      <Badge name={name} colour={badge} size={36} />
      <Text variant="titleMedium">{name}</Text>
      {unseen > 0 && <Text variant="labelMedium">{`${unseen} new`}</Text>}
    </Press>
  );
}

function Child({ child }: { child: ChildCard }) {
  const { data: home, error, refetch } = useHome(child.id);
  if (error && !home) return <Notice again={() => void refetch()}>{error.message}</Notice>;
  if (!home) return <Opening />;
  return (
    <>
      <View style={styles.who} role="note">
        <LineIcon name="eye" size={20} />
        <Text variant="labelMedium" style={styles.grow}>
          {`You see what ${child.name} has sent and what came back, and nothing of other children. ${child.name} sees that you look.`}
        </Text>
      </View>
      <View style={styles.row}>
        {home.cards.map(({ id, teachers }) => (
          <Button key={id} icon="ask" to={`/home-talk/${id}`}>
            {`Write to ${teachers.join(' and ')}`}
          </Button>
        ))}
      </View>
      <HomeSheet home={home} atHome />
    </>
  );
}

/** One more child, by the code of a card. */
function AddChild({ onAdded }: { onAdded: () => void }) {
  const client = useQueryClient();
  const [code, setCode] = useState('');
  const [problem, setProblem] = useState<string | undefined>();
  const [isBusy, run] = useOneAtATime();
  const add = async (): Promise<void> => {
    try {
      client.setQueryData(keys.children, await request('POST /family/children', { code }));
      onAdded();
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <View style={styles.add}>
      <Field
        label="Code from the card"
        value={code}
        onChangeText={setCode}
        autoCapitalize="characters"
        autoComplete="off"
        onSubmitEditing={() => void run(add)}
        problem={problem}
      />
      <Button kind="main" icon="plus" disabled={isBusy} onPress={() => void run(add)} style={styles.start}>
        Add the child
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 14, alignItems: 'center' },
  child: { flexDirection: 'row', alignItems: 'center', gap: 10, padding: 8, paddingRight: 16 },
  who: { flexDirection: 'row', alignItems: 'center', gap: 10, padding: 10, backgroundColor: colours.mist },
  grow: { flex: 1 },
  add: { gap: 12, maxWidth: 480 },
  start: { alignSelf: 'flex-start' },
});
