import type { PlanGroup } from '@lippet/core/contract/activities';
import { type ActivityPlan, type Dates, type GroupPlan } from '@lippet/core/contract/activityDefinition';
import { DEFINITION_LIMITS } from '@lippet/core/contract/definitionLimits';
import type { WallWay } from '@lippet/core/contract/wallWays';
import { dayAt, weekdayWord } from '@lippet/core/schedule/schoolTime';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';
import { DateField } from '../../ui/DateField';
import { Field } from '../../ui/Field';
import { LineIcon } from '../../ui/LineIcon';
import { Pick } from '../../ui/Pick';
import { Press } from '../../ui/Press';
import { TickBox } from '../../ui/TickBox';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import { CrewPick } from './CrewPick';
import { FolderPick } from './FolderPick';

/** The hour at which work is most often due. */
const DUE_HOUR = 15;
const NEW_GROUP: Omit<GroupPlan, 'group'> = {
  folder: null,
  free: false,
  crews: [],
  opens: null,
  due: null,
  closes: null,
};
const WAYS = [
  { value: 'all', word: 'Everybody does it' },
  { value: 'free', word: 'Who likes may choose it' },
] as const;
const TAKING_BACK = [
  { value: 'begun', word: 'Until I begin to look' },
  { value: 'due', word: 'At most until it is due' },
  { value: 'never', word: 'Not at all' },
] as const;

const WALLS: readonly { value: WallWay; word: string }[] = [
  { value: 'none', word: 'No wall' },
  { value: 'teacher', word: 'Once I let it' },
  { value: 'open', word: 'At once' },
];

interface Props {
  plan: ActivityPlan;
  groups: readonly PlanGroup[];
  zone: string;
  change: (how: (plan: ActivityPlan) => ActivityPlan, step?: boolean) => void;
}

const DAY_WORDS: Partial<Record<number, string>> = { 1: 'Tomorrow 3 pm', 7: 'In a week' };

/** Days on which work is likely to be due, as seen from now. */
function likely(now: number, zone: string): { word: string; value: number }[] {
  return [1, 2, 3, 7].map((days) => {
    const value = dayAt(now, days, DUE_HOUR, zone);
    return {
      word: DAY_WORDS[days] ?? `${weekdayWord(value, zone)} 3 pm`,
      value,
    };
  });
}

