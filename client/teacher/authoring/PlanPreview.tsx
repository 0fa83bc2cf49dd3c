import type { ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { viewOfPart } from '@lippet/core/parts/part';
import type { PlanPlace } from '@lippet/core/contract/definitionTroubles';
import { dueWords } from '@lippet/core/schedule/schoolTime';
import { plainWords } from '@lippet/core/words/richText';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { MaterialDesk } from '../../materials/MaterialDesk';
import { PartTabs } from '../../parts/PartTabs';
import { TaskPanel, TaskStrip, type TaskFacts } from '../../task/TaskCard';
import { partUi } from '../../parts/registry';
import { colours, OUTLINE } from '../../ui/theme';
import { useEditing } from './editing';

/** What of the form learners find in the task. */
const IN_THE_TASK: ReadonlySet<PlanPlace> = new Set<PlanPlace>(['task', 'materials', 'rubric']);

/**
 * An activity as a learner will see it, on a phone or wide. Made of the learner's own parts of the screen; nothing in
 * it does anything.
 */
export function PlanPreview({
  plan,
  wide,
  zone,
  teacher,
}: {
  plan: ActivityPlan;
  wide: boolean;
  zone: string;
  teacher: string;
}) {
  const edited = useEditing();
  const [partId, setPartId] = useState<string | null>(edited.part);
  // It follows what is being edited, and can be looked through all the same.
  useEffect(() => setPartId(edited.part), [edited.part]);
  const [looking, setLooking] = useState<string | null>(null);
  const part = plan.parts.find(({ id }) => id === partId) ?? plan.parts[0];
  const Preview = part && partUi(part.kind).Preview;
  const due = plan.groups.find((group) => group.due !== null)?.due ?? null;
  const start = plan.materials.filter(({ shown }) => shown === 'start');
  const times = plan.materials.flatMap(({ shown, at }) => (shown === 'at' && at !== null ? [at] : []));
  const facts: TaskFacts = {
    task: plainWords(plan.task),
    taskText: plan.task,
    told: plan.told,
    goal: plan.goal || null,
    supplies: plan.supplies,
    rubric: plan.rubric,
    materials: start,
    later: {
      afterSending: plan.materials.filter(({ shown }) => shown === 'sent').length,
      next: times.length > 0 ? Math.min(...times) : null,
    },
  };
  const below = [
    plan.subject,
    due === null ? 'no date' : dueWords(due, Date.now(), zone),
    plan.minutes !== null && `${plan.minutes} min`,
  ]
    .filter(Boolean)
    .join(' · ');
  const tabs = (
    <PartTabs
      parts={plan.parts.map((made) => viewOfPart(made))}
      current={part?.id ?? ''}
      done={new Set()}
      onChoose={setPartId}
      choices={plan.choices}
      waiting={
        new Map(plan.parts.flatMap(({ id, waits }, i) => (waits && i > 0 ? [[id, plan.parts[i - 1]!.title]] : [])))
      }
    />
  );
  const material = start.find(({ id }) => id === looking);
  const looked = material && (
    <View style={wide ? styles.beside : styles.over}>
      <MaterialDesk material={material} onClose={() => setLooking(null)} />
    </View>
  );
  const sheet = (
    <View style={styles.sheet}>
      {Preview ? (
        <Preview key={part.id} settings={part.settings} wide={wide} teacher={teacher} />
      ) : (
        <Text variant="bodyMedium">Nothing to work on yet.</Text>
      )}
    </View>
  );
  if (wide) {
    return (
      <View style={[styles.frame, styles.wide]} role="region" aria-label="As a learner sees it on a wide screen">
        {looked || <TaskPanel facts={facts} zone={zone} onLook={setLooking} title={plan.title || '…'} below={below} />}
        <View style={styles.main}>
          {tabs}
          {sheet}
        </View>
      </View>
    );
  }
  return (
    <View style={[styles.frame, styles.phone]} aria-label="As a learner sees it on a phone" role="region">
      <Text variant="headlineSmall">{plan.title || '…'}</Text>
      <Text variant="bodySmall" style={{ color: colours.soft }}>
        {below}
      </Text>
      {tabs}
      <TaskStrip
        facts={facts}
        zone={zone}
        onLook={setLooking}
        pulledDown={edited.place !== null && IN_THE_TASK.has(edited.place)}
      />
      {sheet}
      {looked}
    </View>
  );
}

const styles = StyleSheet.create({
  frame: { backgroundColor: colours.paper, borderWidth: OUTLINE, borderColor: colours.ink, overflow: 'hidden' },
  phone: {
    width: 340,
    height: 640,
    maxWidth: '100%',
    maxHeight: '100%',
    flexShrink: 1,
    padding: 12,
    gap: 8,
    alignSelf: 'center',
  },
  wide: { flex: 1, minHeight: 480, flexDirection: 'row' },
  main: { flex: 1, padding: 12, gap: 10, borderLeftWidth: OUTLINE, borderColor: colours.ink },
  beside: { width: 380 },
  over: { position: 'absolute', inset: 0, zIndex: 4 },
  sheet: {
    flex: 1,
    backgroundColor: colours.desk,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    alignItems: 'center',
    justifyContent: 'center',
  },
});
