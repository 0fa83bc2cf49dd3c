import { DEFINITION_LIMITS } from '@lippet/core/contract/definitionLimits';
import type { PartPlan } from '@lippet/core/parts/part';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { TickBox } from '../../ui/TickBox';
import { colours, OUTLINE } from '../../ui/theme';
import { changePart, chooseFor } from './planParts';
import { usePlanHere } from './usePlanDesk';

interface Props {
  part: PartPlan;
  onRemove: () => void;
  /** What its kind asks of the teacher. */
  children: ReactNode;
}

/** What can be said of a part: its name, what its kind asks, whether it must be done, what it waits for. */
export function PartFields({ part, onRemove, children }: Props) {
  const { plan, change } = usePlanHere();
  const set = (changed: Partial<Pick<PartPlan, 'title' | 'required' | 'waits'>>): void =>
    change((now) => changePart(now, part.id, (old) => ({ ...old, ...changed })));
  const choice = plan.choices.find(({ id }) => id === part.choice);
  const must = choice ? 'Fixed: everybody does this one' : 'It must be done';
  return (
    <View style={styles.fields}>
      <Field
        label="Its name"
        value={part.title}
        onChangeText={(title) => set({ title })}
        maxLength={DEFINITION_LIMITS.title}
      />
      {children}
      {choice?.rule !== 'level' && (
        <TickBox word={must} on={part.required} onChange={(required) => set({ required })} />
      )}
      {plan.parts[0]?.id !== part.id && (
        <TickBox
          word="Waits for the part before it"
          below="It opens once that one is complete"
          on={part.waits}
          onChange={(waits) => set({ waits })}
        />
      )}
      <View style={styles.foot}>
        <Choices part={part} />
        <Button icon="bin" label={`Take it out: ${part.title}`} onPress={onRemove}>
          Take it out
        </Button>
      </View>
    </View>
  );
}

/** Into a choice, a new one, or out of the one that it is in. */
function Choices({ part }: { part: PartPlan }) {
  const { plan, change } = usePlanHere();
  const choose = (to: Parameters<typeof chooseFor>[2]): void => change((now) => chooseFor(now, part.id, to), true);
  const others = plan.choices.filter(({ id }) => id !== part.choice);
  return (
    <>
      {others.map(({ id, title }, i) => (
        <Button key={id} onPress={() => choose(id)}>{`Into “${title || `choice ${i + 1}`}”`}</Button>
      ))}
      {part.choice === null ? (
        <Button icon="choose" onPress={() => choose({ fresh: crypto.randomUUID() })}>
          Make it a choice
        </Button>
      ) : (
        <Button onPress={() => choose(null)}>Out of the choice</Button>
      )}
    </>
  );
}

const styles = StyleSheet.create({
  fields: { padding: 14, gap: 14, borderTopWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap },
  foot: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
});