/** Which groups it is for, each with its dates; other dates for single learners; late work, and taking back. */
export function ForWhomSection({ plan, groups, zone, change }: Props) {
  const [asking, setAsking] = useState<PlanGroup | null>(null);
  const now = Date.now();
  const [ages, setAges] = useState({
    from: plan.ages ? String(plan.ages.from) : '',
    to: plan.ages ? String(plan.ages.to) : '',
  });
  // One field alone is an age from and to the same year.
  const putAges = (next: typeof ages): void => {
    setAges(next);
    const [from, to] = [Number(next.from || next.to), Number(next.to || next.from)];
    change((before) => ({
      ...before,
      ages:
        Number.isInteger(from) && Number.isInteger(to) && from > 0 && to > 0
          ? { from: Math.min(from, to), to: Math.max(from, to) }
          : null,
    }));
  };
  const toggle = (group: PlanGroup, on: boolean): void =>
    change(
      (before) => ({
        ...before,
        // Most groups get the same dates: the next one begins with those of the last.
        groups: on
          ? [...before.groups, { ...NEW_GROUP, ...before.groups.at(-1), group: group.id, folder: null, crews: [] }]
          : before.groups.filter(({ group: id }) => id !== group.id),
        learners: on
          ? before.learners
          : before.learners.filter(({ person }) => !group.learners.some(({ id }) => id === person)),
      }),
      true,
    );
  return (
    <>
      {groups.length === 0 && <Text variant="bodyMedium">You teach no group yet.</Text>}
      {groups.map((group) => {
        const own = plan.groups.find(({ group: id }) => id === group.id);
        const put = (dates: Partial<GroupPlan>): void =>
          change((before) => ({
            ...before,
            groups: before.groups.map((given) => (given.group === group.id ? { ...given, ...dates } : given)),
          }));
        const others = plan.learners.filter(({ person }) => group.learners.some(({ id }) => id === person));
        return (
          <View key={group.id} style={[styles.group, own && styles.chosen]}>
            <TickBox
              word={group.name}
              below={`${group.learners.length} ${group.learners.length === 1 ? 'learner' : 'learners'}`}
              on={own !== undefined}
              onChange={(on) => toggle(group, on)}
            />
            {own && (
              <>
                <Pick
                  label={`How ${group.name} get it`}
                  options={WAYS}
                  chosen={own.free ? 'free' : 'all'}
                  onChoose={(way) => put({ free: way === 'free' })}
                />
                <CrewPick group={group} chosen={own.crews} onChoose={(crews) => put({ crews })} />
                <FolderPick group={group} chosen={own.folder} zone={zone} onChoose={(folder) => put({ folder })} />
                <DatesRow dates={own} whose={group.name} zone={zone} quick={likely(now, zone)} onChange={put} />
                {others.map((other) => {
                  const { name } = group.learners.find(({ id }) => id === other.person)!;
                  return (
                    <View key={other.person} style={styles.other}>
                      <View style={styles.row}>
                        <Text variant="labelLarge" style={styles.grow}>
                          {name}
                        </Text>
                        <Press
                          flat
                          aria-label={`The group’s dates for ${name}`}
                          onPress={() =>
                            change(
                              (before) => ({
                                ...before,
                                learners: before.learners.filter(({ person }) => person !== other.person),
                              }),
                              true,
                            )
                          }
                          style={styles.bin}
                        >
                          <LineIcon name="bin" size={18} />
                        </Press>
                      </View>
                      <DatesRow
                        dates={other}
                        whose={name}
                        zone={zone}
                        quick={likely(now, zone)}
                        onChange={(dates) =>
                          change((before) => ({
                            ...before,
                            learners: before.learners.map((learner) =>
                              learner.person === other.person ? { ...learner, ...dates } : learner,
                            ),
                          }))
                        }
                      />
                    </View>
                  );
                })}
                {others.length < group.learners.length && (
                  <Button onPress={() => setAsking(group)} style={styles.start}>
                    Other dates for one learner
                  </Button>
                )}
              </>
            )}
          </View>
        );
      })}
      {plan.groups.some(({ free }) => free) && (
        <View style={styles.dates} role="group" aria-label="How learners find it">
          <View style={styles.found}>
            <Field
              label="What it is about, such as “Knots”"
              value={plan.topic}
              onChangeText={(topic) => change((before) => ({ ...before, topic }))}
              maxLength={DEFINITION_LIMITS.title}
            />
          </View>
          <View style={styles.age}>
            <Field
              label="From age"
              value={ages.from}
              onChangeText={(from) => putAges({ ...ages, from })}
              maxLength={2}
            />
          </View>
          <View style={styles.age}>
            <Field label="To age" value={ages.to} onChangeText={(to) => putAges({ ...ages, to })} maxLength={2} />
          </View>
        </View>
      )}
      <TickBox
        word="Late work is welcome"
        below="It can still be sent after it is due, and says that it is late"
        on={plan.lateAllowed}
        onChange={(lateAllowed) => change((before) => ({ ...before, lateAllowed }))}
      />
      <Pick
        label="Learners may take a go back"
        headed
        options={TAKING_BACK}
        chosen={plan.takeBack}
        onChoose={(takeBack) => change((before) => ({ ...before, takeBack }))}
      />
      <Pick
        label="What is sent can hang on the wall of the group"
        headed
        options={WALLS}
        chosen={plan.wall}
        onChoose={(wall) => change((before) => ({ ...before, wall }))}
      />
      <Dialog
        visible={asking !== null}
        title="For which learner?"
        onClose={() => setAsking(null)}
        answers={<Button onPress={() => setAsking(null)}>Not now</Button>}
      >
        <View style={styles.names}>
          {asking?.learners
            .filter(({ id }) => !plan.learners.some(({ person }) => person === id))
            .map(({ id, name }) => (
              <Button
                key={id}
                onPress={() => {
                  const { opens, due, closes } = plan.groups.find(({ group }) => group === asking.id)!;
                  change(
                    (before) => ({ ...before, learners: [...before.learners, { opens, due, closes, person: id }] }),
                    true,
                  );
                  setAsking(null);
                }}
              >
                {name}
              </Button>
            ))}
        </View>
      </Dialog>
    </>
  );
}

function DatesRow({
  dates,
  whose,
  zone,
  quick,
  onChange,
}: {
  dates: Dates;
  whose: string;
  zone: string;
  quick: { word: string; value: number }[];
  onChange: (dates: Partial<Dates>) => void;
}) {
  const [all, setAll] = useState(dates.opens !== null || dates.closes !== null);
  return (
    <View style={styles.dates} role="group" aria-label={`Dates for ${whose}`}>
      <DateField label="Due" value={dates.due} zone={zone} quick={quick} onChange={(due) => onChange({ due })} />
      {all ? (
        <>
          <DateField label="Opens" value={dates.opens} zone={zone} onChange={(opens) => onChange({ opens })} />
          <DateField label="Closes" value={dates.closes} zone={zone} onChange={(closes) => onChange({ closes })} />
        </>
      ) : (
        <Button label={`Opens, closes … for ${whose}`} onPress={() => setAll(true)} style={styles.more}>
          Opens, closes …
        </Button>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  group: {
    paddingHorizontal: 12,
    paddingVertical: 4,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.paper,
  },
  chosen: { backgroundColor: colours.mist, paddingBottom: 14, gap: 12 },
  dates: { flexDirection: 'row', flexWrap: 'wrap', gap: 14, alignItems: 'flex-start' },
  found: { flexGrow: 1, flexBasis: 230 },
  age: { width: 104 },
  more: { alignSelf: 'flex-start', marginTop: 24 },
  other: { borderLeftWidth: 6, borderColor: colours.sea, paddingLeft: 12, gap: 8 },
  row: { flexDirection: 'row', alignItems: 'center' },
  grow: { flex: 1 },
  bin: { width: TARGET.adult, height: TARGET.adult, alignItems: 'center', justifyContent: 'center' },
  start: { alignSelf: 'flex-start' },
  names: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
});
