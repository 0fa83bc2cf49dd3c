import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from '../ui/LineIcon';
import { Press } from '../ui/Press';
import { SideScroll } from '../ui/SideScroll';
import { colours, TARGET } from '../ui/theme';
import { STATE_LOOKS, type QuestionState } from './questionState';

interface Props {
  states: readonly QuestionState[];
  current: number;
  /** How many can be opened: those behind come one after the other. */
  reached: number;
  onChoose: (index: number) => void;
}

/** The way through the questions: a row that one sees, and jumps in. */
export function QuestionRow({ states, current, reached, onChoose }: Props) {
  return (
    <SideScroll
      things="questions"
      role="tablist"
      aria-label="Questions"
      style={styles.whole}
      contentContainerStyle={styles.row}
    >
      {states.map((state, index) => {
        const { word, icon, fill } = STATE_LOOKS[state];
        const here = index === current;
        const waits = index >= reached;
        return (
          <Press
            key={index}
            role="tab"
            aria-selected={here}
            aria-label={`Question ${index + 1}, ${waits ? 'after the one before it' : word}`}
            disabled={waits}
            flat={here}
            fill={fill}
            onPress={() => onChoose(index)}
            style={[styles.step, here && styles.here]}
          >
            <Text variant="titleMedium">{index + 1}</Text>
            <View style={styles.sign}>
              {(waits || icon) && <LineIcon name={waits ? 'lock' : icon!} size={16} width={3} />}
            </View>
          </Press>
        );
      })}
    </SideScroll>
  );
}

const styles = StyleSheet.create({
  // However little height there is, the way through the questions is seen whole.
  whole: { flexGrow: 0, flexShrink: 0 },
  row: { gap: 8, paddingHorizontal: 12, paddingTop: 10, paddingBottom: 12 },
  step: { minWidth: TARGET.learner, minHeight: TARGET.learner + 10, alignItems: 'center', justifyContent: 'center' },
  here: { borderBottomWidth: 8, borderColor: colours.ink },
  sign: { height: 16 },
});
