import type { PlanGroup } from '@lippet/core/contract/activities';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { LineIcon } from '../../ui/LineIcon';
import { Press } from '../../ui/Press';
import { TickBox } from '../../ui/TickBox';
import { colours, OUTLINE, TARGET } from '../../ui/theme';

type Pair = [string, string];

interface Props {
  pairs: readonly Pair[];
  groups: readonly PlanGroup[];
  onChange: (pairs: Pair[]) => void;
}

/** Pairs of learners who never look at each other's work. */
export function ApartPairs({ pairs, groups, onChange }: Props) {
  const [choosing, setChoosing] = useState(false);
  const learners = groups.flatMap((group) => group.learners);
  const nameOf = (id: string): string => learners.find((learner) => learner.id === id)?.name ?? 'Somebody who left';
  return (
    <View style={styles.box} role="group" aria-label="Never put together">
      {pairs.length > 0 && (
        <Text variant="labelMedium" aria-hidden>
          Never put together
        </Text>
      )}
      {pairs.map((pair) => {
        const words = `${nameOf(pair[0])} and ${nameOf(pair[1])}`;
        return (
          <View key={pair.join()} style={styles.pair}>
            <Text variant="bodyMedium" style={styles.words}>
              {words}
            </Text>
            <Press
              flat
              aria-label={`${words} may be put together`}
              onPress={() => onChange(pairs.filter((other) => other !== pair))}
              style={styles.bin}
            >
              <LineIcon name="close" size={18} />
            </Press>
          </View>
        );
      })}
      <Button icon="people" onPress={() => setChoosing(true)} style={styles.start} disabled={learners.length < 2}>
        Two who are never put together
      </Button>
      {choosing && (
        <ChoosePair
          groups={groups}
          onClose={() => setChoosing(false)}
          onChoose={(pair) => {
            const known = pairs.some(([one, other]) => pair.includes(one) && pair.includes(other));
            if (!known) onChange([...pairs, pair]);
            setChoosing(false);
          }}
        />
      )}
    </View>
  );
}

function ChoosePair({
  groups,
  onChoose,
  onClose,
}: {
  groups: readonly PlanGroup[];
  onChoose: (pair: Pair) => void;
  onClose: () => void;
}) {
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [one, other] = chosen;
  return (
    <Dialog
      visible
      title="Who are never put together?"
      onClose={onClose}
      answers={
        <>
          <Button onPress={onClose}>Leave it</Button>
          <Button
            kind="main"
            disabled={one === undefined || other === undefined}
            onPress={() => onChoose([one!, other!])}
          >
            Keep them apart
          </Button>
        </>
      }
    >
      <Text variant="bodyMedium">Choose two.</Text>
      {groups.map(({ id, name, learners }) => (
        <View key={id} role="group" aria-label={name} style={styles.group}>
          {groups.length > 1 && <Text variant="labelMedium">{name}</Text>}
          {learners.map((learner) => (
            <TickBox
              key={learner.id}
              word={learner.name}
              on={chosen.includes(learner.id)}
              onChange={(on) =>
                // A third takes the place of the first.
                setChosen(on ? [...chosen, learner.id].slice(-2) : chosen.filter((person) => person !== learner.id))
              }
            />
          ))}
        </View>
      ))}
    </Dialog>
  );
}

const styles = StyleSheet.create({
  box: { gap: 8 },
  pair: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 10,
    paddingLeft: 12,
    backgroundColor: colours.paper,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  words: { flex: 1 },
  bin: { width: TARGET.adult, height: TARGET.adult, alignItems: 'center', justifyContent: 'center' },
  start: { alignSelf: 'flex-start' },
  group: { gap: 8 },
});
