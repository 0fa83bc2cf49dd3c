import { DEFINITION_LIMITS } from '@lippet/core/contract/definitionLimits';
import type { ChoicePlan } from '@lippet/core/contract/activityDefinition';
import { StyleSheet, View } from 'react-native';
import { Field } from '../../ui/Field';
import { NumberField } from '../../ui/NumberField';
import { Pick } from '../../ui/Pick';

interface Props {
  choice: ChoicePlan;
  /** How many of its parts are free to choose. */
  free: number;
  onChange: (choice: ChoicePlan) => void;
}

/** What is chosen among parts, and how many of them; it stands above the first. */
export function ChoiceHead({ choice, free, onChange }: Props) {
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
            maxLength={DEFINITION_LIMITS.title}
          />
        </View>
        {choice.rule === 'pick' && (
          <NumberField
            label={`How many of ${free}`}
            value={choice.wanted}
            most={DEFINITION_LIMITS.parts}
            onChange={(wanted) => onChange({ ...choice, wanted: wanted ?? 1 })}
          />
        )}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  choice: { gap: 12, paddingBottom: 12 },
  choiceRow: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
  grow: { flex: 1, minWidth: 120 },
});
