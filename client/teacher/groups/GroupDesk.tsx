import type { GroupMember, KeyCard } from '@lippet/core/contract/groups';
import { KEY_LENGTH_WORDS, type KeyLength } from '@lippet/core/contract/pictureKey';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { keys } from '../../api/queries';
import { request } from '../../api/request';
import { addKeys, hasUnprinted, markPrinted, putKeysAway, useUnprintedKeys } from '../../stores/unprintedKeys';
import { Dialog } from '../../ui/Dialog';
import { BackHead } from '../../ui/BackHead';
import { Badge } from '../../ui/Badge';
import { Button } from '../../ui/Button';
import { Opening } from '../../ui/Opening';
import { Notice } from '../../ui/Notice';
import { Screen } from '../../ui/Screen';
import { Scrap } from '../../ui/Scrap';
import { TickBox } from '../../ui/TickBox';
import { colours } from '../../ui/theme';
import { useAskBeforeClosing } from '../../ui/useAskBeforeClosing';
import { AddLearners } from './AddLearners';
import { NewCards } from './NewCards';
import { NewKeysQuestion } from './NewKeysQuestion';
import { UnprintedQuestion } from './UnprintedQuestion';

const NO_CARDS: readonly KeyCard[] = [];

/** How a learner signs in, in words. */
const keyOf = ({ keys: kind, keyLength, signInName }: GroupMember): string =>
  kind === 'picture' ? `${KEY_LENGTH_WORDS[keyLength]} pictures` : `password, sign-in name ${signInName}`;

