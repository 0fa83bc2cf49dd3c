import type { PartWithWork } from '@lippet/core/contract/activities';
import {
  closestCenter,
  DndContext,
  MeasuringStrategy,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import type { MediaHome } from '@lippet/core/contract/media';
import { type ActivityPlan, type ChoicePlan } from '@lippet/core/contract/activityDefinition';
import { PART_KINDS, withSettings, type PartPlan } from '@lippet/core/parts/part';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Ask } from '../../ui/Ask';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { LineIcon } from '../../ui/LineIcon';
import { Pick } from '../../ui/Pick';
import { Press } from '../../ui/Press';
import { TickBox } from '../../ui/TickBox';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import { NumberField } from '../../ui/NumberField';
import type { SheetWork } from '../../parts/partKind';
import { partUi } from '../../parts/registry';
import { partAnchor, useEditing } from './editing';
import {
  addPart,
  changePart,
  chooseFor,
  movePart,
  putBack,
  removePart,
  stepPart,
  takenOut,
  waitsForWords,
} from './planParts';
import { TakenOutParts } from './TakenOutParts';

interface Props {
  plan: ActivityPlan;
  home: MediaHome;
  /** Whose work lies in a part, by part. */
  workIn: Readonly<Record<string, readonly string[]>>;
  withWork: readonly PartWithWork[];
  change: (how: (plan: ActivityPlan) => ActivityPlan, step?: boolean) => void;
  onSheet: (part: string, sheet: number, as: SheetWork) => void;
}

const MOVING = { draggable: 'The arrow keys up and down move this part.' };
const ALWAYS = { droppable: { strategy: MeasuringStrategy.Always } };

const KEY_STEPS: Partial<Record<string, -1 | 1>> = { ArrowUp: -1, ArrowDown: 1 };

/** What a part is, in a few words. */
function partLine(plan: ActivityPlan, part: PartPlan): string {
  const { kind, settings, required, choice } = part;
  const ui = partUi(kind);
  return [
    ui.word,
    ui.settingsLine(settings),
    choice ? required && 'fixed' : !required && 'if they like',
    waitsForWords(plan, part),
  ]
    .filter(Boolean)
    .join(' · ');
}

