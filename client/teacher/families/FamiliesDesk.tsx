import { codeInFours } from '@lippet/core/classList/codeInFours';
import type { FamilyCardView } from '@lippet/core/contract/family';
import type { GroupMember } from '@lippet/core/contract/groups';
import { whenWords } from '@lippet/core/schedule/schoolTime';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { keys } from '../../api/queries';
import { request } from '../../api/request';
import { download, familyCardsPdf } from '../../page/takeOut/takeOut';
import { BackHead } from '../../ui/BackHead';
import { Badge } from '../../ui/Badge';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Notice } from '../../ui/Notice';
import { Opening } from '../../ui/Opening';
import { Scrap } from '../../ui/Scrap';
import { Screen } from '../../ui/Screen';
import { colours } from '../../ui/theme';

/** The families of a group: cards to be printed, who has joined, what was said, and ending a card. */
export default function FamiliesDesk({ groupId, zone }: { groupId: string; zone: string }) {
  const client = useQueryClient();
  const [ending, setEnding] = useState<FamilyCardView | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const queryKey = keys.families(groupId);
  const families = useQuery({ queryKey, queryFn: () => request('GET /groups/:id/families', { id: groupId }) });
  const group = useQuery({
    queryKey: ['group', groupId],
    queryFn: () => request('GET /groups/:id', { id: groupId }),
  });
  const error = families.error ?? group.error;
  if (error)
    return (
      <Screen>
        <BackHead title="Families" home="/class" />
        <Notice again={() => void families.refetch()}>{error.message}</Notice>
      </Screen>
    );
  if (!families.data || !group.data) return <Opening />;
  const cards = families.data;
  const without = group.data.members.filter(({ id, left }) => !left && !cards.some(({ child }) => child.id === id));
  const act = async (work: () => Promise<unknown>): Promise<void> => {
    try {
      await work();
      setTrouble(null);
      setEnding(null);
    } catch (failed) {
      setTrouble((failed as Error).message);
    }
    await client.invalidateQueries({ queryKey });
  };
  const make = (learners: readonly Pick<GroupMember, 'id'>[]): Promise<void> =>
    act(() =>
      request(
        'POST /groups/:id/families',
        { id: groupId },
        { cards: learners.map(({ id }) => ({ id: crypto.randomUUID(), child: id })), most: 4 },
      ),
    );
  const print = (): Promise<void> =>
    act(async () => {
      const printed = cards.map(({ child, code, most }) => ({
        child: child.name,
        group: group.data.name,
        code,
        most,
      }));
      download(await familyCardsPdf(printed), `Cards for home ${group.data.name}.pdf`);
    });
  return (
    <Screen>
      <BackHead title={`Families of ${group.data.name}`} home="/class" />
      <Text variant="bodyMedium">
        A family joins by the code of a card, and sees what its child has sent and what came back. It sees nothing of
        other children, no drafts, and nothing that a child asks.
      </Text>
      {trouble && !ending && <Notice>{trouble}</Notice>}
      <View style={styles.row}>
        {without.length > 0 && (
          <Button kind={cards.length === 0 ? 'main' : 'plain'} icon="plus" onPress={() => void make(without)}>
            {without.length === 1 ? `Make a card for ${without[0]!.name}` : `Make ${without.length} cards`}
          </Button>
        )}
        {cards.length > 0 && (
          <Button kind={without.length === 0 ? 'main' : 'plain'} icon="out" onPress={() => void print()}>
            Print the cards (PDF)
          </Button>
        )}
      </View>
      {cards.length === 0 && <Notice calm>There is no card yet.</Notice>}
      <View role="list" aria-label="Cards" style={styles.list}>
        {cards.map((card) => (
          <View key={card.id} role="listitem">
            <FamilyCard card={card} zone={zone} onMore={() => void make([card.child])} onEnd={() => setEnding(card)} />
          </View>
        ))}
      </View>
      <Dialog
        visible={ending !== null}
        title={ending ? `End the card of ${ending.child.name}?` : ''}
        problem={trouble}
        onClose={() => setEnding(null)}
        answers={
          <>
            <Button onPress={() => setEnding(null)}>Keep it</Button>
            <Button
              kind="main"
              icon="bin"
              onPress={() => void act(() => request('DELETE /family-cards/:id', { id: ending!.id }))}
            >
              End it
            </Button>
          </>
        }
      >
        <Text variant="bodyMedium">Who has joined by it sees nothing of the child any more. It can’t be undone.</Text>
      </Dialog>
    </Screen>
  );
}

function FamilyCard({
  card,
  zone,
  onMore,
  onEnd,
}: {
  card: FamilyCardView;
  zone: string;
  onMore: () => void;
  onEnd: () => void;
}) {
  const { id, child, code, most, people, messages, lastAt } = card;
  const talk = messages === 0 ? 'Write' : `${messages} said, last ${whenWords(lastAt!, Date.now(), zone)}`;
  return (
    <Scrap style={styles.card}>
      <View style={styles.row}>
        <Badge name={child.name} colour={child.badge} size={36} />
        <Text variant="titleMedium" style={styles.grow}>
          {child.name}
        </Text>
        <Text variant="titleMedium" selectable>
          {codeInFours(code)}
        </Text>
      </View>
      <Text variant="bodySmall" style={{ color: colours.soft }}>
        {people.length === 0 ? 'Nobody has joined yet' : people.map((one) => lookOf(one, zone)).join(' · ')}
        {` · ${people.length} of ${most}`}
      </Text>
      <View style={styles.row}>
        {people.length > 0 && (
          <Button icon="ask" to={`/home-talk/${id}`} label={`${talk}: the family of ${child.name}`}>
            {talk}
          </Button>
        )}
        <Button icon="plus" label={`Another card for ${child.name}`} onPress={onMore}>
          Another card
        </Button>
        <Button icon="bin" label={`End the card of ${child.name}`} onPress={onEnd}>
          End
        </Button>
      </View>
    </Scrap>
  );
}

const lookOf = ({ name, lookedAt }: { name: string; lookedAt: number | null }, zone: string): string =>
  lookedAt === null ? `${name}, not looked yet` : `${name}, looked ${whenWords(lookedAt, Date.now(), zone)}`;

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, alignItems: 'center' },
  list: { gap: 16 },
  card: { gap: 10, padding: 14 },
  grow: { flex: 1 },
});
