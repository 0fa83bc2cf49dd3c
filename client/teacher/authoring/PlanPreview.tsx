import type { ActivityPlan } from '@lippet/core/contract/activityDefinition';
import type { PartPlan } from '@lippet/core/parts/part';
import type { PlanPlace } from '@lippet/core/contract/definitionTroubles';
import type { PartView } from '@lippet/core/parts/part';
import { lengthWords } from '@lippet/core/recording/moments';
import { RECORDING_SECONDS } from '@lippet/core/parts/part';
import { dueWords } from '@lippet/core/schedule/schoolTime';
import { plainWords } from '@lippet/core/words/richText';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { MaterialDesk } from '../../materials/MaterialDesk';
import { PartTabs } from '../../learner/sheet/PartTabs';
import { TaskPanel, TaskStrip, type TaskFacts } from '../../learner/sheet/TaskCard';
import { PageThumb } from '../../page/PageThumb';
import { LineIcon } from '../../ui/LineIcon';
import { KIND_WORDS } from '../../ui/partKinds';
import { colours, OUTLINE } from '../../ui/theme';
import { boothPart } from '../../capture/boothPart';
import { useEditing } from './editing';

/** What of the form learners find in the task. */
const IN_THE_TASK: ReadonlySet<PlanPlace> = new Set<PlanPlace>(['task', 'materials', 'rubric']);

/** What learners are given of a part, as the screens that show parts want it. */
const viewOf = ({ id, kind, title, required, choice, waits, settings }: PartPlan): PartView => ({
  ...boothPart(title, 'sound'),
  id,
  kind,
  title,
  required,
  choice,
  waits,
  openings: settings.openings ?? [],
  leastWords: settings.leastWords ?? null,
  mostWords: settings.mostWords ?? null,
});

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
  const due = plan.groups.find((each) => each.due !== null)?.due ?? null;
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
      parts={plan.parts.map(viewOf)}
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
      {part ? (
        <PartPreview key={part.id} part={part} wide={wide} teacher={teacher} />
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
      <Text variant="headlineSmall" numberOfLines={1}>
        {plan.title || '…'}
      </Text>
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

/** What stands where the answer will be; a recording says how long it may be. */
const WAITING: Partial<Record<PartPlan['kind'], string>> = {
  photo: 'Take a photo',
  tick: 'I have done this',
  words: 'Room to write',
};

function PartPreview({ part, wide, teacher }: { part: PartPlan; wide: boolean; teacher: string }) {
  const { kind, settings } = part;
  const [size, setSize] = useState({ width: 0, height: 0 });
  const first = settings.sheets[0];
  if (kind === 'page' && first) {
    const scale = Math.min(size.width / first.width, size.height / first.height) || 0;
    return (
      <View
        style={styles.page}
        onLayout={({ nativeEvent: { layout } }) => setSize({ width: layout.width, height: layout.height })}
      >
        {scale > 0 && (
          <View style={styles.paper}>
            <PageThumb
              page={{ id: 'preview', part: part.id, ...first }}
              layers={[]}
              width={first.width * scale}
              height={first.height * scale}
            />
            {(first.spots ?? []).map((spot) => (
              <View
                key={spot.id}
                style={[
                  styles.spot,
                  { left: spot.x * scale, top: spot.y * scale, width: spot.width * scale, height: spot.height * scale },
                ]}
              >
                <Text variant="labelSmall" numberOfLines={1}>
                  {spot.label}
                </Text>
              </View>
            ))}
          </View>
        )}
        {settings.sheets.length > 1 && (
          <Text variant="labelSmall" style={styles.count}>{`Page 1 of ${settings.sheets.length}`}</Text>
        )}
      </View>
    );
  }
  const verb = kind === 'film' ? 'Film it' : 'Record it';
  const words = WAITING[kind] ?? `${verb}, up to ${lengthWords(settings.seconds ?? RECORDING_SECONDS)}`;
  return (
    <View style={styles.other}>
      {(settings.openings ?? []).filter(Boolean).map((opening, i) => (
        <View key={i} style={styles.opening}>
          <Text variant="labelMedium">{opening}</Text>
        </View>
      ))}
      <LineIcon name={KIND_WORDS[kind].icon} size={wide ? 84 : 60} />
      <Text variant="titleMedium">{words}</Text>
      {settings.titleStart && <Text variant="bodyMedium">{`${settings.titleStart} …`}</Text>}
      {settings.confirm && <Text variant="bodySmall">{`${teacher} looks as well.`}</Text>}
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
  page: { flex: 1, alignSelf: 'stretch', margin: 10, alignItems: 'center', justifyContent: 'center' },
  paper: { backgroundColor: colours.scrap, borderWidth: 1, borderColor: colours.ink },
  spot: {
    position: 'absolute',
    borderWidth: OUTLINE,
    borderStyle: 'dashed',
    borderColor: colours.ink,
    backgroundColor: 'rgba(240, 174, 46, 0.25)',
    paddingHorizontal: 3,
  },
  count: { position: 'absolute', bottom: 0, backgroundColor: colours.scrap, paddingHorizontal: 6 },
  other: { alignItems: 'center', gap: 12, padding: 16 },
  opening: { borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap, padding: 8 },
});
