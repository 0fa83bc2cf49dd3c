import { PLAN_LIMITS, type ActivityPlan, type RubricRow } from '@lippet/core/contract/plan';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { LineIcon } from '../../ui/LineIcon';
import { Pick } from '../../ui/Pick';
import { Press } from '../../ui/Press';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import { MarkingChoice } from './MarkingChoice';

const WEIGHTS = [
  { value: '1', word: 'Counts once' },
  { value: '2', word: 'Twice' },
  { value: '3', word: 'Three times' },
] as const;

interface Props {
  plan: ActivityPlan;
  change: (how: (plan: ActivityPlan) => ActivityPlan, step?: boolean) => void;
}

/** The rubric: what is looked at, and how good work shows it, in words that learners read as well. */
export function RubricSection({ plan, change }: Props) {
  const put = (id: string, how: (row: RubricRow) => RubricRow, step = false): void =>
    change((now) => ({ ...now, rubric: now.rubric.map((row) => (row.id === id ? how(row) : row)) }), step);
  return (
    <>
      <Text variant="bodySmall">Learners see this beside the task. The best level comes first.</Text>
      {plan.rubric.map((row, i) => (
        <View key={row.id} role="group" aria-label={row.title || `Line ${i + 1}`} style={styles.card}>
          <View style={styles.row}>
            <View style={styles.grow}>
              <Field
                label="What is looked at"
                value={row.title}
                onChangeText={(title) => put(row.id, (now) => ({ ...now, title }))}
                maxLength={PLAN_LIMITS.line}
              />
            </View>
            <Press
              flat
              aria-label={`Take ${row.title || `line ${i + 1}`} away`}
              onPress={() => change((now) => ({ ...now, rubric: now.rubric.filter(({ id }) => id !== row.id) }), true)}
              style={styles.bin}
            >
              <LineIcon name="bin" size={20} />
            </Press>
          </View>
          {row.levels.map((level, n) => (
            <View key={n} style={styles.row}>
              <View style={styles.grow}>
                <Field
                  label={n === 0 ? 'Best' : `Level ${n + 1}`}
                  value={level}
                  onChangeText={(words) =>
                    put(row.id, (now) => ({ ...now, levels: now.levels.map((each, k) => (k === n ? words : each)) }))
                  }
                  maxLength={PLAN_LIMITS.line}
                />
              </View>
              {row.levels.length > 2 && (
                <Press
                  flat
                  aria-label={`Take level ${n + 1} away`}
                  onPress={() => put(row.id, (now) => ({ ...now, levels: now.levels.filter((_, k) => k !== n) }), true)}
                  style={styles.bin}
                >
                  <LineIcon name="close" size={16} />
                </Press>
              )}
            </View>
          ))}
          <Pick
            label={`How much ${row.title || `line ${i + 1}`} counts`}
            options={WEIGHTS}
            chosen={String(row.weight) as '1'}
            onChoose={(weight) => put(row.id, (now) => ({ ...now, weight: Number(weight) }))}
          />
          {row.levels.length < PLAN_LIMITS.levels && (
            <Button
              icon="plus"
              onPress={() => put(row.id, (now) => ({ ...now, levels: [...now.levels, ''] }), true)}
              style={styles.start}
            >
              Another level
            </Button>
          )}
        </View>
      ))}
      <Button
        icon="plus"
        onPress={() =>
          change(
            (now) => ({
              ...now,
              rubric: [...now.rubric, { id: crypto.randomUUID(), title: '', levels: ['', '', ''], weight: 1 }],
            }),
            true,
          )
        }
        style={styles.start}
      >
        {plan.rubric.length === 0 ? 'Say what good work shows' : 'Another line'}
      </Button>
      <MarkingChoice marking={plan.marking} onChange={(marking) => change((now) => ({ ...now, marking }))} />
    </>
  );
}

const styles = StyleSheet.create({
  card: { gap: 10, padding: 12, backgroundColor: colours.paper, borderWidth: OUTLINE, borderColor: colours.ink },
  row: { flexDirection: 'row', alignItems: 'flex-end', gap: 10 },
  grow: { flex: 1 },
  bin: { width: TARGET.adult, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  start: { alignSelf: 'flex-start' },
});
