import type { Option } from '@lippet/core/questions/option';
import { StyleSheet, View } from 'react-native';
import { Press } from '../ui/Press';
import { colours, TARGET } from '../ui/theme';
import { HearOption, OptionFace, optionName } from './OptionFace';

interface Props {
  /** What they are, for those who can't see it. */
  label: string;
  options: readonly Option[];
  /** The one that was picked up; null for none. */
  held: string | null;
  onHold: (id: string | null) => void;
}

/** What lies nowhere yet: one is picked up by a press, and put somewhere by another. */
export function LooseOptions({ label, options, held, onHold }: Props) {
  if (options.length === 0) return null;
  return (
    <View role="radiogroup" aria-label={label} style={styles.row}>
      {options.map((option) => {
        const on = held === option.id;
        return (
          <View key={option.id} style={[styles.thing, option.picture !== null && styles.upright]}>
            <Press
              role="radio"
              aria-checked={on}
              aria-label={optionName(option)}
              flat={on}
              fill={on ? colours.ochre : colours.scrap}
              onPress={() => onHold(on ? null : option.id)}
              style={styles.chip}
            >
              <OptionFace option={option} size={72} />
            </Press>
            <HearOption option={option} />
          </View>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 12, paddingTop: 8 },
  thing: { flexDirection: 'row', alignItems: 'center' },
  upright: { flexDirection: 'column' },
  chip: { minHeight: TARGET.learner, minWidth: TARGET.learner, justifyContent: 'center', paddingHorizontal: 14 },
});
