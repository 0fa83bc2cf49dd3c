import { type ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { DEFINITION_LIMITS } from '@lippet/core/contract/definitionLimits';
import { type RubricRow } from '@lippet/core/review/rubric';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { LineIcon } from '../../ui/LineIcon';
import { Pick } from '../../ui/Pick';
import { Press } from '../../ui/Press';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import { useWide } from '../../ui/useWide';
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

interface LineProps {
  row: RubricRow;
  /** What it is called in the names of its buttons. */
  name: string;
  onRow: (how: (row: RubricRow) => RubricRow, step?: boolean) => void;
  onRemove: () => void;
}

const levelWord = (index: number): string => (index === 0 ? 'Best' : `Level ${index + 1}`);
const withLevel = (row: RubricRow, index: number, words: string): RubricRow => ({
  ...row,
  levels: row.levels.map((level, i) => (i === index ? words : level)),
});
const withoutLevel = (row: RubricRow, index: number): RubricRow => ({
  ...row,
  levels: row.levels.filter((_, i) => i !== index),
});

/** The names of the columns. They stand for the eye alone: each field has its own. */
function RubricHead({ levels }: { levels: number }) {
  return (
    <View style={styles.head} aria-hidden>
      {['What is looked at', ...Array.from({ length: levels }, (_, i) => levelWord(i))].map((word) => (
        <Text key={word} variant="labelMedium" style={styles.grow}>
          {word}
        </Text>
      ))}
      <View style={styles.bin} />
    </View>
  );
}

/** A line of the rubric as a row of a table: what is looked at, and its levels beside it, the best first. */
function RubricTableRow({ row, name, onRow, onRemove }: LineProps) {
  return (
    <View style={styles.tableRow}>
      <View style={styles.grow}>
        <Field
          label="What is looked at"
          bare
          multiline
          value={row.title}
          onChangeText={(title) => onRow((now) => ({ ...now, title }))}
          maxLength={DEFINITION_LIMITS.line}
        />
      </View>
      {row.levels.map((level, i) => (
        <View key={i} style={styles.grow}>
          <Field
            label={levelWord(i)}
            bare
            multiline
            value={level}
            onChangeText={(words) => onRow((now) => withLevel(now, i, words))}
            maxLength={DEFINITION_LIMITS.line}
          />
          {row.levels.length > 2 && (
            <Press
              flat
              aria-label={`Take level ${i + 1} away`}
              onPress={() => onRow((now) => withoutLevel(now, i), true)}
              style={styles.corner}
            >
              <LineIcon name="close" size={14} />
            </Press>
          )}
        </View>
      ))}
      <Press flat aria-label={`Take ${name} away`} onPress={onRemove} style={styles.bin}>
        <LineIcon name="bin" size={20} />
      </Press>
    </View>
  );
}

/** The same on a phone: one below the other. */
function RubricCard({ row, name, onRow, onRemove }: LineProps) {
  return (
    <>
      <View style={styles.row}>
        <View style={styles.grow}>
          <Field
            label="What is looked at"
            value={row.title}
            onChangeText={(title) => onRow((now) => ({ ...now, title }))}
            maxLength={DEFINITION_LIMITS.line}
          />
        </View>
        <Press flat aria-label={`Take ${name} away`} onPress={onRemove} style={styles.bin}>
          <LineIcon name="bin" size={20} />
        </Press>
      </View>
      {row.levels.map((level, i) => (
        <View key={i} style={styles.row}>
          <View style={styles.grow}>
            <Field
              label={levelWord(i)}
              value={level}
              onChangeText={(words) => onRow((now) => withLevel(now, i, words))}
              maxLength={DEFINITION_LIMITS.line}
            />
          </View>
          {row.levels.length > 2 && (
            <Press
              flat
              aria-label={`Take level ${i + 1} away`}
              onPress={() => onRow((now) => withoutLevel(now, i), true)}
              style={styles.bin}
            >
              <LineIcon name="close" size={16} />
            </Press>
          )}
        </View>
      ))}
    </>
  );
}

/** The rubric: what is looked at, and how good work shows it, in words that learners read as well. */
export function RubricSection({ plan, change }: Props) {
  const wide = useWide();
  const put = (id: string, how: (row: RubricRow) => RubricRow, step = false): void =>
    change((now) => ({ ...now, rubric: now.rubric.map((row) => (row.id === id ? how(row) : row)) }), step);
  return (
    <>
      <Text variant="bodySmall">Learners see this beside the task. The best level comes first.</Text>
      {wide && plan.rubric.length > 0 && (
        <RubricHead levels={Math.max(...plan.rubric.map((row) => row.levels.length))} />
      )}
      {plan.rubric.map((row, i) => {
        const line = {
          row,
          name: row.title || `line ${i + 1}`,
          onRow: (how: (row: RubricRow) => RubricRow, step?: boolean) => put(row.id, how, step),
          onRemove: () => change((now) => ({ ...now, rubric: now.rubric.filter(({ id }) => id !== row.id) }), true),
        };
        return (
          <View key={row.id} role="group" aria-label={row.title || `Line ${i + 1}`} style={styles.card}>
            {wide ? <RubricTableRow {...line} /> : <RubricCard {...line} />}
            <View style={styles.foot}>
              <Pick
                label={`How much ${line.name} counts`}
                options={WEIGHTS}
                chosen={String(row.weight) as '1'}
                onChoose={(weight) => line.onRow((now) => ({ ...now, weight: Number(weight) }))}
              />
              {row.levels.length < DEFINITION_LIMITS.levels && (
                <Button
                  icon="plus"
                  onPress={() => line.onRow((now) => ({ ...now, levels: [...now.levels, ''] }), true)}
                  style={styles.start}
                >
                  Another level
                </Button>
              )}
            </View>
          </View>
        );
      })}
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
  tableRow: { flexDirection: 'row', alignItems: 'flex-start', gap: 10 },
  grow: { flex: 1 },
  head: { flexDirection: 'row', gap: 10, paddingHorizontal: 12 },
  foot: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, alignItems: 'center' },
  // Below its field, clear of the words.
  corner: { alignSelf: 'flex-end', width: TARGET.adult, height: 30, alignItems: 'center', justifyContent: 'center' },
  bin: { width: TARGET.adult, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  start: { alignSelf: 'flex-start' },
});
