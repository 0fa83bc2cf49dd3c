import { scaleOf, STEPS } from '@lippet/core/parts/scale/scaleAnswer';
import { middleStep, scaleSpread } from '@lippet/core/parts/scale/scaleSpread';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Bars } from '../../ui/Bars';
import { colours, OUTLINE } from '../../ui/theme';
import type { SpreadProps } from '../partKind';
import { TidePole } from './TidePole';

const RISE = 22;

/** How a group has set its poles: the one in the middle, and how many are at each step. */
export function ScaleSpread({ part, docs }: SpreadProps<'scale'>) {
  const steps = docs.map((doc) => scaleOf(doc, part.id).step);
  const middle = middleStep(steps);
  if (middle === null) return null;
  const set = steps.filter((step) => step !== null).length;
  return (
    <View style={styles.box}>
      <TidePole step={middle} rise={RISE} />
      <View style={styles.chart}>
        <Bars title={part.statement.replace(/[.\s]+$/, '')} bins={scaleSpread(steps)} />
        <Text variant="bodyMedium">{`${set} of ${docs.length} have set it; in the middle stands “${STEPS[middle - 1]}”.`}</Text>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  box: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignSelf: 'flex-start',
    gap: 16,
    padding: 14,
    backgroundColor: colours.scrap,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  chart: { gap: 10, flexShrink: 1 },
});
