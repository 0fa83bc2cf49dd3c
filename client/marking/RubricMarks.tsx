import type { RubricRow } from '@lippet/core/review/rubric';
import {
  explainTotal,
  finalMark,
  rubricTotal,
  type ChosenLevels,
  type Marking,
  type OwnMark,
} from '@lippet/core/review/rubric';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Field } from '../ui/Field';
import { Pick } from '../ui/Pick';
import { Press } from '../ui/Press';
import { colours, OUTLINE, TARGET } from '../ui/theme';

interface Props {
  rubric: readonly RubricRow[];
  marking: Marking;
  levels: ChosenLevels;
  own: OwnMark;
  /** Null where it can't be changed any more. */
  onChange: ((change: { levels?: Record<string, number>; own?: OwnMark }) => void) | null;
}

const COMPUTED = '';

/** What is said by the rubric: a level of each line, what it comes to and why, and the mark where there is one. */
export function RubricMarks({ rubric, marking, levels, own, onChange }: Props) {
  const total = rubricTotal(rubric, levels);
  const mark = finalMark(marking, own, total);
  if (rubric.length === 0 && marking.kind === 'none') return null;
  const choose = (row: string, level: number): void => {
    const { [row]: before, ...others } = levels;
    onChange?.({ levels: before === level ? others : { ...levels, [row]: level } });
  };
  return (
    <View style={styles.box} role="group" aria-label="What good work shows">
      {rubric.map((row) => (
        <View key={row.id} role="radiogroup" aria-label={row.title} style={styles.row}>
          <Text variant="labelLarge">
            {row.weight > 1 ? `${row.title} (counts ${row.weight === 2 ? 'twice' : `${row.weight} times`})` : row.title}
          </Text>
          {row.levels.map((words, level) => (
            <View key={level}>
              <Press
                flat
                role="radio"
                aria-checked={levels[row.id] === level}
                aria-label={words}
                disabled={!onChange}
                fill={levels[row.id] === level ? colours.ochre : colours.scrap}
                onPress={() => choose(row.id, level)}
                style={styles.level}
              >
                <Text variant="bodyMedium" style={styles.words}>
                  {words}
                </Text>
              </Press>
              {marking.halves && level < row.levels.length - 1 && (
                <Press
                  flat
                  role="radio"
                  aria-checked={levels[row.id] === level + 0.5}
                  aria-label={`Between “${words}” and “${row.levels[level + 1]}”`}
                  disabled={!onChange}
                  fill={levels[row.id] === level + 0.5 ? colours.ochre : colours.paper}
                  onPress={() => choose(row.id, level + 0.5)}
                  style={styles.half}
                >
                  <Text variant="labelSmall">between</Text>
                </Press>
              )}
            </View>
          ))}
        </View>
      ))}
      {marking.kind === 'words' && (
        <Field
          label="The mark, in words"
          value={own.words}
          onChangeText={(words) => onChange?.({ own: { ...own, words } })}
          maxLength={500}
        />
      )}
      {marking.kind === 'points' && onChange && (
        <OwnPoints
          value={own.points}
          outOf={marking.outOf}
          onChange={(points) => onChange({ own: { ...own, points } })}
        />
      )}
      {marking.kind === 'level' && onChange && (
        <Pick
          label="The mark"
          headed
          options={[
            { value: COMPUTED, word: 'As computed' },
            ...marking.levels.map((word, i) => ({ value: String(i), word })),
          ]}
          chosen={own.level === null ? COMPUTED : String(own.level)}
          onChoose={(level) => onChange({ own: { ...own, level: level === COMPUTED ? null : Number(level) } })}
        />
      )}
      {marking.kind !== 'none' && (
        <View style={styles.mark} role="status" testID="mark">
          <Text variant="titleMedium">{mark ? `Mark: ${mark.words}` : 'No mark yet'}</Text>
          {total &&
            mark &&
            !mark.own &&
            explainTotal(total).map((line) => (
              <Text key={line} variant="bodySmall">
                {line}
              </Text>
            ))}
          {mark?.own && marking.kind !== 'words' && (
            <Text variant="bodySmall">You said it. The levels alone would not.</Text>
          )}
          {total && total.open.length > 0 && (
            <Text variant="bodySmall">{`Not counted, because no level is chosen: ${total.open.join(', ')}`}</Text>
          )}
        </View>
      )}
    </View>
  );
}

function OwnPoints({
  value,
  outOf,
  onChange,
}: {
  value: number | null;
  outOf: number;
  onChange: (points: number | null) => void;
}) {
  const [typed, setTyped] = useState(value === null ? '' : String(value));
  const number = Number(typed.replace(',', '.'));
  const wrong = typed.trim() !== '' && !(Number.isFinite(number) && number >= 0 && number <= outOf);
  return (
    <Field
      label={`Another mark than computed, of ${outOf}`}
      value={typed}
      maxLength={6}
      problem={wrong ? `From 0 to ${outOf}.` : undefined}
      onChangeText={(text) => {
        setTyped(text);
        const points = Number(text.replace(',', '.'));
        onChange(text.trim() === '' || !Number.isFinite(points) || points < 0 || points > outOf ? null : points);
      }}
    />
  );
}

const styles = StyleSheet.create({
  box: { gap: 14 },
  row: { gap: 4 },
  level: {
    paddingHorizontal: 10,
    paddingVertical: 6,
    minHeight: TARGET.adult,
    justifyContent: 'center',
    marginTop: -OUTLINE,
  },
  words: { color: colours.ink },
  half: {
    minHeight: TARGET.adult,
    alignItems: 'center',
    justifyContent: 'center',
    marginTop: -OUTLINE,
    borderStyle: 'dashed',
  },
  mark: { gap: 2, padding: 10, backgroundColor: colours.mist, borderWidth: OUTLINE, borderColor: colours.ink },
});
