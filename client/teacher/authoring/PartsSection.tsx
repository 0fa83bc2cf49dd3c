import type { ChoicePlan } from '@lippet/core/contract/activityDefinition';
import type { PartKind, PartPlan } from '@lippet/core/parts/part';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';
import { colours } from '../../ui/theme';
import { AddParts } from './AddParts';
import { ChoiceHead } from './ChoiceHead';
import { useEditing } from './editing';
import { PartCard } from './PartCard';
import { PartsOrder } from './PartsOrder';
import { addPart, movePart, putBack, removePart, stepPart, takenOut } from './planParts';
import { TakenOutParts } from './TakenOutParts';
import { usePlanHere } from './usePlanDesk';

/** The parts that are asked for: add, order by dragging or by keyboard, choose among them, take away. */
export function PartsSection() {
  const { plan, school, change } = usePlanHere();
  const { openPart } = useEditing();
  const [removing, setRemoving] = useState<PartPlan | null>(null);
  const [moved, setMoved] = useState('');
  const step = (part: PartPlan, by: 1 | -1): void => {
    const next = stepPart(plan, part.id, by);
    if (next !== plan) change((now) => stepPart(now, part.id, by), true);
    const number = next.parts.findIndex(({ id }) => id === part.id) + 1;
    setMoved(`${part.title} is number ${number} of ${next.parts.length}.`);
  };
  const add = (kind: PartKind, title: string): void => {
    const id = crypto.randomUUID();
    change((now) => addPart(now, { kind, id, title }), true);
    openPart(id);
  };
  const remove = (part: PartPlan): void => {
    setRemoving(null);
    change((now) => removePart(now, part.id), true);
  };
  return (
    <>
      <PartsOrder
        parts={plan.parts}
        onPickUp={() => openPart(null)}
        onMove={(part, over) => change((now) => movePart(now, part, over), true)}
      >
        <View role="list" style={styles.list}>
          {plan.parts.map((part) => (
            <View
              key={part.id}
              role="listitem"
              aria-label={part.title}
              style={[styles.entry, part.choice !== null && styles.inChoice]}
            >
              <ChoiceBegins part={part} />
              <PartCard
                part={part}
                onStep={(by) => step(part, by)}
                onRemove={() => (school.workIn[part.id]?.length ? setRemoving(part) : remove(part))}
              />
            </View>
          ))}
        </View>
      </PartsOrder>
      <Text style={styles.told} role="status" aria-live="assertive">
        {moved}
      </Text>
      <TakenOutParts
        parts={takenOut(plan, school.withWork)}
        workIn={school.workIn}
        onPutBack={(part) => change((now) => putBack(now, part), true)}
      />
      <AddParts first={plan.parts.length === 0} onAdd={add} />
      <RemovingQuestion part={removing} onClose={() => setRemoving(null)} onRemove={remove} />
    </>
  );
}

/** Above the first part of a choice: what is chosen. */
function ChoiceBegins({ part }: { part: PartPlan }) {
  const { plan, change } = usePlanHere();
  const before = plan.parts[plan.parts.indexOf(part) - 1];
  const choice = plan.choices.find(({ id }) => id === part.choice);
  if (!choice || before?.choice === choice.id) return null;
  const free = plan.parts.filter((other) => other.choice === choice.id && !other.required).length;
  const put = (next: ChoicePlan): void =>
    change((now) => ({ ...now, choices: now.choices.map((old) => (old.id === next.id ? next : old)) }));
  return <ChoiceHead choice={choice} free={free} onChange={put} />;
}

interface RemovingProps {
  /** Null where nothing is asked. */
  part: PartPlan | null;
  onClose: () => void;
  onRemove: (part: PartPlan) => void;
}

/** Asked before a part is taken out that holds work. */
function RemovingQuestion({ part, onClose, onRemove }: RemovingProps) {
  const { school } = usePlanHere();
  const names = part ? (school.workIn[part.id] ?? []) : [];
  return (
    <Dialog
      visible={part !== null}
      title={`Take “${part?.title}” out?`}
      onClose={onClose}
      answers={
        <>
          <Button onPress={onClose}>Leave it in</Button>
          <Button kind="main" onPress={() => part && onRemove(part)}>
            Take it out
          </Button>
        </>
      }
    >
      <Text variant="bodyMedium">
        {`There is work in it by ${names.join(', ')}. It stays with their pieces, and is not asked for any more. ` +
          'You can put it back at any time.'}
      </Text>
    </Dialog>
  );
}

const styles = StyleSheet.create({
  list: { gap: 0 },
  told: { position: 'absolute', width: 1, height: 1, overflow: 'hidden', opacity: 0 },
  entry: { paddingVertical: 5 },
  inChoice: { borderLeftWidth: 6, borderColor: colours.ochre, paddingLeft: 12 },
});
