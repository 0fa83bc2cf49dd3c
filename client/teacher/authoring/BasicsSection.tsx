import type { ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Field } from '../../ui/Field';
import { Pick } from '../../ui/Pick';
import { Press } from '../../ui/Press';
import { TARGET } from '../../ui/theme';
import { NumberField } from '../../ui/NumberField';

const MINUTES = [10, 15, 20, 30, 45, 60] as const;

interface Props {
  plan: ActivityPlan;
  /** Subjects that are in use, most used first. */
  subjects: readonly string[];
  change: (how: (plan: ActivityPlan) => ActivityPlan, step?: boolean) => void;
}

/** Its name, subject, aim, and how long it takes. */
export function BasicsSection({ plan, subjects, change }: Props) {
  const others = subjects
    .filter((subject) => subject !== plan.subject && subject.toLowerCase().startsWith(plan.subject.toLowerCase()))
    .slice(0, 6);
  return (
    <>
      <Field
        label="Its name"
        value={plan.title}
        onChangeText={(title) => change((now) => ({ ...now, title }))}
        maxLength={120}
        autoFocus={plan.title === ''}
      />
      <View style={styles.subject}>
        <Field
          label="Subject"
          value={plan.subject}
          onChangeText={(subject) => change((now) => ({ ...now, subject }))}
          maxLength={120}
        />
        {others.length > 0 && (
          <View style={styles.row} role="group" aria-label="Subjects in use">
            {others.map((subject) => (
              <Press
                key={subject}
                flat
                aria-label={`Subject: ${subject}`}
                onPress={() => change((now) => ({ ...now, subject }))}
                style={styles.chip}
              >
                <Text variant="labelSmall">{subject}</Text>
              </Press>
            ))}
          </View>
        )}
      </View>
      <Field
        label="Aim: what will they learn?"
        value={plan.goal}
        onChangeText={(goal) => change((now) => ({ ...now, goal }))}
        maxLength={500}
      />
      <View style={styles.minutes}>
        <Pick
          label="Minutes it takes"
          headed
          options={MINUTES.map((minutes) => ({ value: String(minutes), word: String(minutes) }))}
          chosen={plan.minutes === null ? null : String(plan.minutes)}
          onChoose={(minutes) =>
            change((now) => ({ ...now, minutes: now.minutes === Number(minutes) ? null : Number(minutes) }))
          }
        />
        <NumberField
          label="Or another number"
          value={plan.minutes}
          most={6_000}
          onChange={(minutes) => change((now) => ({ ...now, minutes }))}
        />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  subject: { gap: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  chip: { minHeight: TARGET.adult, paddingHorizontal: 10, justifyContent: 'center', borderStyle: 'dashed' },
  minutes: { flexDirection: 'row', flexWrap: 'wrap', gap: 16, alignItems: 'flex-end' },
});
