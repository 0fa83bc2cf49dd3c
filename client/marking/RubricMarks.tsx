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
        <RubricLine
          key={row.id}
          row={row}
          halves={marking.halves}
          chosen={levels[row.id]}
          onChoose={onChange && ((level) => choose(row.id, level))}
        />
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

interface LineProps {
  row: RubricRow;
  /** There are steps between its levels, too. */
  halves: boolean;
  chosen: number | undefined;
  /** Null where it can't be changed any more. */
  onChoose: ((level: number) => void) | null;
}

/**
 * The levels of one line: side by side, so that a long rubric is seen at once; with steps between them, one below the
 * other.
 */
function RubricLine({ row: { title, weight, levels }, halves, chosen, onChoose }: LineProps) {
  const counts = weight === 2 ? 'twice' : `${weight} times`;
  const level = (words: string, step: number) => (
    <Press
      flat
      role="radio"
      aria-checked={chosen === step}
      aria-label={words}
      disabled={!onChoose}
      fill={chosen === step ? colours.ochre : colours.scrap}
      onPress={() => onChoose?.(step)}
      style={[styles.level, !halves && styles.filling]}
    >
      <Text variant="bodyMedium" style={styles.words}>
        {words}
      </Text>
    </Press>
  );
  const between = (step: number) => (
    <Press
      flat
      role="radio"
      aria-checked={chosen === step}
      aria-label={`Between “${levels[Math.floor(step)]}” and “${levels[Math.ceil(step)]}”`}
      disabled={!onChoose}
      fill={chosen === step ? colours.ochre : colours.paper}
      onPress={() => onChoose?.(step)}
      style={styles.half}
    >
      <Text variant="labelSmall">between</Text>
    </Press>
  );
  return (
    <View role="radiogroup" aria-label={title} style={styles.row}>
      <Text variant="labelLarge">{weight > 1 ? `${title} (counts ${counts})` : title}</Text>
      <View style={!halves && styles.levels}>
        {levels.map((words, step) => (
          <View key={step} style={!halves && styles.cell}>
            {level(words, step)}
            {halves && step < levels.length - 1 && between(step + 0.5)}
          </View>
        ))}
      </View>
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
  levels: { flexDirection: 'row', flexWrap: 'wrap', paddingTop: OUTLINE, paddingLeft: OUTLINE },
  // Three abreast beside the work, and on a phone.
  cell: { flexGrow: 1, flexBasis: 100, marginTop: -OUTLINE, marginLeft: -OUTLINE },
  filling: { flexGrow: 1, marginTop: 0, justifyContent: 'flex-start', paddingVertical: 8 },
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