/** The parts that are asked for: add, order by dragging or by keyboard, choose among them, take away. */
export function PartsSection({ plan, home, workIn, withWork, change, onSheet }: Props) {
  const { open, openPart, enter } = useEditing();
  const [removing, setRemoving] = useState<PartPlan | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const [moved, setMoved] = useState('');
  const onDragEnd = ({ active, over }: DragEndEvent): void => {
    if (over && active.id !== over.id) change((now) => movePart(now, String(active.id), String(over.id)), true);
  };
  const titleOf = (id: string | number): string => plan.parts.find((part) => part.id === id)?.title || 'The part';
  const step = (part: PartPlan, by: 1 | -1): void => {
    const next = stepPart(plan, part.id, by);
    if (next !== plan) change((now) => stepPart(now, part.id, by), true);
    setMoved(
      `${part.title} is number ${next.parts.findIndex(({ id }) => id === part.id) + 1} of ${next.parts.length}.`,
    );
  };
  const remove = (part: PartPlan): void => {
    setRemoving(null);
    change((now) => removePart(now, part.id), true);
  };
  return (
    <>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        measuring={ALWAYS}
        onDragStart={() => openPart(null)}
        onDragEnd={onDragEnd}
        accessibility={{
          screenReaderInstructions: MOVING,
          announcements: {
            onDragStart: ({ active }) => `${titleOf(active.id)} is picked up.`,
            onDragOver: ({ active, over }) =>
              over ? `${titleOf(active.id)} goes to the place of ${titleOf(over.id)}.` : `${titleOf(active.id)} stays.`,
            onDragEnd: ({ active, over }) =>
              over ? `${titleOf(active.id)} was put down.` : `${titleOf(active.id)} stays.`,
            onDragCancel: ({ active }) => `${titleOf(active.id)} stays.`,
          },
        }}
      >
        <SortableContext items={plan.parts.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
          <View role="list" style={styles.list}>
            {plan.parts.map((part, i) => {
              const choice = plan.choices.find(({ id }) => id === part.choice);
              const { Fields } = partUi(part.kind);
              const begins = choice && plan.parts[i - 1]?.choice !== part.choice;
              return (
                <View
                  key={part.id}
                  role="listitem"
                  aria-label={part.title}
                  style={[styles.entry, choice && styles.inChoice]}
                >
                  {begins && (
                    <ChoiceHead
                      choice={choice}
                      free={plan.parts.filter((each) => each.choice === choice.id && !each.required).length}
                      onChange={(next) =>
                        change((now) => ({
                          ...now,
                          choices: now.choices.map((each) => (each.id === choice.id ? next : each)),
                        }))
                      }
                    />
                  )}
                  <PartCard
                    part={part}
                    first={i === 0}
                    open={open === part.id}
                    onOpen={() => openPart(open === part.id ? null : part.id)}
                    onEnter={() => enter({ part: part.id })}
                    choices={plan.choices}
                    line={partLine(plan, part)}
                    onStep={(by) => step(part, by)}
                    onPart={(how) => change((now) => changePart(now, part.id, how))}
                    onChoice={(to) => change((now) => chooseFor(now, part.id, to), true)}
                    onRemove={() => (workIn[part.id]?.length ? setRemoving(part) : remove(part))}
                  >
                    <Fields
                      settings={part.settings}
                      home={home}
                      onSettings={(settings) =>
                        change((now) => changePart(now, part.id, (old) => withSettings(old, settings)))
                      }
                      onSheet={(index, as) => onSheet(part.id, index, as)}
                    />
                  </PartCard>
                </View>
              );
            })}
          </View>
        </SortableContext>
      </DndContext>
      <Text style={styles.told} role="status" aria-live="assertive">
        {moved}
      </Text>
      <TakenOutParts
        parts={takenOut(plan, withWork)}
        workIn={workIn}
        onPutBack={(part) => change((now) => putBack(now, part), true)}
      />
      <Text variant="labelMedium">{plan.parts.length === 0 ? 'What do learners make?' : 'Add a part'}</Text>
      <View style={styles.add} role="group" aria-label="Add a part">
        {PART_KINDS.map((kind) => {
          const { word, icon, about, newTitle } = partUi(kind);
          return (
            <Press
              key={kind}
              aria-label={`Add a part: ${word}. ${about}`}
              style={styles.kind}
              onPress={() => {
                const id = crypto.randomUUID();
                change((now) => addPart(now, { kind, id, title: newTitle }), true);
                openPart(id);
              }}
            >
              <LineIcon name={icon} size={26} />
              <Text variant="labelMedium">{word}</Text>
            </Press>
          );
        })}
      </View>
      <Ask
        visible={removing !== null}
        title={`Take “${removing?.title}” out?`}
        onClose={() => setRemoving(null)}
        answers={
          <>
            <Button onPress={() => setRemoving(null)}>Leave it in</Button>
            <Button kind="main" onPress={() => remove(removing!)}>
              Take it out
            </Button>
          </>
        }
      >
        <Text variant="bodyMedium">
          {`There is work in it by ${(removing ? (workIn[removing.id] ?? []) : []).join(', ')}. It stays with ` +
            'their pieces, and is not asked for any more. You can put it back at any time.'}
        </Text>
      </Ask>
    </>
  );
}

function ChoiceHead({
  choice,
  free,
  onChange,
}: {
  choice: ChoicePlan;
  free: number;
  onChange: (choice: ChoicePlan) => void;
}) {
  return (
    <View style={styles.choice}>
      <Pick
        label="They choose"
        headed
        options={[
          { value: 'pick', word: 'Some of these' },
          { value: 'level', word: 'One level of challenge' },
        ]}
        chosen={choice.rule}
        onChoose={(rule) => onChange({ ...choice, rule })}
      />
      <View style={styles.choiceRow}>
        <View style={styles.grow}>
          <Field
            label="What the choice is called"
            value={choice.title}
            onChangeText={(title) => onChange({ ...choice, title })}
            maxLength={120}
          />
        </View>
        {choice.rule === 'pick' && (
          <NumberField
            label={`How many of ${free}`}
            value={choice.wanted}
            most={40}
            onChange={(wanted) => onChange({ ...choice, wanted: wanted ?? 1 })}
          />
        )}
      </View>
    </View>
  );
}

interface CardProps {
  part: PartPlan;
  first: boolean;
  open: boolean;
  onOpen: () => void;
  /** One of its fields has the focus. */
  onEnter: () => void;
  choices: readonly ChoicePlan[];
  line: string;
  onStep: (by: 1 | -1) => void;
  onPart: (how: (part: PartPlan) => PartPlan) => void;
  onChoice: (to: string | { fresh: string } | null) => void;
  onRemove: () => void;
  children: React.ReactNode;
}

function PartCard({
  part,
  first,
  open,
  onOpen,
  onEnter,
  choices,
  line,
  onStep,
  onPart,
  onChoice,
  onRemove,
  children,
}: CardProps) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: part.id,
  });
  const moved = transform ? `translate3d(${transform.x}px, ${transform.y}px, 0)` : undefined;
  const choice = choices.find(({ id }) => id === part.choice);
  const onKey = (event: React.KeyboardEvent): void => {
    const by = KEY_STEPS[event.key];
    if (!by) return;
    event.preventDefault();
    onStep(by);
  };
  const must = choice ? 'Fixed: everybody does this one' : 'It must be done';
  const asked = choice?.rule === 'level' ? null : must;
  return (
    <View
      ref={setNodeRef as never}
      id={partAnchor(part.id)}
      onFocus={onEnter}
      style={[
        styles.card,
        { transform: moved as never, transition: transition as never, zIndex: isDragging ? 2 : 0 } as object,
      ]}
    >
      <View style={styles.cardHead}>
        <div
          ref={setActivatorNodeRef}
          {...attributes}
          {...listeners}
          aria-label={`Move ${part.title}`}
          onKeyDown={onKey}
          style={{
            width: TARGET.adult,
            height: TARGET.learner,
            display: 'flex',
            alignItems: 'center',
            justifyContent: 'center',
            cursor: 'grab',
            touchAction: 'none',
          }}
        >
          <LineIcon name="grip" size={20} />
        </div>
        <Press
          flat
          aria-expanded={open}
          aria-label={`${part.title || 'A part without a name'}. ${line}`}
          onPress={onOpen}
          style={styles.opener}
        >
          <LineIcon name={partUi(part.kind).icon} size={26} />
          <View style={styles.grow}>
            <Text variant="titleMedium" numberOfLines={1}>
              {part.title || '…'}
            </Text>
            <Text variant="bodySmall" style={{ color: colours.soft }}>
              {line}
            </Text>
          </View>
          <LineIcon name={open ? 'up' : 'down'} size={18} />
        </Press>
      </View>
      {open && (
        <View style={styles.fields}>
          <Field
            label="Its name"
            value={part.title}
            onChangeText={(title) => onPart((now) => ({ ...now, title }))}
            maxLength={120}
          />
          {children}
          {asked && (
            <TickBox word={asked} on={part.required} onChange={(required) => onPart((now) => ({ ...now, required }))} />
          )}
          {!first && (
            <TickBox
              word="Waits for the part before it"
              below="It opens once that one is complete"
              on={part.waits}
              onChange={(waits) => onPart((now) => ({ ...now, waits }))}
            />
          )}
          <View style={styles.foot}>
            {choices
              .filter(({ id }) => id !== part.choice)
              .map((each, i) => (
                <Button
                  key={each.id}
                  onPress={() => onChoice(each.id)}
                >{`Into “${each.title || `choice ${i + 1}`}”`}</Button>
              ))}
            {choice ? (
              <Button onPress={() => onChoice(null)}>Out of the choice</Button>
            ) : (
              <Button icon="choose" onPress={() => onChoice({ fresh: crypto.randomUUID() })}>
                Make it a choice
              </Button>
            )}
            <Button icon="bin" label={`Take it out: ${part.title}`} onPress={onRemove}>
              Take it out
            </Button>
          </View>
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  list: { gap: 0 },
  told: { position: 'absolute', width: 1, height: 1, overflow: 'hidden', opacity: 0 },
  entry: { paddingVertical: 5 },
  inChoice: { borderLeftWidth: 6, borderColor: colours.ochre, paddingLeft: 12 },
  choice: { gap: 12, paddingBottom: 12 },
  choiceRow: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
  grow: { flex: 1, minWidth: 120 },
  card: { backgroundColor: colours.paper, borderWidth: OUTLINE, borderColor: colours.ink },
  cardHead: { flexDirection: 'row', alignItems: 'center' },
  opener: {
    flex: 1,
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    padding: 10,
    paddingLeft: 4,
    minHeight: 60,
    borderColor: 'transparent',
    backgroundColor: 'transparent',
  },
  fields: { padding: 14, gap: 14, borderTopWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap },
  foot: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
  add: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
  kind: { width: 88, minHeight: 68, alignItems: 'center', justifyContent: 'center', gap: 4 },
});
