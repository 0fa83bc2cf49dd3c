import { DEFINITION_LIMITS } from '@lippet/core/contract/definitionLimits';
import type { MarkKind, Marking } from '@lippet/core/review/rubric';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Field } from '../../ui/Field';
import { Pick } from '../../ui/Pick';
import { TickBox } from '../../ui/TickBox';

const KINDS: { value: MarkKind; word: string }[] = [
  { value: 'none', word: 'No mark' },
  { value: 'points', word: 'Points' },
  { value: 'level', word: 'A level' },
  { value: 'words', word: 'In words' },
];

/** What mark a piece gets, if any; with a rubric it is computed, and can be said otherwise. */
export function MarkingChoice({ marking, onChange }: { marking: Marking; onChange: (marking: Marking) => void }) {
  const [outOf, setOutOf] = useState(String(marking.outOf));
  const [levels, setLevels] = useState(marking.levels.join('\n'));
  return (
    <View style={styles.box}>
      <Pick
        label="The mark"
        headed
        options={KINDS}
        chosen={marking.kind}
        onChoose={(kind) => onChange({ ...marking, kind })}
      />
      {marking.kind === 'points' && (
        <View style={styles.number}>
          <Field
            label="How many points there are"
            value={outOf}
            maxLength={4}
            onChangeText={(text) => {
              setOutOf(text);
              const points = Number(text);
              if (Number.isInteger(points) && points >= 1 && points <= 1_000) onChange({ ...marking, outOf: points });
            }}
          />
        </View>
      )}
      {marking.kind === 'level' && (
        <Field
          label="The levels, one in each line, best first"
          multiline
          value={levels}
          onChangeText={(text) => {
            setLevels(text);
            onChange({
              ...marking,
              levels: text
                .split('\n')
                .map((line) => line.trim())
                .filter(Boolean)
                .slice(0, DEFINITION_LIMITS.levels),
            });
          }}
        />
      )}
      {marking.kind !== 'words' && (
        <TickBox
          word="Levels in between"
          below="A line may lie halfway between two levels"
          on={marking.halves}
          onChange={(halves) => onChange({ ...marking, halves })}
        />
      )}
    </View>
  );
}

const styles = StyleSheet.create({ box: { gap: 12 }, number: { maxWidth: 240 } });
