import { fromClockField, toClockField } from '@lippet/core/schedule/schoolTime';
import { createElement } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from './LineIcon';
import { Press } from './Press';
import { colours, faces, OUTLINE, TARGET } from './theme';

interface Props {
  label: string;
  /** Milliseconds since 1970; null for none. */
  value: number | null;
  zone: string;
  onChange: (value: number | null) => void;
  /** Shorter ways to a date that is likely. */
  quick?: readonly { word: string; value: number }[];
}

/**
 * A day and hour on the school's clock. The browser's own field: it knows how people here write dates, and reads well
 * aloud.
 */
export function DateField({ label, value, zone, onChange, quick = [] }: Props) {
  return (
    <View style={styles.field}>
      <Text variant="labelMedium" aria-hidden>
        {label}
      </Text>
      <View style={styles.row}>
        {createElement('input', {
          type: 'datetime-local',
          'aria-label': label,
          value: value === null ? '' : toClockField(value, zone),
          style: INPUT,
          onChange: ({ target }: { target: { value: string } }) => onChange(fromClockField(target.value, zone)),
        })}
        {value !== null && (
          <Press flat aria-label={`No ${label.toLowerCase()}`} onPress={() => onChange(null)} style={styles.clear}>
            <LineIcon name="close" size={16} />
          </Press>
        )}
      </View>
      {value === null && quick.length > 0 && (
        <View style={styles.quick}>
          {quick.map(({ word, value: at }) => (
            <Press key={word} flat aria-label={`${label}: ${word}`} onPress={() => onChange(at)} style={styles.chip}>
              <Text variant="labelSmall">{word}</Text>
            </Press>
          ))}
        </View>
      )}
    </View>
  );
}

const INPUT = {
  flex: 1,
  minWidth: 190,
  boxSizing: 'border-box',
  height: TARGET.learner,
  border: `${OUTLINE}px solid ${colours.ink}`,
  borderRadius: 0,
  background: colours.scrap,
  color: colours.ink,
  font: `400 16px ${faces.interface}`,
  padding: '0 10px',
};

const styles = StyleSheet.create({
  field: { gap: 4, flexGrow: 1, flexBasis: 230 },
  row: { flexDirection: 'row' },
  clear: {
    width: TARGET.adult,
    height: TARGET.learner,
    marginLeft: -OUTLINE,
    alignItems: 'center',
    justifyContent: 'center',
  },
  quick: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  chip: {
    minHeight: TARGET.adult,
    paddingHorizontal: 10,
    justifyContent: 'center',
    borderStyle: 'dashed',
    backgroundColor: 'transparent',
  },
});