/** A group as its teacher keeps it: its learners, their keys, who has left. */
export default function GroupDesk({ groupId }: { groupId: string }) {
  const client = useQueryClient();
  const key = ['group', groupId];
  const {
    data: group,
    error,
    refetch,
  } = useQuery({ queryKey: key, queryFn: () => request('GET /groups/:id', { id: groupId }) });
  const [adding, setAdding] = useState(false);
  const cards = useUnprintedKeys((state) => state.cards.get(groupId)) ?? NO_CARDS;
  const unprinted = useUnprintedKeys((state) => hasUnprinted(state, groupId));
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [asking, setAsking] = useState<'keys' | GroupMember | null>(null);
  const [leave, setLeave] = useState<{ go: () => void } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useAskBeforeClosing(unprinted);
  // Pressed twice, a key would be made anew twice, and the first card be wrong.
  const underWay = useRef(false);
  const act = async (action: () => Promise<unknown>): Promise<void> => {
    if (underWay.current) return;
    underWay.current = true;
    try {
      setProblem(null);
      await action();
      setAsking(null);
    } catch (failed) {
      setProblem((failed as Error).message);
    } finally {
      underWay.current = false;
    }
    await client.invalidateQueries({ queryKey: key });
    await client.invalidateQueries({ queryKey: keys.classes });
  };
  /** What went wrong with one question does not stand in the next. */
  const ask = (question: typeof asking): void => {
    setProblem(null);
    setAsking(question);
  };
  if (error && !group)
    return (
      <Screen>
        <BackHead title="Group" home="/to-review" />
        <Notice again={() => void refetch()}>{error.message}</Notice>
      </Screen>
    );
  if (!group) return <Opening />;
  const here = group.members.filter(({ left }) => !left);
  const left = group.members.filter((member) => member.left);
  const toggle = (id: string, on: boolean): void => {
    const next = new Set(chosen);
    if (on) next.add(id);
    else next.delete(id);
    setChosen(next);
  };
  const chosenHere = here.filter(({ id }) => chosen.has(id));
  const newKeys = (keyLength: KeyLength | undefined): Promise<void> =>
    act(async () => {
      addKeys(groupId, await request('POST /groups/:id/keys', { id: groupId }, { people: [...chosen], keyLength }));
      setChosen(new Set());
    });
  const goBack = (onward: () => void): void => (unprinted ? setLeave({ go: onward }) : onward());
  const leaving = asking !== null && asking !== 'keys' ? asking : null;
  return (
    <Screen>
      <BackHead title={group.name} home="/to-review" onLeave={goBack} />
      <Scrap fill={colours.mist} style={styles.code}>
        <Text variant="bodySmall" style={styles.grow}>
          A new device asks for this code once.
        </Text>
        <Text variant="displaySmall" selectable>
          {group.code}
        </Text>
      </Scrap>
      <Button icon="now" to={`/families/${groupId}`} style={styles.start}>
        Families
      </Button>
      {problem && asking === null && <Notice>{problem}</Notice>}
      {cards.length > 0 && (
        <NewCards cards={cards} onPrinted={() => markPrinted(groupId)} onDone={() => putKeysAway(groupId)} />
      )}
      {adding ? (
        <AddLearners
          groupId={groupId}
          onClose={() => setAdding(false)}
          onAdded={(made) => {
            setAdding(false);
            void act(async () => addKeys(groupId, made));
          }}
        />
      ) : (
        <Button
          kind={here.length === 0 ? 'main' : 'plain'}
          icon="plus"
          onPress={() => setAdding(true)}
          style={styles.start}
        >
          Add learners
        </Button>
      )}
      {here.length > 0 && (
        <View style={styles.row}>
          <Text
            variant="headlineSmall"
            role="heading"
            aria-level={2}
            style={styles.grow}
          >{`${here.length} ${here.length === 1 ? 'learner' : 'learners'}`}</Text>
          <Button
            onPress={() => setChosen(chosen.size === here.length ? new Set() : new Set(here.map(({ id }) => id)))}
          >
            {chosen.size === here.length ? 'Choose none' : 'Choose all'}
          </Button>
          <Button
            icon="keyboard"
            disabled={chosen.size === 0}
            onPress={() => ask('keys')}
          >{`New keys${chosen.size > 0 ? ` for ${chosen.size}` : ''}`}</Button>
        </View>
      )}
      {here.map((member) => (
        <View key={member.id} style={styles.member}>
          <Badge name={member.name} colour={member.badge} size={38} />
          <View style={styles.grow}>
            <TickBox
              word={member.name}
              below={keyOf(member)}
              on={chosen.has(member.id)}
              onChange={(on) => toggle(member.id, on)}
            />
          </View>
          <Button icon="leave" label={`${member.name} leaves the group`} onPress={() => ask(member)}>
            Leaves
          </Button>
        </View>
      ))}
      {left.length > 0 && (
        <Text variant="headlineSmall" role="heading" aria-level={2}>
          Have left
        </Text>
      )}
      {left.map((member) => (
        <View key={member.id} style={styles.member}>
          <Badge name={member.name} colour={member.badge} size={38} />
          <Text variant="labelLarge" style={styles.grow}>
            {member.name}
          </Text>
          <Button
            label={`${member.name} comes back`}
            onPress={() =>
              void act(
                async () =>
                  void (await request('POST /groups/:id/learners/:person', { id: groupId, person: member.id })),
              )
            }
          >
            Comes back
          </Button>
        </View>
      ))}
      {asking === 'keys' && (
        <NewKeysQuestion
          people={chosenHere}
          problem={problem}
          onClose={() => ask(null)}
          onMake={(length) => void newKeys(length)}
        />
      )}
      {leave && (
        <UnprintedQuestion
          count={cards.length}
          onStay={() => setLeave(null)}
          onLeave={() => {
            putKeysAway(groupId);
            leave.go();
          }}
        />
      )}
      <Dialog
        visible={leaving !== null}
        title={`${leaving?.name} leaves ${group.name}?`}
        problem={problem}
        onClose={() => ask(null)}
        answers={
          <>
            <Button onPress={() => ask(null)}>Stays</Button>
            <Button
              kind="main"
              onPress={() =>
                void act(() => request('DELETE /groups/:id/learners/:person', { id: groupId, person: leaving!.id }))
              }
            >
              Leaves
            </Button>
          </>
        }
      >
        <Text variant="bodyMedium">What was made is kept, for the learner and for you. Nothing new comes.</Text>
      </Dialog>
    </Screen>
  );
}

const styles = StyleSheet.create({
  code: { flexDirection: 'row', alignItems: 'center', gap: 14, padding: 14, paddingRight: 28 },
  grow: { flex: 1 },
  start: { alignSelf: 'flex-start' },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 12, marginTop: 10 },
  member: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    paddingVertical: 6,
    borderBottomWidth: 2,
    borderStyle: 'dashed',
    borderColor: colours.line,
  },
});
