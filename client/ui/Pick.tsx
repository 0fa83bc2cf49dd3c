import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon, type LineName } from './LineIcon';
import { Press } from './Press';
import { colours, TARGET } from './theme';

interface Props<T extends string> {
  label: string;
  /** Shows the label above; else it is only read out. */
  headed?: boolean;
  options: readonly { value: T; word: string; icon?: LineName }[];
  chosen: T | null;
  onChoose: (value: T) => void;
}

/** One of a few. */
export function Pick<T extends string>({ label, headed = false, options, chosen, onChoose }: Props<T>) {
  return (
    <View style={styles.pick}>
      {headed && (
        <Text variant="labelMedium" aria-hidden>
          {label}
        </Text>
      )}
      <View role="radiogroup" aria-label={label} style={styles.row}>
        {options.map(({ value, word, icon }) => {
          const on = value === chosen;
          return (
            <Press
              key={value}
              role="radio"
              aria-checked={on}
              aria-label={word}
              flat
              fill={on ? colours.ochre : colours.scrap}
              onPress={() => onChoose(value)}
              style={styles.option}
            >
              {icon && <LineIcon name={icon} size={20} />}
              <Text variant="labelMedium">{word}</Text>
            </Press>
          );
        })}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  pick: { gap: 4, maxWidth: '100%' },
  row: { flexDirection: 'row', flexWrap: 'wrap', rowGap: 8 },
  option: {
    minHeight: TARGET.adult,
    paddingHorizontal: 12,
    flexDirection: 'row',
    gap: 8,
    alignItems: 'center',
    justifyContent: 'center',
    marginRight: -2,
  },
});
